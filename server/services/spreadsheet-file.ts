import ExcelJS from 'exceljs'
import unzipper from 'unzipper'
import { createReadStream } from 'node:fs'
import { CsvFileError, type CsvRecord } from './csv-file'

const maxUnpacked = 2 * 1024 ** 3
const maxTexts = 400 * 1024 ** 2

/** Keeps out files that unpack to far more than they are: their sizes stand in their directory, before anything is unpacked. */
async function checkSizes(file: string) {
  let files: { path: string; uncompressedSize: number }[]
  try {
    files = (await unzipper.Open.file(file)).files
  } catch {
    throw new CsvFileError({ code: 'not-a-table', message: 'This packed file cannot be opened. Save it again as a spreadsheet (XLSX) or as CSV.' }, 1)
  }
  if (!files.some((f) => f.path === 'xl/workbook.xml')) throw new CsvFileError({ code: 'not-a-table', message: 'This is a packed file, but no spreadsheet (XLSX). Save it as XLSX or as CSV.' }, 1)
  const total = files.reduce((n, f) => n + f.uncompressedSize, 0)
  if (total > maxUnpacked || files.some((f) => f.path === 'xl/sharedStrings.xml' && f.uncompressedSize > maxTexts)) {
    throw new CsvFileError({ code: 'too-large', message: 'This spreadsheet is too large to be read. Save it as CSV, or cut it in parts.' }, 1)
  }
}

/** A cell of a spreadsheet as a cell of a product file. */
function textOf(value: ExcelJS.CellValue): string {
  if (value === null || value === undefined) return ''
  if (typeof value === 'boolean') return value ? 'yes' : 'no'
  if (value instanceof Date) return value.toISOString().slice(0, 10)
  if (typeof value !== 'object') return String(value)
  if ('richText' in value) return value.richText.map((r) => r.text).join('')
  if ('result' in value) return textOf(value.result as ExcelJS.CellValue)
  if ('text' in value) return typeof value.text === 'string' ? value.text : textOf(value.text as ExcelJS.CellValue)
  // A formula without a result, or an error: nothing is known of it.
  return ''
}

/** The rows of a spreadsheet's first sheet, the header first; empty rows are passed over. */
export async function* readSpreadsheet(file: string): AsyncGenerator<CsvRecord> {
  await checkSizes(file)
  const source = createReadStream(file)
  try {
    const workbook = new ExcelJS.stream.xlsx.WorkbookReader(source, { worksheets: 'emit', sharedStrings: 'cache', styles: 'cache', hyperlinks: 'ignore', entries: 'ignore' })
    for await (const sheet of workbook) {
      for await (const row of sheet) {
        const values = row.values as ExcelJS.CellValue[]
        // Cells are counted from 1.
        const cells = Array.from({ length: Math.max(0, values.length - 1) }, (_, i) => textOf(values[i + 1]))
        if (cells.some((c) => c !== '')) yield { line: row.number, cells }
      }
      return
    }
  } catch (e) {
    if (e instanceof CsvFileError) throw e
    throw new CsvFileError({ code: 'not-a-table', message: `The spreadsheet cannot be read: ${(e as Error).message}` }, 1)
  } finally {
    source.destroy()
  }
}
