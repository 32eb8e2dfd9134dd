<script setup lang="ts">
import { useVirtualizer } from '@tanstack/vue-virtual'
import { useElementSize } from '@vueuse/core'
import type { CellBody, SheetRow, SheetSort } from '@contracts/sheet'
import type { CellWrite } from '@core/sheet/cells'
import { readBlock, writeBlock } from '@core/sheet/block'
import { isWritable, showsField, type SheetColumn } from '@core/sheet/columns'
import { fieldsNamedIn } from '@core/rules/condition'
import { directionOf } from '@core/language/chain'
import { columnLabel, isNumeric, languageOf, languageOfCell } from './columnWords'
import { useColumnWidths } from './useColumnWidths'
import { useSheetOrder } from './useSheetOrder'
import { useSheetSummary } from './useSheetSummary'
import { selectedRows, type SelectedRows } from './selectedRows'
import { useSheetRows, type Row } from './useSheetRows'

const props = defineProps<{
  columns: SheetColumn[]
  filter: unknown
  members: 'parents' | 'variants' | 'both'
  readonly: boolean
}>()
/** The order of the rows, where it is not that of their SKUs. */
const sort = defineModel<SheetSort | null>('sort', { required: true })
const emit = defineEmits<{
  current: [SheetRow | undefined]
  selected: [SelectedRows]
  open: [string]
  count: [number | undefined]
}>()
const lens = useLensStore()
const setup = useSetupStore()

const { list, cellAt } = useSheetRows(() => ({ ...props, sort: sort.value }))
const sortBy = useSheetOrder(sort)
watch(
  () => list.count.value,
  (n) => emit('count', n),
  { immediate: true },
)
const scroller = useTemplateRef<HTMLElement>('scroller')
const rowHeight = 32
const headHeight = 29
const virtual = useVirtualizer(
  computed(() => ({
    count: list.count.value ?? 0,
    getScrollElement: () => scroller.value,
    estimateSize: () => rowHeight,
    overscan: 5,
    scrollPaddingEnd: headHeight,
  })),
)
const visible = computed(() => virtual.value.getVirtualItems())
watch(visible, (v) => {
  if (v.length) list.show(v[0]!.index, v.at(-1)!.index)
})
const isDrawn = useDrawing(() => visible.value.filter((v) => list.row(v.index)).map((v) => v.index), 4)
const { width: room } = useElementSize(scroller)
const { headWidth, widths, lefts, template, resize } = useColumnWidths(
  () => props.columns,
  () => room.value,
)

const range = useCellRange(
  () => list.count.value ?? 0,
  () => props.columns.length,
)
const { at } = range
const current = computed(() => list.row(at.row))
watch(current, (r) => emit('current', r), { immediate: true })
const rowsSelected = () => list.rowsBetween(range.block.value.top, range.block.value.bottom)
watch(range.height, (rows) => emit('selected', selectedRows(rows, rowsSelected)), { immediate: true })
const writes = reactive(
  useSheetWrites(() => list.renew(visible.value[0]?.index ?? 0, visible.value.at(-1)?.index ?? 0)),
)

const { isSummedUp, summaries } = useSheetSummary({ range, list, cellAt, columns: () => props.columns })
/** The columns that the filter asks about. */
const isFiltered = computed(() => {
  const fields = fieldsNamedIn(props.filter)
  return props.columns.map((column) => fields.some((field) => showsField(column, field)))
})

