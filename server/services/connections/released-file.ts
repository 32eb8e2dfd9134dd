import { stringify } from 'csv-stringify/sync'
import type { ReleasedFileFormat, ReleasedFiles } from '@contracts/connections'
import { releasedFields, type ReleasedCell } from '@core/exports/released-fields'
import type { ReleasedProduct } from '@core/release/document'
import { textsInTurn } from '../delivery/everything'
import type { Reading } from '../delivery/live'
import { writeSpreadsheet } from '../files/spreadsheet-writer'

/** The products of an edition as shoppers get them, some at a time, in the order of their SKUs. */
async function* releasedProducts(reading: Reading, language: string, now: number): AsyncGenerator<ReleasedProduct[]> {
  for await (const texts of textsInTurn(reading, { language, kind: 'product' }, now))
    yield texts.map((text) => JSON.parse(text) as ReleasedProduct)
}

type Products = AsyncIterable<ReleasedProduct[]>
type Columns = ReleasedFiles['columns']
const cellsOf = (product: ReleasedProduct, columns: Columns): ReleasedCell[] =>
  columns.map(({ field }) => releasedFields[field].of(product))

async function* rowsOf(products: Products, columns: Columns): AsyncGenerator<ReleasedCell[][]> {
  yield [columns.map(({ header }) => header)]
  for await (const some of products) yield some.map((product) => cellsOf(product, columns))
}

async function* csv(products: Products, columns: Columns): AsyncGenerator<string> {
  for await (const rows of rowsOf(products, columns)) yield stringify(rows, { record_delimiter: '\r\n' })
}

async function* jsonLines(products: Products, columns: Columns): AsyncGenerator<string> {
  for await (const some of products)
    for (const product of some) {
      const cells = cellsOf(product, columns)
      yield `${JSON.stringify(Object.fromEntries(columns.map(({ header }, i) => [header, cells[i]])))}\n`
    }
}

/** One array of all that pages say for machines (JSON-LD 1.1, https://www.w3.org/TR/json-ld11/). */
async function* linkedData(products: Products): AsyncGenerator<string> {
  let before = '['
  for await (const some of products)
    for (const data of some.flatMap((product) => product.structured)) {
      yield `${before}\n${JSON.stringify(data)}`
      before = ','
    }
  yield before === '[' ? '[]\n' : '\n]\n'
}

const writers: Record<ReleasedFileFormat, (products: Products, columns: Columns) => AsyncIterable<string | Buffer>> = {
  csv,
  xlsx: (products, columns) => writeSpreadsheet('Products', rowsOf(products, columns)),
  jsonl: jsonLines,
  jsonld: linkedData,
}

/** A file of the products that are live in an edition, piece by piece. Throws SheetTooLarge where a sheet holds no more. */
export const releasedFile = (
  { format, columns }: ReleasedFiles,
  reading: Reading,
  language: string,
  now: number,
): AsyncIterable<string | Buffer> => writers[format](releasedProducts(reading, language, now), columns)
