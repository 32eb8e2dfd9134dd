/**
 * The cell of a grid that an event happened in, by its place among the rows and columns below the head: the head of a
 * row is column -1. For grids whose cells are too many to listen each for itself. Undefined outside of cells.
 */
export function gridCell(e: Event): { row: number; column: number } | undefined {
  const cell = (e.target as Element).closest('[role=gridcell], [role=rowheader]')
  const [row, column] = [cell?.closest('[role=row]')?.ariaRowIndex, cell?.ariaColIndex]
  return row && column ? { row: Number(row) - 2, column: Number(column) - 2 } : undefined
}
