import type { SheetColumn } from '@core/sheet/columns'
import { columnWidth } from './columnWords'

/** How narrow and how wide a column can be made, in pixels. */
const narrowest = 48
const widest = 900

/**
 * The widths of the sheet's columns, in pixels: those that somebody has given them, else what they hold says so; with
 * where each begins, and the grid that they make behind the head of each row.
 */
export function useColumnWidths(columns: () => SheetColumn[], headWidth: number) {
  const own = useLocalStorage<Record<string, number>>('sheet-widths', {})
  const widths = computed(() => columns().map((c) => own.value[c.id] ?? columnWidth(c)))
  const lefts = computed(() => widths.value.reduce<number[]>((all, w) => [...all, all.at(-1)! + w], [headWidth]))
  const template = computed(() => `${headWidth}px ${widths.value.map((w) => `${w}px`).join(' ')}`)
  /** Gives a column a width; undefined gives it back its first. */
  function resize(column: SheetColumn | undefined, width: number | undefined) {
    if (!column) return
    const { [column.id]: _before, ...others } = own.value
    const given = width === undefined ? {} : { [column.id]: Math.round(Math.min(widest, Math.max(narrowest, width))) }
    own.value = { ...others, ...given }
  }
  return { widths, lefts, template, resize }
}
