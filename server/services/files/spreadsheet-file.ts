import type { Readable } from 'node:stream'
import { SaxesParser, type SaxesTagPlain } from 'saxes'
import { CsvFileError, type CsvRecord } from './csv-file'
import { readSheetText } from './spreadsheet-text'
import { openPacked, tooLargeUnpacked, type PackedFile } from './zip-file'

// Spreadsheets are read here part by part as they unpack: what the common package does decodes each chunk by itself,
// which breaks letters of several bytes where chunks meet.

/** What cells share: bytes as unpacked, letters, and number of texts. */
const mostShared = { bytes: 256 * 1024 ** 2, letters: 100_000_000, texts: 3_000_000 }
/** Bytes between two tags: one cell holds no more. */
const mostBetweenTags = 2 * 1024 ** 2
/** A product file has no more columns; a cell far to the right would have all before it filled up. */
const mostColumns = 2000

const tooWide = (line: number) =>
  new CsvFileError(
    {
      code: 'too-large',
      message:
        `Row ${line} has a cell beyond column ${mostColumns}. A product file has at most ${mostColumns} ` + 'columns.',
    },
    line,
  )
const noTable = (message: string) => new CsvFileError({ code: 'not-a-table', message }, 1)

/** Opens a spreadsheet. Throws a CsvFileError where it is none. */
async function openSpreadsheet(file: string): Promise<PackedFile> {
  const parts = await openPacked(file)
  if (parts.has('xl/workbook.xml')) return parts
  parts.close()
  throw noTable('This is a compressed file, but not a spreadsheet (XLSX). Save it as XLSX or as CSV.')
}

interface Handlers {
  open(tag: SaxesTagPlain): void
  text?(text: string): void
  close?(name: string): void
}

/**
 * Reads a part of XML piece by piece; after each piece, whatever `taken` gives is given on. No entities beyond XML's
 * own five are known to the parser, and it fetches nothing.
 */
async function* parse<T>(part: Readable, handlers: Handlers, taken: () => T[]): AsyncGenerator<T> {
  const parser = new SaxesParser()
  parser.on('opentag', (tag) => handlers.open(tag))
  parser.on('text', (text) => handlers.text?.(text))
  parser.on('closetag', (tag) => handlers.close?.(tag.name))
  parser.on('error', (e) => {
    throw noTable(`The spreadsheet cannot be read: ${e.message.slice(0, 200)}`)
  })
  const decoder = new TextDecoder('utf-8')
  let sinceTag = 0
  for await (const chunk of part as AsyncIterable<Buffer>) {
    // The parser holds what stands between two tags until it is whole.
    const lastTag = chunk.lastIndexOf(60)
    sinceTag = lastTag < 0 ? sinceTag + chunk.length : chunk.length - lastTag
    if (sinceTag > mostBetweenTags) throw tooLargeUnpacked()
    parser.write(decoder.decode(chunk, { stream: true }))
    yield* taken()
  }
  parser.write(decoder.decode()).close()
  yield* taken()
}

async function readAll(parts: PackedFile, name: string, handlers: Handlers, most?: number): Promise<void> {
  if (!parts.has(name)) return
  for await (const _nothing of parse(await parts.stream(name, most), handlers, () => [])) continue
}

const local = (name: string) => name.slice(name.indexOf(':') + 1)

/** The part that holds the first sheet. */
async function firstSheet(parts: PackedFile): Promise<string> {
  let id: string | undefined
  await readAll(parts, 'xl/workbook.xml', {
    open: (t) => {
      if (local(t.name) === 'sheet') id ??= t.attributes['r:id']
    },
  })
  let target: string | undefined
  await readAll(parts, 'xl/_rels/workbook.xml.rels', {
    open: (t) => {
      if (local(t.name) === 'Relationship' && t.attributes.Id === id) target = t.attributes.Target
    },
  })
  const sheet = target && (target.startsWith('/') ? target.slice(1) : `xl/${target}`)
  if (!sheet || !parts.has(sheet)) throw noTable('The spreadsheet has no sheet. Save it again as XLSX or as CSV.')
  return sheet
}

