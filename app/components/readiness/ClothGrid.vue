<script setup lang="ts">
import { useVirtualizer } from '@tanstack/vue-virtual'
import { useElementSize } from '@vueuse/core'
import type { ClothRow } from '@contracts/readiness'
import { bytesOf, stitchOf, strandsIn } from './stitch'
import type { useCloth } from './useCloth'

const props = defineProps<{ list: ReturnType<typeof useCloth>; edition: string | undefined }>()
const emit = defineEmits<{ at: [{ sku: string; column: number } | undefined]; open: []; sort: [string] }>()
const setup = useSetupStore()
const lens = useLensStore()
const rowHeight = 31
const headHeight = 26
const clothHead = 70
const leastColumn = 37
const widestColumn = 92
const nameWidth = 280
const groupAt = (line: number) => {
  const l = props.list.line(line)
  return l.kind === 'group' ? l.group : ''
}
const nameOf = (code: string) =>
  props.list.grouping.value === 'type'
    ? setup.label(setup.types.get(code)?.labels, code)
    : code === ''
      ? 'In no campaign'
      : (setup.campaigns.get(code)?.name ?? code)
const scroller = useTemplateRef<HTMLElement>('scroller')
const columns = computed(() => props.list.cloth.value?.columns ?? [])
const { width: room } = useElementSize(scroller)
/** The columns share the width that there is; many stay narrow, and are scrolled. */
const columnWidth = computed(() => {
  const share = Math.floor((room.value - nameWidth) / Math.max(1, columns.value.length))
  return Math.min(widestColumn, Math.max(leastColumn, share))
})
const virtual = useVirtualizer(
  computed(() => ({
    count: props.list.total.value,
    getScrollElement: () => scroller.value,
    estimateSize: (i: number) => (props.list.line(i).kind === 'group' ? headHeight : rowHeight),
    overscan: 4,
    scrollPaddingEnd: clothHead,
  })),
)
const across = useVirtualizer(
  computed(() => ({
    horizontal: true,
    count: columns.value.length,
    getScrollElement: () => scroller.value,
    estimateSize: () => columnWidth.value,
    paddingStart: nameWidth,
    overscan: 6,
  })),
)
watch(
  () => props.list.cloth.value,
  async (cloth, before) => {
    virtual.value.measure()
    if (!cloth || (before && at.column >= 0)) return
    await nextTick()
    // Back where one was; at first, in the edition that is looked through.
    go(
      at.line,
      at.column < 0 ? columns.value.findIndex((c) => `${c.storefront}/${c.language}` === lens.edition.id) : at.column,
    )
  },
)
const visible = computed(() => virtual.value.getVirtualItems())
const heads = computed(() => visible.value.filter((v) => props.list.line(v.index).kind === 'group'))
const rows = computed(() => visible.value.filter((v) => props.list.line(v.index).kind === 'row'))
const seen = computed(() => across.value.getVirtualItems())
const width = computed(() => nameWidth + columns.value.length * columnWidth.value)
watch(
  [
    () => visible.value[0]?.index,
    () => visible.value.at(-1)?.index,
    () => props.list.cloth.value,
    () => props.list.total.value,
  ],
  () => {
    if (visible.value.length > 0) props.list.show(visible.value[0]!.index, visible.value.at(-1)!.index)
  },
  { immediate: true },
)

/** Stretches of columns that belong to one storefront. */
const shops = computed(() => {
  const out: { code: string; from: number; n: number }[] = []
  columns.value.forEach((c, i) => {
    if (out.at(-1)?.code === c.storefront) out.at(-1)!.n++
    else out.push({ code: c.storefront, from: i, n: 1 })
  })
  return out
})
/** Names that find no place above few columns are shortened to their code. */
const shopWords = (s: { code: string; n: number }) =>
  setup.storefrontName(s.code).length * 7.4 < s.n * columnWidth.value - 6
    ? setup.storefrontName(s.code)
    : s.code.toUpperCase()
const share = (c: { sold: number; ready: number }) => (c.sold === 0 ? '–' : percentDone(c.ready, c.sold))

