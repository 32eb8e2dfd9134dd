import { openTable, type TableFile } from './table-file'

/** So many rows are looked at for what columns may mean. */
const looked = 50

/** The beginning of a file of rows. */
export interface FirstRows {
  format: TableFile['format']
  headers: string[] | null
  rows: string[][]
}

/** The format of a file of rows, its headings, and its first rows. Throws a CsvFileError where it is no table. */
export async function firstRows(file: string): Promise<FirstRows> {
  const table = await openTable(file)
  let headers: string[] | null = null
  const rows: string[][] = []
  for await (const { cells } of table.records()) {
    if (!headers) headers = cells
    else rows.push(cells)
    if (rows.length >= looked) break
  }
  return { format: table.format, headers, rows }
}