/** Texts that cells share, by their number. Readings of Japanese characters (`rPh`) are no part of a text. */
async function sharedTexts(parts: PackedFile): Promise<string[]> {
  const texts: string[] = []
  let [text, inText, inReading] = ['', false, false]
  let letters = 0
  await readAll(
    parts,
    'xl/sharedStrings.xml',
    {
      open(t) {
        const name = local(t.name)
        if (name === 'si') text = ''
        else if (name === 'rPh') inReading = true
        else if (name === 't') inText = true
      },
      text(t) {
        if (inText && !inReading) text += t
      },
      close(n) {
        const name = local(n)
        if (name === 'si') {
          texts.push(readSheetText(text))
          letters += text.length
          if (texts.length > mostShared.texts || letters > mostShared.letters) throw tooLargeUnpacked()
        } else if (name === 'rPh') inReading = false
        else if (name === 't') inText = false
      },
    },
    mostShared.bytes,
  )
  return texts
}

/** The numbers of built-in formats that are dates (ECMA-376 part 1, section 18.8.30). */
const builtInDates = new Set([14, 15, 16, 17, 22])

/** Of each cell style, whether numbers of it are read as dates. */
async function dateStyles(parts: PackedFile): Promise<boolean[]> {
  const own = new Map<number, boolean>()
  const styles: boolean[] = []
  let inCells = false
  await readAll(parts, 'xl/styles.xml', {
    open(t) {
      const name = local(t.name)
      // A format with year or day is a date; letters in quotes or brackets are none of its own.
      if (name === 'numFmt')
        own.set(
          Number(t.attributes.numFmtId),
          /[yd]/i.test(String(t.attributes.formatCode).replace(/"[^"]*"|\[[^\]]*\]|\\./g, '')),
        )
      else if (name === 'cellXfs') inCells = true
      else if (name === 'xf' && inCells)
        styles.push(own.get(Number(t.attributes.numFmtId)) ?? builtInDates.has(Number(t.attributes.numFmtId)))
    },
    close(n) {
      if (local(n) === 'cellXfs') inCells = false
    },
  })
  return styles
}

/** The column of a reference such as `AB12`, from 0. */
function columnOf(reference: string): number {
  let n = 0
  for (const c of reference) {
    if (c < 'A' || c > 'Z') break
    n = n * 26 + c.charCodeAt(0) - 64
  }
  return n - 1
}

/**
 * A day number of spreadsheets as a date: day 1 is 1900-01-01, and 1900 wrongly has a leap day (ECMA-376 part 1,
 * section 18.17.4.1).
 */
function dateOf(serial: number): string {
  return new Date(Date.UTC(1899, 11, serial < 60 ? 31 : 30) + Math.floor(serial) * 86_400_000)
    .toISOString()
    .slice(0, 10)
}

/**
 * The rows of a spreadsheet's first sheet, the header first; empty rows are passed over. Cells are texts as a product
 * file has them.
 */
export async function* readSpreadsheet(file: string): AsyncGenerator<CsvRecord> {
  const parts = await openSpreadsheet(file)
  try {
    yield* rowsOf(parts)
  } finally {
    parts.close()
  }
}

async function* rowsOf(parts: PackedFile): AsyncGenerator<CsvRecord> {
  const sheet = await firstSheet(parts)
  const [texts, dates] = [await sharedTexts(parts), await dateStyles(parts)]
  let rows: CsvRecord[] = []
  let row: CsvRecord = { line: 0, cells: [] }
  let [at, type, style, text, inValue] = [0, '', 0, '', false]
  const cellText = () => {
    if (text === '') return ''
    if (type === 's') return texts[Number(text)] ?? ''
    if (type === 'b') return text === '1' ? 'yes' : 'no'
    if (type === 'e') return ''
    if (type === 'str' || type === 'inlineStr') return readSheetText(text)
    if (type === 'd') return text
    // Numbers are written in full, not as 1.2E+3.
    return dates[style] ? dateOf(Number(text)) : String(Number(text))
  }
  const handlers: Handlers = {
    open(t) {
      const name = local(t.name)
      if (name === 'row') row = { line: Number(t.attributes.r ?? row.line + 1), cells: [] }
      else if (name === 'c') {
        at = t.attributes.r ? columnOf(t.attributes.r) : row.cells.length
        type = t.attributes.t ?? 'n'
        style = Number(t.attributes.s ?? 0)
        text = ''
      } else if (name === 'v' || name === 't') inValue = true
    },
    text(t) {
      if (inValue) text += t
    },
    close(n) {
      const name = local(n)
      if (name === 'v' || name === 't') inValue = false
      else if (name === 'c' && at >= mostColumns) throw tooWide(row.line)
      else if (name === 'c') {
        while (row.cells.length < at) row.cells.push('')
        row.cells[at] = cellText()
      } else if (name === 'row' && row.cells.some((c) => c !== '')) rows.push(row)
    },
  }
  yield* parse(await parts.stream(sheet), handlers, () => {
    const taken = rows
    rows = []
    return taken
  })
}
