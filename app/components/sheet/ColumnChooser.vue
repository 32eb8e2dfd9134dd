<script setup lang="ts">
import type { OfferedColumn } from '@contracts/sheet'

/** Which columns the sheet shows, in which order. */
const open = defineModel<boolean>({ required: true })
const chosen = defineModel<string[]>('columns', { required: true })
const props = defineProps<{ filter: unknown; label: (id: string) => string }>()
const lens = useLensStore()
const q = ref('')
const { data } = useAnswer('offeredColumns', () =>
  open.value ? { body: { filter: props.filter, lens: { ...lens.body, language: lens.language } } } : undefined,
)
const offered = computed(() =>
  (data.value?.items ?? []).filter(
    (c) => !chosen.value.includes(c.id) && `${c.id} ${c.label}`.toLowerCase().includes(q.value.trim().toLowerCase()),
  ),
)
const lacking = (c: OfferedColumn) =>
  c.group === 'product'
    ? ''
    : c.missing === 0
      ? 'all filled'
      : `${numberShown(c.missing)} of ${numberShown(c.products)} empty`
const add = (id: string) => {
  chosen.value = [...chosen.value, id]
}
const root = useTemplateRef<HTMLElement>('root')
function move(from: number, to: number) {
  if (to < 0 || to >= chosen.value.length) return
  chosen.value = moved(chosen.value, from, to)
  void nextTick(() => root.value?.querySelectorAll<HTMLElement>('[data-entry]')[to]?.focus())
}
useReorder(() => root.value, move)
/** What must be filled and is not, ten at most. */
const gaps = computed(() =>
  (data.value?.items ?? [])
    .filter((c) => c.needed > 0 && c.missing > 0)
    .slice(0, 10)
    .map((c) => c.id),
)
</script>

<template>
  <ModalDialog v-model="open" title="Columns of the sheet" wide>
    <div class="mt-2 grid h-[58vh] grid-cols-[300px_minmax(0,1fr)] border-y border-hair2">
      <section class="overflow-auto border-r border-hair2 py-2" aria-label="Shown, in this order">
        <ol ref="root">
          <li
            v-for="(c, i) in chosen"
            :key="c"
            data-entry
            tabindex="0"
            class="flex items-center gap-2 px-5 py-1 focus:bg-indigowash"
            :aria-label="`${label(c)}, column ${i + 1}. Alt and the arrows move it, Delete removes it`"
            @keydown.alt.up.prevent="move(i, i - 1)"
            @keydown.alt.down.prevent="move(i, i + 1)"
            @keydown.delete.prevent="chosen = chosen.filter((x) => x !== c)"
          >
            <span data-handle class="w-5 cursor-grab text-ink3">{{ i + 1 }}</span><span
              class="min-w-0 flex-1 truncate"
              >{{ label(c) }}</span
            ><IconButton
              icon="remove"
              tabindex="-1"
              :label="`Remove ${label(c)}`"
              @click="chosen = chosen.filter((x) => x !== c)"
            />
          </li>
        </ol>
        <p v-if="chosen.length === 0" class="px-5 text-ink2">No column: only the products’ names.</p>
      </section>
      <section class="flex min-h-0 flex-col" aria-label="More columns">
        <div class="flex items-center gap-3 px-5 py-2">
          <TextField
            v-model="q"
            placeholder="Find a column"
            @keydown.enter.prevent="offered[0] && add(offered[0].id)"
            type="search"
            class="w-full"
            label="Find a column"
          />
        </div>
        <p class="px-5 pb-1 text-[12px] text-ink2">
          Required columns with gaps come first, then the columns with the most empty cells.
        </p>
        <ul class="min-h-0 flex-1 overflow-auto pb-2">
          <li v-for="c in offered" :key="c.id">
            <button
              type="button"
              class="flex w-full items-baseline gap-3 px-5 py-1 text-left hover:bg-shade focus:bg-indigowash"
              @click="add(c.id)"
            >
              <span class="truncate">{{ c.label }}</span><b
                v-if="c.needed && c.missing"
                class="shrink-0 text-[12px] font-semibold text-madder"
                >required</b
              ><span class="ml-auto shrink-0 text-[12px] text-ink2">{{ lacking(c) }}</span>
            </button>
          </li>
        </ul>
      </section>
    </div>
    <p class="pt-3">
      <button class="act" type="button" :disabled="gaps.length === 0" @click="chosen = gaps">Show required gaps</button>
    </p>
  </ModalDialog>
</template>