let drawn = new WeakMap<ClothRow, ReturnType<typeof stitchOf>[]>()
watch(columnWidth, () => {
  drawn = new WeakMap()
  across.value.measure()
})
/** The crossings of a row, drawn once. */
function stitches(row: ClothRow) {
  let all = drawn.get(row)
  if (!all || all.length !== columns.value.length) {
    const read = { cells: bytesOf(row.cells), live: row.live }
    const strands = strandsIn(columnWidth.value)
    all = columns.value.map((c, i) => stitchOf(read, c.n, i * columnWidth.value, strands))
    drawn.set(row, all)
  }
  return all
}
/** One drawing for all crossings of a row that are in view: far fewer elements than one for each. */
const drawing = (row: ClothRow, part: 'open' | 'done' | 'knots' | 'live') =>
  seen.value.map((c) => stitches(row)[c.index]?.[part] ?? '').join('')
/** What a cell says to those who do not see its stitches. */
function cellLabel(row: ClothRow, index: number): string {
  const column = columns.value[index]
  return `${column?.storefront} ${column?.language}: ${stitches(row)[index]?.words ?? 'not sold here'}`
}
const isDrawn = useDrawing(() => rows.value.filter((v) => props.list.row(v.index)).map((v) => v.index), 4)

/** Where the keys are, kept for whoever comes back from mending something. */
const at = useState('cloth-at', () => ({ line: 0, column: -1 })).value
const current = computed(() =>
  props.list.total.value > 0 && at.line < props.list.total.value ? props.list.row(at.line) : undefined,
)
watch([() => current.value?.sku, () => at.column, () => columns.value.length], () =>
  emit('at', current.value && columns.value[at.column] ? { sku: current.value.sku, column: at.column } : undefined),
)
watch(
  () => props.list.total.value,
  (n) => {
    if (at.line >= n) at.line = Math.max(0, n - 1)
    firstRow()
  },
)
/** The keys never rest on the head of a group. */
function firstRow() {
  if (props.list.total.value > 1 && props.list.line(at.line).kind === 'group') at.line++
}
function go(line: number, column: number) {
  const last = props.list.total.value - 1
  if (last < 0) return
  const down = line >= at.line
  at.line = Math.max(0, Math.min(last, line))
  if (props.list.line(at.line).kind === 'group') at.line += down && at.line < last ? 1 : at.line > 0 ? -1 : 1
  at.column = Math.max(0, Math.min(columns.value.length - 1, column))
  props.list.show(at.line, at.line)
  virtual.value.scrollToIndex(at.line)
  across.value.scrollToIndex(at.column)
}
function key(e: KeyboardEvent) {
  const page = Math.max(1, Math.floor((scroller.value?.clientHeight ?? 400) / rowHeight) - 3)
  const moves: Record<string, [number, number]> = {
    ArrowDown: [1, 0],
    ArrowUp: [-1, 0],
    ArrowLeft: [0, -1],
    ArrowRight: [0, 1],
    PageDown: [page, 0],
    PageUp: [-page, 0],
  }
  const move = moves[e.key]
  if (move && !e.ctrlKey && !e.altKey) go(at.line + move[0], at.column + move[1])
  else if (e.key === 'Home') go(e.ctrlKey ? 0 : at.line, 0)
  else if (e.key === 'End') go(e.ctrlKey ? props.list.total.value - 1 : at.line, columns.value.length - 1)
  else if (e.key === 'Enter' && current.value) emit('open')
  else if (e.key === 'o' && columns.value[at.column]) emit('sort', editionOf(at.column))
  else return
  e.preventDefault()
  e.stopPropagation()
}
const editionOf = (i: number) => `${columns.value[i]!.storefront}/${columns.value[i]!.language}`
function press(e: MouseEvent) {
  const cell = gridCell(e)
  if (!cell) return
  at.line = cell.row
  if (cell.column >= 0) {
    at.column = cell.column
    e.preventDefault()
  }
  scroller.value?.focus()
}
const pressTwice = (e: MouseEvent) => {
  if ((gridCell(e)?.column ?? -1) >= 0) emit('open')
}
const id = useId()
defineExpose({
  focus: () => scroller.value?.focus(),
  renew: () => props.list.renew(visible.value[0]?.index ?? 0, visible.value.at(-1)?.index ?? 0),
})
</script>

