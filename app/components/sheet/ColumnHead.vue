<script setup lang="ts">
import { isSortable, type SheetColumn } from '@core/sheet/columns'
import { ArrowDown, ArrowUp, ListFilter } from '@lucide/vue'
import { columnLabel, isNumeric } from './columnWords'

/**
 * The head of a column of the sheet: what it is called, whether the rows are in its order, and its width. The keys of
 * the sheet sort and resize too.
 */
const props = defineProps<{
  column: SheetColumn
  order: 'ascending' | 'descending' | undefined
  width: number
  /** Whether the filter asks about what it shows. */
  filtered: boolean
}>()
const emit = defineEmits<{ sort: []; resize: [number | undefined] }>()
const setup = useSetupStore()
const label = computed(() => (props.column.kind === 'price' ? 'Price' : columnLabel(props.column, setup)))
/** The storefront or language that the column has of its own. */
const edition = computed(() => {
  const { column } = props
  if (column.kind === 'price') return { storefront: column.storefront, name: setup.storefrontName(column.storefront) }
  if (column.kind !== 'attribute' || !column.edition) return undefined
  return { storefront: column.edition.storefront, name: bareLanguageName(column.edition.language) }
})
function begin(e: PointerEvent) {
  const handle = e.currentTarget as HTMLElement
  const [from, width] = [e.clientX, props.width]
  const move = (to: PointerEvent) => emit('resize', width + to.clientX - from)
  handle.setPointerCapture(e.pointerId)
  handle.addEventListener('pointermove', move)
  handle.addEventListener('lostpointercapture', () => handle.removeEventListener('pointermove', move), { once: true })
}
</script>

<template>
  <span
    role="columnheader"
    class="column-head"
    :class="[edition && `thread-${edition.storefront}`, { 'justify-end': isNumeric(column) }]"
    :aria-sort="order ?? (isSortable(column) ? 'none' : undefined)"
    :title="column.id"
  >
    <component
      :is="isSortable(column) ? 'button' : 'span'"
      class="truncate"
      :type="isSortable(column) ? 'button' : undefined"
      tabindex="-1"
      @click="isSortable(column) && emit('sort')"
    >
      {{ label }}
      <template v-if="edition"
        ><span class="dot" /> <span class="font-normal">{{ edition.name }}</span></template
      >
    </component>
    <ListFilter v-if="filtered" class="shrink-0 self-center" :size="12" aria-label="filtered" role="img" />
    <ArrowUp v-if="order === 'ascending'" class="shrink-0 self-center" :size="12" aria-hidden="true" />
    <ArrowDown v-else-if="order === 'descending'" class="shrink-0 self-center" :size="12" aria-hidden="true" />
    <span class="resizer" aria-hidden="true" @pointerdown.prevent="begin" @dblclick="emit('resize', undefined)" />
  </span>
</template>

<style scoped>
.column-head {
  position: relative;
  display: flex;
  gap: 4px;
  min-width: 0;
}
.resizer {
  position: absolute;
  inset: 0 -4px 0 auto;
  width: 8px;
  cursor: col-resize;
}
.resizer:hover {
  background: var(--hair-strong);
}
</style>
