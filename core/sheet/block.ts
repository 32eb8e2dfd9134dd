/**
 * A block of cells as spreadsheets put it on the clipboard: lines of cells with tabs between; a cell that holds a tab,
 * a line break or a quotation mark stands in quotation marks, with those inside doubled (as RFC 4180 does for commas).
 * Rows may differ in length.
 */
export function readBlock(text: string): string[][] {
  const rows: string[][] = []
  let row: string[] = []
  let cell = ''
  let quoted = false
  for (let i = 0; i < text.length; i++) {
    const c = text[i]!
    if (quoted) {
      if (c !== '"') cell += c
      else if (text[i + 1] === '"') cell += text[++i]!
      else quoted = false
    } else if (c === '"' && cell === '' && closes(text, i)) quoted = true
    else if (c === '\t') {
      row.push(cell)
      cell = ''
    } else if (c === '\n' || c === '\r') {
      if (c === '\r' && text[i + 1] === '\n') i++
      row.push(cell)
      rows.push(row)
      row = []
      cell = ''
    } else cell += c
  }
  // A line break at the end closes the last row and opens none.
  if (cell !== '' || row.length > 0 || rows.length === 0) rows.push([...row, cell])
  return rows
}

/**
 * Whether a quotation mark at the start of a cell has its closing one at the end of a cell: else it is a plain
 * character.
 */
function closes(text: string, at: number): boolean {
  for (let i = at + 1; i < text.length; i++) {
    if (text[i] !== '"') continue
    if (text[i + 1] === '"') i++
    else return i + 1 === text.length || /[\t\r\n]/.test(text[i + 1]!)
  }
  return false
}

/** A block as text for the clipboard, to be read by spreadsheets and by `readBlock`. */
export function writeBlock(rows: readonly (readonly string[])[]): string {
  return rows.map((r) => r.map((c) => (/["\t\r\n]/.test(c) ? `"${c.replaceAll('"', '""')}"` : c)).join('\t')).join('\n')
}