<template>
  <div
    ref="scroller"
    class="cloth split-main relative bg-sheet outline-none"
    tabindex="0"
    role="grid"
    aria-label="Readiness of products by edition"
    :aria-rowcount="list.total.value + 1"
    :aria-colcount="columns.length + 1"
    :aria-activedescendant="current && at.column >= 0 && isDrawn(at.line) ? `${id}-${at.line}-${at.column}` : undefined"
    @keydown="key"
  >
    <div class="head sticky top-0 z-20 bg-sheet" role="row" aria-rowindex="1" :style="{ width: `${width}px` }">
      <span
        role="columnheader"
        class="name sticky left-0 z-10 flex items-end bg-sheet pb-1.5 font-semibold"
        aria-colindex="1"
        :style="{ width: `${nameWidth}px` }"
        >Product</span
      >
      <span
        v-for="s in shops"
        :key="s.code + s.from"
        class="shop"
        aria-hidden="true"
        :class="`thread-${s.code}`"
        :style="{ left: `${nameWidth + s.from * columnWidth}px`, width: `${s.n * columnWidth}px` }"
        >{{ shopWords(s) }}</span
      >
      <span
        v-for="c in seen"
        :key="columns[c.index]!.n"
        role="columnheader"
        class="edition"
        :aria-colindex="c.index + 2"
        :aria-sort="edition === editionOf(c.index) ? 'descending' : undefined"
        :style="{ left: `${c.start}px`, width: `${columnWidth}px` }"
        ><button
          type="button"
          tabindex="-1"
          :class="{ sorted: edition === editionOf(c.index) }"
          @click="emit('sort', editionOf(c.index))"
        >
          <span class="sr-only"
            >{{ setup.storefrontName(columns[c.index]!.storefront) }},
            {{ languageName(columns[c.index]!.language) }}:</span
          ><span class="code">{{ columns[c.index]!.language.split('-')[0] }}</span
          ><span class="share">{{ share(columns[c.index]!) }}</span
          ><ShareBar class="edition-bar" :of="columns[c.index]!.sold" :done="columns[c.index]!.ready" /><span
            class="sr-only"
            >ready. Sort by it</span
          >
        </button></span
      >
    </div>
    <p v-if="list.problem.value" class="sticky left-0 px-5 py-2 text-madder" role="alert">
      {{ list.problem.value.sentence }}
    </p>
    <div v-if="list.cloth.value && list.total.value === 0" class="sticky left-0" role="row">
      <div role="gridcell">
        <EmptyState><slot name="empty" /></EmptyState>
      </div>
    </div>
    <div
      class="relative"
      role="rowgroup"
      :style="{ height: `${virtual.getTotalSize()}px`, width: `${width}px` }"
      @click="followLink"
      @mousedown="press"
      @dblclick="pressTwice"
    >
      <div
        v-for="v in heads"
        :key="v.index"
        role="row"
        class="group absolute left-0 top-0"
        :aria-rowindex="v.index + 2"
        :style="{ transform: `translateY(${v.start}px)`, width: `${width}px` }"
      >
        <span role="rowheader" class="sticky left-0 px-5"
          ><template v-for="g in [list.groupOf(groupAt(v.index))]" :key="g?.code"
            ><b class="font-semibold">{{ nameOf(groupAt(v.index)) }}</b> {{ ' '
            }}<small v-if="g" class="pl-1.5 text-ink2"
              >{{ numberShown(g.products) }} {{ g.products === 1 ? 'product' : 'products' }} ·
              {{ g.sold ? percentDone(g.sold - g.open, g.sold) : '0%' }} of their pages ready</small
            ><ShareBar v-if="g" class="group-bar" :of="g.sold" :done="g.sold - g.open" /></template
        ></span>
      </div>
      <div
        v-for="v in rows"
        :key="v.index"
        v-memo="[
          list.row(v.index),
          isDrawn(v.index),
          v.start,
          columns,
          columnWidth,
          seen[0]?.index,
          seen.at(-1)?.index,
          v.index === at.line ? at.column : -1,
        ]"
        role="row"
        class="line absolute left-0 top-0"
        :class="{ here: v.index === at.line }"
        :aria-rowindex="v.index + 2"
        :style="{ transform: `translateY(${v.start}px)`, width: `${width}px` }"
      >
        <template v-for="r in [isDrawn(v.index) ? list.row(v.index) : undefined]" :key="r?.sku ?? v.index">
          <span
            role="rowheader"
            aria-colindex="1"
            class="name sticky left-0 z-10 flex items-center gap-2 bg-sheet"
            :style="{ width: `${nameWidth}px` }"
          >
            <template v-if="r"
              ><a class="link-button" tabindex="-1" :href="`/catalogue/${segment(r.sku)}`">{{ r.name }}</a
              ><span class="code shrink-0">{{ r.sku }}</span></template
            ><span v-else class="text-ink3">…</span>
          </span>
          <template v-if="r">
            <span
              v-for="c in seen"
              :id="`${id}-${v.index}-${c.index}`"
              :key="c.index"
              role="gridcell"
              class="cell"
              :class="{
                at: v.index === at.line && c.index === at.column,
                first: c.index === 0 || columns[c.index]?.storefront !== columns[c.index - 1]?.storefront,
              }"
              :aria-colindex="c.index + 2"
              :aria-label="cellLabel(r, c.index)"
              :style="{ left: `${c.start}px`, width: `${columnWidth}px` }"
            />
            <svg
              class="stitches"
              :width="columns.length * columnWidth"
              height="23"
              :viewBox="`0 -1 ${columns.length * columnWidth} 23`"
              :style="{ left: `${nameWidth}px` }"
              aria-hidden="true"
            >
              <path class="open" :d="drawing(r, 'open')" />
              <path class="done" :d="drawing(r, 'done')" />
              <path class="knot" :d="drawing(r, 'knots')" />
              <path class="done" :d="drawing(r, 'live')" />
            </svg>
          </template>
        </template>
      </div>
    </div>
  </div>
