<script setup lang="ts">
import { factIn, type FactTexts } from '@core/catalogue/storefront-facts'
import { directionOf } from '@core/language/chain'
import type { StandingPage } from '@core/page/layout'
import { codeOfName } from '@core/text/code'

/** Texts of a storefront that blocks hold by name, and that are changed here for all of them. */
const pages = defineModel<StandingPage[]>({ required: true })
const props = defineProps<{ disabled: boolean; languages: readonly string[]; facts: Record<string, FactTexts> }>()
const at = ref(0)
const page = computed(() => pages.value[at.value])
const set = (change: Partial<StandingPage>) => {
  pages.value = pages.value.map((p, i) => (i === at.value ? { ...p, ...change } : p))
}
const offered = computed(() =>
  Object.entries(props.facts).map(([k, v]) => ({
    address: `storefront:${k}`,
    label: k.replaceAll('-', ' '),
    sample: (factIn(v, props.languages) ?? '').slice(0, 36),
  })),
)
const name = ref('')
function add() {
  if (name.value.trim() === '') return
  const base = codeOfName(name.value.trim(), 'page')
  const code = pages.value.some((p) => p.code === base) ? `${base}-${pages.value.length + 1}` : base
  pages.value = [...pages.value, { code, name: name.value.trim(), titles: {}, bodies: {} }]
  at.value = pages.value.length - 1
  name.value = ''
}
function removePage(page: StandingPage) {
  pages.value = pages.value.filter((p) => p !== page)
  at.value = 0
}
</script>

<template>
  <div>
    <p class="pb-2 text-ink2">
      Returns, terms and the like, written once for the storefront. Insert one into a block by typing
      <span class="key">@</span>.
    </p>
    <p class="flex flex-wrap items-center gap-3 pb-2">
      <button
        v-for="(p, i) in pages"
        :key="p.code"
        type="button"
        class="min-h-6"
        :class="i === at ? 'border-b-[1.5px] border-ink font-semibold' : 'text-ink2'"
        :aria-pressed="i === at"
        @click="at = i"
      >
        {{ p.name }}
      </button>
      <template v-if="!disabled"
        ><TextField
          v-model="name"
          placeholder="name of a new page"
          maxlength="120"
          @keydown.enter.prevent="add"
          class="w-40"
          label="Name of a new page"
        /><button type="button" class="plain" @click="add">Add a page</button></template
      >
    </p>
    <template v-if="page">
      <p class="flex items-end gap-3 pb-2">
        <FormField label="Internal name">
          <TextField
            :disabled="disabled"
            maxlength="120"
            :model-value="page.name"
            class="w-64"
            @commit="set({ name: $event })"
          />
        </FormField>
        <span class="code pb-1.5">page:{{ page.code }}</span
        ><button v-if="!disabled" type="button" class="plain ml-auto pb-1.5" @click="removePage(page)">Remove</button>
      </p>
      <section v-for="l in languages" :key="page.code + l" class="pb-3" :aria-label="languageName(l)">
        <h3 class="border-b border-hair pb-0.5 font-semibold">{{ languageName(l) }}</h3>

        <FormField class="pt-1" label="Title">
          <TextField
            :lang="l"
            :dir="directionOf(l)"
            :disabled="disabled"
            maxlength="300"
            :model-value="page.titles[l]"
            class="w-full font-serif"
            @commit="set({ titles: { ...page!.titles, [l]: $event } })"
          />
        </FormField>

        <RichEditor
          class="mt-1.5"
          :model-value="page.bodies[l] ?? ''"
          :label="`Text of ${page.name} in ${languageName(l)}`"
          :language="l"
          :direction="directionOf(l)"
          :values="offered"
          :disabled="disabled"
          @update:model-value="set({ bodies: { ...page!.bodies, [l]: $event } })"
        />
      </section>
    </template>
  </div>
</template>
