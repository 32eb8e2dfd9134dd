/** A place in the sheet: row and column, from 0. */
export interface CellPlace {
  row: number
  column: number
}

/** The cell that the keys act on, and the block selected from it to another corner. */
export function useCellRange(rows: () => number, columns: () => number) {
  const at = reactive<CellPlace>({ row: 0, column: 0 })
  const corner = reactive<CellPlace>({ row: 0, column: 0 })
  const within = (n: number, count: number) => Math.max(0, Math.min(count - 1, n))
  /** Goes to a cell; with `keep`, the block is stretched to it. */
  function go(row: number, column: number, keep = false) {
    const to = { row: within(row, rows()), column: within(column, columns()) }
    Object.assign(corner, to)
    if (!keep) Object.assign(at, to)
  }
  const block = computed(() => ({
    top: Math.min(at.row, corner.row),
    bottom: Math.max(at.row, corner.row),
    left: Math.min(at.column, corner.column),
    right: Math.max(at.column, corner.column),
  }))
  const isSelected = (row: number, column: number) =>
    row >= block.value.top && row <= block.value.bottom && column >= block.value.left && column <= block.value.right
  const height = computed(() => block.value.bottom - block.value.top + 1)
  const width = computed(() => block.value.right - block.value.left + 1)
  // Fewer rows or columns than before: the block stays inside of them.
  watch([rows, columns], () => {
    for (const p of [at, corner])
      Object.assign(p, { row: within(p.row, Math.max(1, rows())), column: within(p.column, Math.max(1, columns())) })
  })
  return { at, corner, go, block, isSelected, height, width }
}