// What is found anew is read from its top.
watch(
  () => JSON.stringify([props.filter, sort.value]),
  () => range.go(0, at.column),
)
/** The cell that is open, what was typed to open it, and what stood there then: only that is written over. */
const editing = ref<{ row: number; column: number; typed: string; base: unknown }>()
function show(row: number, column: number) {
  virtual.value.scrollToIndex(row)
  const box = scroller.value
  // Of rows that are selected whole, no column is looked for.
  if (!box || range.width.value === props.columns.length) return
  const left = lefts.value[column]! - headWidth.value
  if (left < box.scrollLeft) box.scrollLeft = left
  else if (left + widths.value[column]! > box.scrollLeft + box.clientWidth - headWidth.value)
    box.scrollLeft = left + widths.value[column]! - box.clientWidth + headWidth.value
}
/** Until somebody has gone to a cell, letters are keys of the screen; then they write in it. */
const chosen = ref(false)
function go(row: number, column: number, keep = false) {
  chosen.value = true
  range.go(row, column, keep)
  show(range.corner.row, range.corner.column)
}
const typeEarly = useEarlyTyping(
  at,
  (place) => cellAt(list.row(place.row), place.column) !== undefined,
  (typed) => edit(typed),
)
function edit(typed = ''): void {
  const column = props.columns[at.column]
  if (!column || props.readonly || !isWritable(column)) return
  const cell = cellAt(current.value, at.column)
  if (!cell) return typeEarly(typed)
  range.go(at.row, at.column)
  editing.value = { row: at.row, column: at.column, typed, base: cell.base ?? null }
}
function written(cell: CellWrite, next: 'down' | 'right' | 'stay') {
  const { row: r, column: c, base } = editing.value!
  const row = list.row(r)!
  const column = props.columns[c]!
  const before = cellAt(row, c)
  if (!before) return
  editing.value = undefined
  scroller.value?.focus()
  if (next === 'down') go(r + 1, c)
  if (next === 'right') go(r, c + 1)
  const same = 'value' in cell ? JSON.stringify(cell.value) === JSON.stringify(base) : cell.text === before.text
  if (!same) void writes.write([{ sku: row.sku, column: column.id, ...cell, base }], () => textOf(cell))
}
const textOf = (cell: CellWrite) => ('text' in cell ? cell.text : plainShown(valueShown(cell.value)))
/** Leaves the cell as it is. A longer text that was written is kept in it, to go on with. */
function leave(unsaved?: { value: unknown }) {
  const { row, column } = editing.value!
  const sku = list.row(row)!.sku
  if (unsaved) {
    const cell = { sku, column: props.columns[column]!.id, ...unsaved }
    writes.setAside([{ cell, message: 'Not saved yet.', text: textOf(unsaved) }])
  }
  editing.value = undefined
  scroller.value?.focus()
}

