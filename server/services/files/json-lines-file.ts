import { createReadStream } from 'node:fs'
import { isNotApplicable, notApplicableCell } from '@core/attributes/not-applicable'
import { guardCell } from '@core/text/guard'
import { writeRange, writeRelations, writeSpecials } from '@core/imports/packed'
import type { Price, RangeEntry, Relation } from '@core/catalogue/model'
import { CsvFileError, type CsvRecord } from './csv-file'

type Json = Record<string, unknown>

/**
 * A value of a line as a cell: lists of texts with bars, rows of a table and items of a box as their types read them.
 */
function cellOf(value: unknown): string {
  if (value === null || value === undefined) return ''
  if (typeof value === 'boolean') return value ? 'yes' : 'no'
  if (Array.isArray(value)) {
    const entry = (v: unknown) =>
      (typeof v === 'object' && v !== null && 'item' in v
        ? `${String((v as Json).quantity)} × ${String((v as Json).item)}`
        : String(v)
      ).replaceAll('|', '\\|')
    return Array.isArray(value[0])
      ? (value as unknown[][]).map((row) => row.map(entry).join('|')).join('\n')
      : guardCell(value.map(entry).join('|'))
  }
  if (isNotApplicable(value)) return notApplicableCell
  if (typeof value === 'object')
    return 'unit' in value ? `${String((value as Json).value)} ${String((value as Json).unit)}` : JSON.stringify(value)
  return typeof value === 'string' ? guardCell(value) : String(value)
}

/**
 * A line as named cells: flat names of a product file as they are, and a product as an export writes it taken apart.
 */
function flattened(line: Json): Map<string, string> {
  const out = new Map<string, string>()
  const own = new Set(['values', 'prices', 'variants', 'created', 'changed'])
  for (const [key, value] of Object.entries(line)) {
    if (own.has(key) && typeof value === 'object') continue
    if (key === 'availableFrom') out.set('available-from', cellOf(value))
    else if (key === 'differsIn') out.set('differs-in', cellOf(value))
    else if (key === 'relations' && Array.isArray(value)) out.set(key, writeRelations(value as Relation[]))
    else if (key === 'range' && Array.isArray(value)) out.set(key, writeRange(value as RangeEntry[]))
    else if (key === 'carried' && typeof value === 'object' && value)
      for (const [name, fact] of Object.entries(value)) out.set(`carried@${name}`, cellOf(fact))
    else if (key !== 'created' && key !== 'changed') out.set(key, cellOf(value))
  }
  for (const v of (Array.isArray(line.values) ? line.values : []) as Json[]) {
    const scope =
      v.storefront || v.language
        ? `@${(v.storefront as string | null) ?? ''}/${(v.language as string | null) ?? ''}`
        : ''
    out.set(`${String(v.attribute)}${scope}`, cellOf(v.value))
  }
  const prices = (Array.isArray(line.prices) ? line.prices : []) as Price[]
  for (const p of prices) if (!p.special) out.set(`price@${p.storefront}`, String(p.amount))
  if (prices.some((p) => p.special)) out.set('special-prices', writeSpecials(prices))
  return out
}

/** A line holds at most so many bytes, and a file names at most so many columns. */
const mostOfLine = 1024 * 1024
const mostColumns = 2000

/** The lines of a stream of UTF-8, each counted while it comes. Throws a CsvFileError where one is too long. */
async function* linesOf(source: AsyncIterable<unknown>): AsyncGenerator<string> {
  let parts: Buffer[] = []
  let bytes = 0
  let n = 1
  const whole = () => {
    const text = Buffer.concat(parts).toString('utf8')
    parts = []
    bytes = 0
    n++
    return text.endsWith('\r') ? text.slice(0, -1) : text
  }
  const add = (part: Buffer) => {
    bytes += part.length
    if (bytes > mostOfLine)
      throw new CsvFileError(
        { code: 'too-long', message: `Line ${n} is longer than 1 MB. Each line is one product: {"sku": "PE-1830", …}` },
        n,
      )
    parts.push(part)
  }
  for await (const chunk of source as AsyncIterable<Buffer>) {
    let at = 0
    for (let end = chunk.indexOf(10); end >= 0; end = chunk.indexOf(10, at)) {
      add(chunk.subarray(at, end))
      yield whole()
      at = end + 1
    }
    if (at < chunk.length) add(chunk.subarray(at))
  }
  if (bytes > 0) yield whole()
}

async function* lines(file: string): AsyncGenerator<{ line: number; cells: Map<string, string> }> {
  const source = createReadStream(file)
  let n = 0
  try {
    for await (const text of linesOf(source)) {
      n++
      if (text.trim() === '') continue
      let json: unknown
      try {
        json = JSON.parse(text.replace(/^\ufeff/, ''))
      } catch {
        throw new CsvFileError(
          {
            code: 'not-json',
            message: `Line ${n} cannot be read as JSON. Each line is one product: {"sku": "PE-1830", …}`,
          },
          n,
        )
      }
      if (typeof json !== 'object' || json === null || Array.isArray(json))
        throw new CsvFileError(
          {
            code: 'not-json',
            message: `Line ${n} is not a JSON object. Each line is one product: {"sku": "PE-1830", …}`,
          },
          n,
        )
      let cells: Map<string, string>
      try {
        cells = flattened(json as Json)
      } catch {
        throw new CsvFileError(
          {
            code: 'not-json',
            message: `Line ${n} is nested too deeply. Each line is one product: {"sku": "PE-1830", …}`,
          },
          n,
        )
      }
      yield { line: n, cells }
    }
  } finally {
    source.destroy()
  }
}

/**
 * A JSON Lines file as records, the names of all their cells first: a reader that gathers the names when it is first
 * asked.
 */
export function jsonLinesReader(file: string): () => AsyncGenerator<CsvRecord> {
  let headers: string[] | undefined
  return () =>
    readJsonLines(file, headers, (all) => {
      headers = all
    })
}

async function* readJsonLines(
  file: string,
  known: string[] | undefined,
  keep: (headers: string[]) => void,
): AsyncGenerator<CsvRecord> {
  let headers = known
  if (!headers) {
    const names = new Set<string>()
    for await (const { line, cells } of lines(file)) {
      for (const name of cells.keys()) names.add(name)
      if (names.size > mostColumns)
        throw new CsvFileError(
          { code: 'too-large', message: `Up to line ${line} the file names more than ${mostColumns} columns.` },
          line,
        )
    }
    // The SKU stands first, where the file has one by that name.
    headers = [...names].sort((a, b) => Number(b === 'sku') - Number(a === 'sku'))
    keep(headers)
  }
  yield { line: 0, cells: headers }
  const at = new Map(headers.map((h, i) => [h, i]))
  for await (const { line, cells } of lines(file)) {
    const record = headers.map(() => '')
    for (const [name, cell] of cells) record[at.get(name)!] = cell
    yield { line, cells: record }
  }
}
