<script setup lang="ts">
import type { LeftBehind, Arrived } from '@contracts/translation'
const lens = useLensStore()
const setup = useSetupStore()
const { focus } = useProofFocus()
onBeforeUnmount(() => {
  focus.value = null
})
const q = ref('')
const list = usePages<Arrived>(
  (offset, limit, signal) =>
    call('listCarriedOver', {
      query: { storefront: lens.storefront, language: lens.language, q: q.value, offset, limit },
      signal,
    }),
  () => [q.value, lens.edition.id],
)
const at = ref(0)
const { virtual, rows, walking } = useLineList(list, { at, keyOf: (a) => a.sku })
const chosen = computed(() => list.row(at.value))
watch(chosen, (c) => {
  focus.value = c?.sku ?? null
})
const columns: [keyof Arrived['came'], string][] = [
  ['texts', 'Texts'],
  ['choices', 'Choices'],
  ['labels', 'Facts'],
  ['categories', 'Categories'],
  ['pictures', 'Pictures'],
]
const words: Record<LeftBehind['what'], string> = {
  text: 'text',
  option: 'choice',
  category: 'category',
  label: 'name of a fact',
  picture: 'picture with text: needs its own version',
  alternative: 'alternative text',
}
const to = (l: LeftBehind) =>
  l.what === 'picture' ? `/media/${segment(l.name)}` : { path: `/translation/${segment(l.record)}`, query: lens.query }
const share = (c: Arrived['came'], k: keyof Arrived['came']) =>
  k === 'measures' ? '' : `${(c[k] as [number, number])[0]} of ${(c[k] as [number, number])[1]}`
const short = (c: Arrived['came'], k: keyof Arrived['came']) =>
  k !== 'measures' && (c[k] as [number, number])[0] < (c[k] as [number, number])[1]
useKeys('Carried over', [
  ...walking,
  {
    keys: 'Enter',
    does: 'Translate',
    run: () => {
      if (chosen.value)
        void navigateTo({ path: `/translation/${segment(`product:${chosen.value.sku}`)}`, query: lens.query })
    },
  },
])
</script>

<template>
  <div class="page">
    <PageHead stage="translation" title="Carried over">
      <template #line
        >into {{ setup.storefrontName(lens.storefront) }}, {{ languageName(lens.language) }}. Measures, prices and dates
        carry over automatically.</template
      >
      <template #controls>
        <TextField v-model="q" placeholder="SKU" type="search" class="w-56" label="Search by SKU" />
      </template>
    </PageHead>
    <div class="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)_210px] border-t border-hair2">
      <div
        ref="scroller"
        class="min-h-0 overflow-auto bg-sheet"
        tabindex="0"
        role="grid"
        aria-label="Products and what is carried over"
        :aria-rowcount="list.count.value ?? 0"
        :aria-activedescendant="chosen ? `came-${at}` : undefined"
      >
        <div class="list-line head sticky top-0 z-10 bg-sheet" role="row">
          <span role="columnheader">Product</span
          ><span v-for="[k, w] in columns" :key="k" role="columnheader" class="text-right">{{ w }}</span>
        </div>
        <div class="relative" role="presentation" :style="{ height: `${virtual.getTotalSize()}px` }">
          <div
            v-for="v in rows"
            :id="`came-${v.index}`"
            :key="v.index"
            class="list-line absolute inset-x-0 top-0"
            :class="{ current: v.index === at }"
            role="row"
            :aria-rowindex="v.index + 1"
            :aria-selected="v.index === at"
            :style="{ transform: `translateY(${v.start}px)` }"
            @click="at = v.index"
          >
            <template v-if="list.row(v.index)"
              ><span role="gridcell" class="truncate"
                >{{ list.row(v.index)!.name }} <small class="code ml-1">{{ list.row(v.index)!.sku }}</small></span
              ><span
                v-for="[k] in columns"
                :key="k"
                role="gridcell"
                class="text-right tabular-nums"
                :class="short(list.row(v.index)!.came, k) ? 'text-madder' : 'text-ink2'"
                >{{ share(list.row(v.index)!.came, k) }}</span
              ></template
            >
            <span v-else role="gridcell" class="text-ink3">…</span>
          </div>
        </div>
      </div>
      <aside class="overflow-auto border-l border-hair px-4 py-3" tabindex="0" aria-label="Not carried over">
        <template v-if="chosen"
          ><h2>{{ chosen.left.length === 0 ? 'Everything carried over' : 'Not carried over' }}</h2>
          <ul>
            <li v-for="(l, i) in chosen.left" :key="i" class="border-t border-hair py-1.5">
              <NuxtLink class="plain" :to="to(l)">{{ l.name }}</NuxtLink><span class="block text-[12px] text-ink2">{{
                words[l.what]
              }}</span>
            </li>
          </ul></template
        >
      </aside>
    </div>
  </div>
</template>

<style scoped>
.list-line {
  grid-template-columns: minmax(130px, 1fr) 50px 56px 56px 72px 60px;
  column-gap: 10px;
}
</style>
