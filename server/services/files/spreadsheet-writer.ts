import { PassThrough, Readable } from 'node:stream'
import yazl from 'yazl'
import { writeSheetText } from './spreadsheet-text'

/** What a cell holds: a text, a number, or nothing. */
export type SheetCell = string | number | null

/** The most that programs for spreadsheets open. */
const mostRows = 1_048_576
const mostLetters = 32_767

/** A text or a number of rows that no spreadsheet can hold. */
export class SheetTooLarge extends Error {}

const head = '<?xml version="1.0" encoding="UTF-8" standalone="yes"?>\n'
const main = 'http://schemas.openxmlformats.org/spreadsheetml/2006/main'
const packages = 'http://schemas.openxmlformats.org/package/2006'
const office = 'http://schemas.openxmlformats.org/officeDocument/2006/relationships'
const types = 'application/vnd.openxmlformats-officedocument.spreadsheetml'

/** The parts of the package beside the sheet (ECMA-376 part 1, sections 12.2 and 12.3; part 2, section 10). */
const partsFor = (sheet: string): Record<string, string> => ({
  '[Content_Types].xml':
    `<Types xmlns="${packages}/content-types">` +
    '<Default Extension="rels" ContentType="application/vnd.openxmlformats-package.relationships+xml"/>' +
    `<Override PartName="/xl/workbook.xml" ContentType="${types}.sheet.main+xml"/>` +
    `<Override PartName="/xl/worksheets/sheet1.xml" ContentType="${types}.worksheet+xml"/>` +
    '</Types>',
  '_rels/.rels':
    `<Relationships xmlns="${packages}/relationships">` +
    `<Relationship Id="rId1" Type="${office}/officeDocument" Target="xl/workbook.xml"/></Relationships>`,
  'xl/workbook.xml':
    `<workbook xmlns="${main}" xmlns:r="${office}"><sheets>` +
    `<sheet name="${writeSheetText(sheet)}" sheetId="1" r:id="rId1"/></sheets></workbook>`,
  'xl/_rels/workbook.xml.rels':
    `<Relationships xmlns="${packages}/relationships">` +
    `<Relationship Id="rId1" Type="${office}/worksheet" Target="worksheets/sheet1.xml"/></Relationships>`,
})

/** The letters of a column, from 0: A to Z, AA and on. */
function columnLetters(column: number): string {
  const letter = String.fromCharCode(65 + (column % 26))
  return column < 26 ? letter : columnLetters(Math.floor(column / 26) - 1) + letter
}

/** A cell; texts are typed as texts, so none can be taken for a formula. */
function cellXml(cell: SheetCell, reference: string): string {
  if (cell === null || cell === '') return ''
  if (typeof cell === 'number') return `<c r="${reference}"><v>${cell}</v></c>`
  if (cell.length > mostLetters)
    throw new SheetTooLarge(
      `A text of ${cell.length.toLocaleString('en-GB')} characters does not fit into a cell of a spreadsheet, which ` +
        `has at most ${mostLetters.toLocaleString('en-GB')}. Save as CSV.`,
    )
  return `<c r="${reference}" t="inlineStr"><is><t xml:space="preserve">${writeSheetText(cell)}</t></is></c>`
}

const frozenHead =
  '<sheetViews><sheetView workbookViewId="0"><pane xSplit="1" ySplit="1" topLeftCell="B2" state="frozen" ' +
  'activePane="bottomRight"/></sheetView></sheetViews>'

async function* sheetXml(rows: AsyncIterable<SheetCell[][]>): AsyncGenerator<string> {
  yield `${head}<worksheet xmlns="${main}">${frozenHead}<sheetData>`
  let letters: string[] = []
  let n = 0
  for await (const some of rows) {
    let xml = ''
    for (const cells of some) {
      if (++n > mostRows) throw new SheetTooLarge('A spreadsheet has at most 1,048,576 rows. Save as CSV.')
      if (letters.length < cells.length) letters = cells.map((_, i) => columnLetters(i))
      xml += `<row r="${n}">${cells.map((cell, i) => cellXml(cell, letters[i]! + n)).join('')}</row>`
    }
    yield xml
  }
  yield '</sheetData></worksheet>'
}

/**
 * A spreadsheet (XLSX) of one sheet, its first row and column held in sight, written as its rows come: they are never
 * all in memory. Throws a SheetTooLarge where a text or the rows do not fit.
 */
export async function* writeSpreadsheet(sheet: string, rows: AsyncIterable<SheetCell[][]>): AsyncGenerator<Buffer> {
  const zip = new yazl.ZipFile()
  for (const [name, xml] of Object.entries(partsFor(sheet))) zip.addBuffer(Buffer.from(head + xml), name)
  const content = Readable.from(sheetXml(rows), { objectMode: false, highWaterMark: 1 << 18 })
  zip.addReadStream(content, 'xl/worksheets/sheet1.xml')
  const out = new PassThrough({ highWaterMark: 1 << 20 })
  content.on('error', (e) => out.destroy(e))
  zip.on('error', (e: Error) => out.destroy(e))
  zip.outputStream.pipe(out)
  zip.end()
  try {
    for await (const chunk of out) yield chunk as Buffer
  } finally {
    content.destroy()
  }
}