const tooMany = 10_000
async function block(): Promise<{ rows: Row[]; columns: number[] } | undefined> {
  const columns = Array.from({ length: range.width.value }, (_, i) => range.block.value.left + i)
  if (range.height.value * columns.length > tooMany) {
    tellProblem(
      new ApiProblem({
        title: 'Too many cells',
        status: 422,
        detail: `${numberShown(tooMany)} cells at once is the limit. For more, use “Bulk edit”.`,
      }),
    )
    return undefined
  }
  return { rows: await rowsSelected(), columns }
}
async function copy(e: ClipboardEvent) {
  if (editing.value) return
  e.preventDefault()
  const loaded = Array.from({ length: range.height.value }, (_, i) => list.row(range.block.value.top + i))
  const columns = Array.from({ length: range.width.value }, (_, i) => range.block.value.left + i)
  // What is not loaded yet cannot be put on the clipboard within this event, so it is written a moment later.
  const text = (rows: (Row | undefined)[]) => writeBlock(rows.map((r) => columns.map((c) => cellAt(r, c)?.text ?? '')))
  if (loaded.every(Boolean)) e.clipboardData?.setData('text/plain', text(loaded))
  else await navigator.clipboard.writeText(text(await rowsSelected()))
  tell(`${loaded.length * columns.length} ${loaded.length * columns.length === 1 ? 'cell' : 'cells'} copied`)
}
async function paste(e: ClipboardEvent) {
  if (editing.value || props.readonly) return
  e.preventDefault()
  const pasted = readBlock(e.clipboardData?.getData('text/plain') ?? '')
  const { top, left } = range.block.value
  // One cell fills all that are selected; a block lies down from the first of them.
  const one = pasted.length === 1 && pasted[0]!.length === 1
  const height = one ? range.height.value : Math.min(pasted.length, (list.count.value ?? 0) - top)
  const width = one
    ? range.width.value
    : Math.min(Math.max(...pasted.map((r) => r.length)), props.columns.length - left)
  if (height <= 0 || width <= 0) return
  range.go(top, left)
  range.go(top + height - 1, left + width - 1, true)
  const target = await block()
  if (!target) return
  await writes.write(
    target.rows.flatMap((row, y) =>
      target.columns.flatMap((c, x): CellBody[] => {
        const text = one ? pasted[0]![0]! : pasted[y]?.[x]
        const there = cellAt(row, c)
        return text === undefined || !there || text === there.text
          ? []
          : [{ sku: row.sku, column: props.columns[c]!.id, text, base: there.base ?? null }]
      }),
    ),
  )
  if (pasted.length > height && !one) tell(`${pasted.length - height} pasted rows had no place below the last product`)
}
async function fillDown() {
  if (props.readonly || range.height.value < 2) return
  const target = await block()
  if (!target) return
  const [first, ...rest] = target.rows
  await writes.write(
    rest.flatMap((row) =>
      target.columns.flatMap((c): CellBody[] => {
        const [from, there] = [cellAt(first, c), cellAt(row, c)]
        if (!from || !there) return []
        const what = props.columns[c]!.kind === 'attribute' ? { value: from.value } : { text: from.text }
        return from.text === there.text
          ? []
          : [{ sku: row.sku, column: props.columns[c]!.id, ...what, base: there.base ?? null }]
      }),
    ),
    () => cellAt(first, target.columns[0]!)?.text ?? '',
  )
}
async function clear() {
  if (props.readonly) return
  const target = await block()
  if (target)
    await writes.write(
      target.rows.flatMap((row) =>
        target.columns
          .filter((c) => (cellAt(row, c)?.base ?? null) !== null && isWritable(props.columns[c]!))
          .map((c): CellBody => ({
            sku: row.sku,
            column: props.columns[c]!.id,
            text: '',
            base: cellAt(row, c)?.base ?? null,
          })),
      ),
    )
}
function key(e: KeyboardEvent) {
  if (editing.value) return
  const from = e.shiftKey ? range.corner : at
  const page = Math.max(1, Math.floor((scroller.value?.clientHeight ?? 400) / rowHeight) - 2)
  const last = (list.count.value ?? 1) - 1
  const steps: Record<string, [number, number]> = {
    ArrowDown: [from.row + 1, from.column],
    ArrowUp: [from.row - 1, from.column],
    ArrowLeft: [from.row, from.column - 1],
    ArrowRight: [from.row, from.column + 1],
    PageDown: [from.row + page, from.column],
    PageUp: [from.row - page, from.column],
    Home: [e.ctrlKey ? 0 : from.row, 0],
    End: [e.ctrlKey ? last : from.row, props.columns.length - 1],
  }
  if (e.key in steps) go(...steps[e.key]!, e.shiftKey)
  else if (e.key === 'Tab' && !e.shiftKey && at.column < props.columns.length - 1) go(at.row, at.column + 1)
  else if (e.key === 'Tab' && e.shiftKey && at.column > 0) go(at.row, at.column - 1)
  else if (e.key === 'Enter' && e.ctrlKey) emit('open', current.value?.sku ?? '')
  else if (e.key === 'Enter' || e.key === 'F2') edit()
  else if (e.key === 'Delete' || e.key === 'Backspace') void clear()
  else if (e.ctrlKey && e.key === 'd') void fillDown()
  else if (e.ctrlKey && e.key === 'z') void writes.undo()
  else if (e.ctrlKey && (e.key === 'y' || e.key === 'Z')) void writes.redo()
  else if (e.ctrlKey && e.key === 'a') {
    range.go(0, 0)
    range.go(last, props.columns.length - 1, true)
  } else if (e.key === ' ' && e.shiftKey) {
    range.go(range.block.value.top, 0)
    range.go(range.block.value.bottom, props.columns.length - 1, true)
  } else if (
    chosen.value &&
    e.key.length === 1 &&
    !e.ctrlKey &&
    !e.altKey &&
    !e.metaKey &&
    /[\p{L}\p{N}.,\-"“(]/u.test(e.key) &&
    !props.readonly
  )
    edit(e.key)
  else return
  e.preventDefault()
  e.stopPropagation()
}
let dragging = false
function press(e: MouseEvent) {
  const cell = gridCell(e)
  if (!cell || e.button !== 0) return
  dragging = cell.column >= 0
  chosen.value = true
  range.go(cell.row, Math.max(0, cell.column), e.shiftKey)
  // The head of a row marks all of it.
  if (cell.column < 0) range.go(cell.row, props.columns.length - 1, true)
  scroller.value?.focus()
}
function over(e: MouseEvent) {
  const cell = dragging ? gridCell(e) : undefined
  if (cell) range.go(cell.row, Math.max(0, cell.column), true)
}
function pressTwice(e: MouseEvent) {
  const cell = gridCell(e)
  if (!cell) return
  if (cell.column >= 0) edit()
  else if (list.row(cell.row)) emit('open', list.row(cell.row)!.sku)
}
useEventListener(window, 'mouseup', () => {
  dragging = false
})
/** Why the cell that the keys act on was refused, if it was. */
const reason = computed(() =>
  current.value && props.columns[at.column]
    ? (writes.refusedAt(current.value.sku, props.columns[at.column]!.id)?.message ?? '')
    : '',
)
const currentColumn = () => props.columns[at.column]
defineExpose({
  writes,
  sortHere: () => sortBy(currentColumn()),
  widen: (by: number) => resize(currentColumn(), widths.value[at.column]! + by),
  reason,
  focus: () => scroller.value?.focus(),
  renew: () => list.renew(visible.value[0]?.index ?? 0, visible.value.at(-1)?.index ?? 0),
})
/** How a row is selected: rows are drawn anew only where that, or what they hold, has changed. */
function markOf(row: number): string {
  const { top, bottom, left, right } = range.block.value
  const block = row >= top && row <= bottom ? `${left}-${right}` : ''
  const current = row === at.row ? at.column : ''
  return `${block}|${current}`
}
const id = useId()
</script>

<template>
  <div
    ref="scroller"
    class="sheet relative min-h-0 flex-1 overflow-auto bg-sheet outline-none"
    tabindex="0"
    role="grid"
    aria-label="Products"
    aria-multiselectable="true"
    :aria-rowcount="(list.count.value ?? 0) + 1"
    :aria-colcount="columns.length + 1"
    :aria-activedescendant="current && columns.length && isDrawn(at.row) ? `${id}-${at.row}-${at.column}` : undefined"
    @keydown="key"
    @copy="copy"
    @paste="paste"
  >
    <div
      class="row head sticky top-0 z-20 bg-sheet"
      role="row"
      aria-rowindex="1"
      :style="{ gridTemplateColumns: template, width: `${lefts.at(-1)}px` }"
    >
      <span role="columnheader" class="rowhead sticky left-0 z-10 bg-sheet" aria-colindex="1">Product</span>
      <ColumnHead
        v-for="(c, i) in columns"
        :key="c.id"
        :column="c"
        :order="sort?.column === c.id ? (sort.descending ? 'descending' : 'ascending') : undefined"
        :width="widths[i]!"
        :filtered="isFiltered[i]!"
        :aria-colindex="i + 2"
        @sort="sortBy(c)"
        @resize="resize(c, $event)"
      />
    </div>
    <p v-if="list.problem.value" class="sticky left-0 px-5 py-2 text-madder" role="alert">
      {{ list.problem.value.sentence }}
    </p>
    <div v-if="list.count.value === 0" class="sticky left-0" role="row">
      <div role="gridcell">
        <EmptyState><slot name="empty">No products found.</slot></EmptyState>
      </div>
    </div>
    <div
      class="relative"
      role="rowgroup"
      :style="{ height: `${virtual.getTotalSize()}px`, width: `${lefts.at(-1)}px` }"
      @click="followLink"
      @mousedown="press"
      @mouseover="over"
      @dblclick="pressTwice"
    >
      <div
        v-for="v in visible"
        :key="v.index"
        v-memo="[
          list.row(v.index),
          isDrawn(v.index),
          v.start,
          template,
          markOf(v.index),
          writes.version,
          columns,
          readonly,
        ]"
        class="row absolute left-0 top-0"
        role="row"
        :aria-rowindex="v.index + 2"
        :aria-selected="v.index >= range.block.value.top && v.index <= range.block.value.bottom"
        :style="{ transform: `translateY(${v.start}px)`, gridTemplateColumns: template, width: `${lefts.at(-1)}px` }"
      >
        <template v-for="r in [isDrawn(v.index) ? list.row(v.index) : undefined]" :key="r?.sku ?? v.index">
          <span
            role="rowheader"
            aria-colindex="1"
            class="rowhead sticky left-0 z-10 flex items-center gap-2 bg-sheet"
            :class="{ current: v.index === at.row }"
          >
            <template v-if="r">
              <img
                v-if="r.picture"
                :src="pictureUrl(r.picture)"
                alt=""
                width="24"
                height="24"
                loading="lazy"
                class="h-6 w-6 shrink-0 object-contain"
              /><span v-else class="w-6 shrink-0" />
              <a
                class="link-button"
                :class="{ 'text-ink2 italic': !r.nameCounts }"
                tabindex="-1"
                :lang="r.nameLanguage ?? undefined"
                :href="`/catalogue/${segment(r.sku)}`"
                >{{ r.name ?? 'No name' }}</a><small v-if="r.name && !r.nameCounts" class="shrink-0 text-ochre"
                >only in {{ bareLanguageName(r.nameLanguage ?? '') }}</small
              >
              <span class="code ml-auto shrink-0" :class="{ 'text-ochre': r.status !== 'active' }" :title="r.status"
                >{{ r.sku }}<template v-if="r.variants"> +{{ r.variants }}</template></span
              >
            </template>
            <span v-else class="text-ink3">…</span>
          </span>
          <template v-if="r"
            ><span
              v-for="(c, i) in columns"
              :id="`${id}-${v.index}-${i}`"
              :key="c.id"
              role="gridcell"
              :aria-colindex="i + 2"
              class="cell"
              :class="[
                {
                  selected: range.isSelected(v.index, i),
                  at: v.index === at.row && i === at.column,
                  'text-right': isNumeric(c),
                  refused: writes.refusedAt(r.sku, c.id),
                  pending: writes.isPending(r.sku, c.id),
                },
                `from-${cellAt(r, i)?.origin}`,
              ]"
              :aria-busy="cellAt(r, i) ? undefined : true"
              :aria-readonly="readonly || !isWritable(c) || undefined"
              :aria-invalid="writes.refusedAt(r.sku, c.id) ? true : undefined"
              :title="writes.refusedAt(r.sku, c.id)?.message"
              ><template v-if="writes.refusedAt(r.sku, c.id)"
                >{{ writes.refusedAt(r.sku, c.id)!.text || cellAt(r, i)?.shown
                }}<span class="sr-only">, rejected: {{ writes.refusedAt(r.sku, c.id)!.message }}</span></template
              ><span
                v-else-if="cellAt(r, i)"
                :lang="languageOfCell(cellAt(r, i)!, c)"
                :dir="languageOfCell(cellAt(r, i)!, c) ? directionOf(languageOfCell(cellAt(r, i)!, c)!) : undefined"
                >{{ cellAt(r, i)!.shown }}</span
              ></span
            ></template
          >
        </template>
      </div>
      <CellEditor
        v-if="editing && cellAt(list.row(editing.row), editing.column)"
        :key="`${editing.row}-${editing.column}`"
        class="absolute z-30"
        :style="{
          top: `${editing.row * rowHeight - 2}px`,
          left: `${lefts[editing.column]! - 2}px`,
          minWidth: `${widths[editing.column]! + 4}px`,
          width: widths[editing.column]! > 180 ? `${Math.max(widths[editing.column]! + 4, 420)}px` : undefined,
        }"
        :column="columns[editing.column]!"
        :cell="cellAt(list.row(editing.row), editing.column)!"
        :language="languageOf(lens.language, columns[editing.column]!)"
        :label="`${columnLabel(columns[editing.column]!, setup)} of ${list.row(editing.row)!.sku}`"
        :typed="editing.typed"
        :refused="writes.refusedAt(list.row(editing.row)!.sku, columns[editing.column]!.id)"
        @write="written"
        @leave="leave"
      />
    </div>
    <SheetSummary
      v-if="isSummedUp"
      :columns="columns"
      :summaries="summaries"
      :rows="range.height.value"
      :style="{ gridTemplateColumns: template, width: `${lefts.at(-1)}px` }"
    />
  </div>
</template>

<style scoped src="./sheet-grid.css"></style>
