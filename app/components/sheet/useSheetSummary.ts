import type { SheetColumn } from '@core/sheet/columns'
import { summaryOf, type ColumnSummary } from '@core/sheet/summary'
import type { useSheetRows } from './useSheetRows'

/** So many selected rows at most are read to be summed up. */
const mostSummedUp = 500

/** What the selected rows of the sheet hold, column by column. */
export function useSheetSummary({
  range,
  list,
  cellAt,
  columns,
}: Pick<ReturnType<typeof useSheetRows>, 'list' | 'cellAt'> & {
  range: Pick<ReturnType<typeof useCellRange>, 'block' | 'height'>
  columns: () => readonly SheetColumn[]
}) {
  const isSummedUp = computed(() => range.height.value > 1 && range.height.value <= mostSummedUp)
  watch([isSummedUp, range.block], ([summedUp, { top, bottom }]) => {
    if (summedUp) list.show(top, bottom)
  })
  /** Undefined until all of the rows are there. */
  const summaries = computed((): ColumnSummary[] | undefined => {
    const { top } = range.block.value
    if (!isSummedUp.value) return undefined
    const rows = Array.from({ length: range.height.value }, (_, i) => list.row(top + i))
    if (rows.some((row) => !row)) return undefined
    return columns().map((column, i) =>
      summaryOf(
        rows.map((row) => cellAt(row, i)).filter((cell) => cell !== undefined),
        column,
      ),
    )
  })
  return { isSummedUp, summaries }
}
