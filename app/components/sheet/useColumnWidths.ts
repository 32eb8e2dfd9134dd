import type { SheetColumn } from '@core/sheet/columns'
import { columnWidth } from './columnWords'

/** How narrow and how wide a column can be made, in pixels. */
const narrowest = 48
const widest = 900

/** How wide the column of the products is, in pixels. */
const head = { least: 290, most: 420 }

/**
 * The widths of the sheet's columns, in pixels: those that somebody has given them, else what they hold says so; with
 * where each begins, and the grid that they make behind the head of each row.
 */
export function useColumnWidths(columns: () => SheetColumn[], room: () => number) {
  const own = useLocalStorage<Record<string, number>>('sheet-widths', {})
  const asked = computed(() => columns().map((c) => own.value[c.id] ?? columnWidth(c)))
  /** What is left of the room beside all columns: names get some of it, the last column the rest. */
  const spare = computed(() =>
    Math.max(0, Math.floor(room()) - head.least - asked.value.reduce((sum, w) => sum + w, 0)),
  )
  const headWidth = computed(() => Math.min(head.most, head.least + spare.value))
  const widths = computed(() => {
    const rest = spare.value - (headWidth.value - head.least)
    const last = columns().at(-1)
    const grows = last !== undefined && own.value[last.id] === undefined
    return asked.value.map((width, i) => (grows && i === asked.value.length - 1 ? width + rest : width))
  })
  const lefts = computed(() => widths.value.reduce<number[]>((all, w) => [...all, all.at(-1)! + w], [headWidth.value]))
  const template = computed(() => `${headWidth.value}px ${widths.value.map((w) => `${w}px`).join(' ')}`)
  /** Gives a column a width; undefined gives it back its first. */
  function resize(column: SheetColumn | undefined, width: number | undefined) {
    if (!column) return
    const { [column.id]: _before, ...others } = own.value
    const given = width === undefined ? {} : { [column.id]: Math.round(Math.min(widest, Math.max(narrowest, width))) }
    own.value = { ...others, ...given }
  }
  return { headWidth, widths, lefts, template, resize }
}
