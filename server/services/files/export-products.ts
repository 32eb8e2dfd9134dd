import type { BodyOf } from '@contracts/operations'
import { stringify } from 'csv-stringify/sync'
import { headersFor, rowOf } from '@core/exports/row'
import { parseHeader, type Column } from '@core/imports/columns'
import { attributeTypes } from '@core/attributes/types/registry'
import { database } from '../../db/connect'
import { loadFamilies, type StoredFamily } from '../../db/queries/families'
import { rootIdsOf, usedCarried, usedScopes } from '../../db/queries/reach'
import { loadSetup, type StoredSetup } from '../../db/queries/setup'
import { unprocessable } from '../problem'
import { productDocument } from '../products/products'
import { filterOf, lensOf } from '../reach/reach'
import { writeSpreadsheet, type SheetCell } from './spreadsheet-writer'

export type ExportBody = BodyOf<'exportProducts'>

/** A file on its way: what it is, and its text piece by piece. */
export interface ExportedFile {
  name: string
  type: string
  chunks: AsyncGenerator<string | Buffer>
}

/**
 * Products as a file that an import reads as no change; parents stand before their variants. Throws a 422 problem
 * before anything is sent.
 */
export async function exportProducts(body: ExportBody, now: number): Promise<ExportedFile> {
  const db = database()
  const setup = await loadSetup(db)
  const ids = await rootIdsOf(db, setup, filterOf(setup, body.filter), lensOf(setup, body.lens, now))
  const day = new Date(now).toISOString().slice(0, 10)
  if (body.format === 'jsonl')
    return { name: `products-${day}.jsonl`, type: 'application/jsonl', chunks: jsonLines(setup, ids) }
  const columns = columnsOf(
    setup,
    body.columns ?? headersFor(await usedScopes(db, setup, ids), await usedCarried(db, ids), setup),
  )
  if (body.format === 'xlsx')
    return {
      name: `products-${day}.xlsx`,
      type: 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
      chunks: writeSpreadsheet('Products', sheetRows(setup, ids, columns)),
    }
  return {
    name: `products-${day}.csv`,
    type: 'text/csv; charset=utf-8; header=present',
    chunks: csv(setup, ids, columns),
  }
}

function columnsOf(setup: StoredSetup, headers: string[]): Column[] {
  const { columns, problems } = parseHeader(headers, setup)
  if (problems.length > 0)
    throw unprocessable(
      'The columns are not valid.',
      problems.map((p) => ({ path: `columns[${Math.max(0, headers.indexOf(p.column))}]`, message: p.message })),
    )
  return columns
}

/** So many families are read together: each question costs the database as much as some hundred products. */
const familiesAtOnce = 1000
/** How many stretches of families the database reads ahead of what is written. */
const readAhead = 2

/**
 * Families in the order of their numbers; `columns` are all that is read of them. The database reads on while these are
 * written.
 */
async function* families(
  setup: StoredSetup,
  ids: readonly number[],
  columns?: readonly Column[],
): AsyncGenerator<StoredFamily[]> {
  const only = columns && [
    ...new Set(columns.flatMap((c) => (c.kind === 'attribute' ? [setup.attributeIds.get(c.attribute.code)!] : []))),
  ]
  const reading: Promise<StoredFamily[]>[] = []
  const readOn = (from: number) => {
    const some = ids.slice(from, from + familiesAtOnce)
    if (some.length === 0) return
    // A product may have been deleted since the numbers were read.
    const families = loadFamilies(database(), setup, some, { only }).then((found) =>
      some.flatMap((id) => found.get(id) ?? []),
    )
    // Where nobody takes it any more, its failure is nobody's.
    families.catch(() => undefined)
    reading.push(families)
  }
  for (let i = 0; i < readAhead; i++) readOn(i * familiesAtOnce)
  for (let from = readAhead * familiesAtOnce; reading.length > 0; from += familiesAtOnce) {
    const some = await reading.shift()!
    readOn(from)
    yield some
  }
}

const members = (list: readonly StoredFamily[]) => list.flatMap((f) => [f.root, ...f.variants])

async function* csv(setup: StoredSetup, ids: readonly number[], columns: readonly Column[]): AsyncGenerator<string> {
  const write = (rows: string[][]) => stringify(rows, { record_delimiter: '\r\n', quoted_match: /[\r\n]/ })
  let rows = [columns.map((c) => c.header)]
  for await (const some of families(setup, ids, columns)) {
    for (const p of members(some)) rows.push(rowOf(p, columns, setup))
    yield write(rows)
    rows = []
  }
  if (rows.length > 0) yield write(rows)
}

/** Columns whose cells a spreadsheet takes as numbers. */
const numeric = (c: Column) =>
  c.kind === 'price' ||
  (c.kind === 'field' && (c.field === 'stock' || c.field === 'minimum')) ||
  (c.kind === 'attribute' && attributeTypes[c.attribute.type].ruleKind === 'number')
/** What guards a text in CSV stays in a spreadsheet too, for an import removes it. */
const sheetRow = (row: readonly string[], columns: readonly Column[]): SheetCell[] =>
  row.map((cell, i) => {
    if (cell === '') return null
    return numeric(columns[i]!) ? Number(cell) : cell
  })

async function* sheetRows(
  setup: StoredSetup,
  ids: readonly number[],
  columns: readonly Column[],
): AsyncGenerator<SheetCell[][]> {
  yield [columns.map((c) => c.header)]
  for await (const some of families(setup, ids, columns))
    yield members(some).map((p) => sheetRow(rowOf(p, columns, setup), columns))
}

async function* jsonLines(setup: StoredSetup, ids: readonly number[]): AsyncGenerator<string> {
  for await (const some of families(setup, ids))
    yield some
      .flatMap((family) => members([family]).map((p) => `${JSON.stringify(productDocument(p, family))}\n`))
      .join('')
}
