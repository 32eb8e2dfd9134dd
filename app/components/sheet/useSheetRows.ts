import type { SheetRow, SheetSort } from '@contracts/sheet'
import type { SheetCell } from '@core/sheet/cells'
import type { SheetColumn } from '@core/sheet/columns'

/**
 * A row with its cells by their columns: while other columns are being fetched, the old cells stand where they belong.
 */
export type Row = SheetRow & { at: Record<string, SheetCell> }

interface Asked {
  columns: SheetColumn[]
  filter: unknown
  members: 'parents' | 'variants' | 'both'
  sort: SheetSort | null
}

/** The rows of the sheet, page by page, and the cells in them. */
export function useSheetRows(asked: () => Asked) {
  const lens = useLensStore()
  const lensBody = computed(() => ({ ...lens.body, language: lens.language }))
  const ids = computed(() => asked().columns.map((c) => c.id))
  async function page(offset: number, limit: number, signal: AbortSignal): Promise<{ count: number; items: Row[] }> {
    const columns = ids.value
    const { filter, members, sort } = asked()
    const body = { filter, lens: lensBody.value, members, columns, offset, limit, ...(sort ? { sort } : {}) }
    const data = await call('sheet', { body, signal })
    return {
      count: data.count,
      items: data.items.map((r) => ({ ...r, at: Object.fromEntries(columns.map((id, i) => [id, r.cells[i]!])) })),
    }
  }
  const question = () => {
    const { filter, members, sort } = asked()
    return [filter, lensBody.value, members, ids.value, sort]
  }
  const list = usePages<Row>(page, question)
  const cellAt = (row: Row | undefined, column: number): SheetCell | undefined => row?.at[ids.value[column] ?? '']
  return { list, cellAt }
}