</template>

<style scoped>
.cloth {
  contain: strict;
}
.head {
  height: 69px;
  border-bottom: 1px solid var(--hair-strong);
}
.name {
  position: sticky;
  height: 100%;
  padding-left: 20px;
  padding-right: 10px;
  border-right: 1px solid var(--hair-strong);
}
.shop {
  position: absolute;
  top: 5px;
  height: 19px;
  padding-left: 5px;
  font-weight: 600;
  font-size: 12px;
  line-height: 15px;
  white-space: nowrap;
  overflow: hidden;
  border-bottom: 3px solid var(--t);
}
.edition {
  position: absolute;
  top: 26px;
  text-align: center;
}
.edition button {
  display: flex;
  flex-direction: column;
  align-items: center;
  width: 100%;
  padding: 1px 0;
  line-height: 1.25;
}
.edition button.sorted {
  background: var(--indigo-wash);
}
.share {
  font-size: 11.5px;
  color: var(--ink-2);
}
.edition-bar {
  width: 70%;
  margin-top: 2px;
}
.group-bar {
  display: inline-block;
  width: 90px;
  margin-inline-start: 10px;
  vertical-align: middle;
}
.group {
  height: 26px;
  background: var(--shade);
  border-bottom: 1px solid var(--hair);
  line-height: 25px;
}
.line {
  height: 31px;
  border-bottom: 1px solid var(--hair);
  contain: layout style;
}
.line.here,
.line.here .name {
  background: var(--indigo-wash);
}
.cell {
  position: absolute;
  top: 0;
  height: 30px;
  cursor: pointer;
}
.stitches {
  position: absolute;
  top: 4px;
  pointer-events: none;
}
.cell.first {
  border-left: 1px solid var(--hair);
}
.cell.at {
  outline: 2px solid var(--indigo);
  outline-offset: -2px;
  background: var(--sheet);
}
.done {
  fill: var(--ink);
}
.open {
  fill: var(--hair);
}
.knot {
  fill: var(--madder);
  stroke: var(--sheet);
  stroke-width: 1;
}
</style>
