/**
 * What a spreadsheet may take for the beginning of a formula; it reads the full-width signs of East Asian keyboards
 * likewise.
 */
const opensFormula = /^[=+\-@＝＋－＠'\t\r]/

/** A text made safe from spreadsheets, which take some beginnings for a formula. An import removes the guard again. */
export function guardCell(text: string): string {
  return opensFormula.test(text) || text === '\\-' ? `'${text}` : text
}

/** What a guard was put before, and what an import removes it from again. */
const guarded = /^'(?:[=+\-@＝＋－＠'\t\r]|\\-$)/

/** A cell without its guard. */
export function unguardCell(cell: string): string {
  return guarded.test(cell) ? cell.slice(1) : cell
}

/** Whether a cell carries a guard, so that nothing in it is read as anything but a text. */
export function isGuarded(cell: string): boolean {
  return guarded.test(cell)
}
