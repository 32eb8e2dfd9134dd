import type { Rejected } from '@contracts/imports'
import { parseHeader, type Column } from '@core/imports/columns'
import { mappedColumns, type Mapping } from '@core/imports/mapping'
import { decimalSignOfRow } from '@core/imports/row'
import type { DecimalSign } from '@core/units/parse'
import type { StoredSetup } from '../../db/queries/setup'
import { CsvFileError } from '../files/csv-file'
import type { TableFile } from '../files/table-file'

/** What a first reading of the file tells: the columns, the decimal sign, all SKUs, the number of records. */
export interface Overview {
  columns: Column[]
  headerProblems: Rejected[]
  sign: DecimalSign
  separator: ',' | ';' | '\t' | null
  /** How many columns the file has, whether they are taken or left out. */
  width: number
  rows: number
  /** Every SKU of the file, with whether its row has been read the second time. */
  skus: Map<string, boolean>
}

/**
 * Reads a file once for what its rows cannot be read without. Throws CsvFileError where it cannot be read to its end.
 */
export async function overviewOf(table: TableFile, setup: StoredSetup, mapping: Mapping | null): Promise<Overview> {
  let columns: Column[] | undefined
  let headerProblems: Rejected[] = []
  const signs = { '.': 0, ',': 0 }
  const skus = new Map<string, boolean>()
  let rows = 0
  let skuAt = -1
  let width = 0
  for await (const { cells } of table.records()) {
    if (!columns) {
      const header = mapping ? mappedColumns(cells, mapping, setup) : parseHeader(cells, setup)
      width = cells.length
      columns = header.columns
      headerProblems = header.problems.map((p) => ({ row: 1, value: '', ...p }))
      skuAt = columns.find((c) => c.kind === 'field' && c.field === 'sku')?.index ?? -1
      continue
    }
    rows++
    const sign = decimalSignOfRow(cells, columns)
    if (sign) signs[sign]++
    skus.set((cells[skuAt] ?? '').trim(), false)
  }
  if (!columns)
    throw new CsvFileError(
      {
        code: 'empty-file',
        message:
          'The file has no lines with text. It needs a header row with the column “sku” and a row for each product.',
      },
      1,
    )
  return {
    columns,
    headerProblems,
    sign: signs[','] > signs['.'] ? ',' : '.',
    separator: table.separator,
    width,
    rows,
    skus,
  }
}

/** What a column means, in words. */
export function meaningOf(c: Column, setup: StoredSetup): string {
  if (c.kind === 'field') return c.field
  if (c.kind === 'carried') return `other systems: ${c.name}`
  if (c.kind === 'price') return `base price, ${setup.storefronts.get(c.storefront)!.name}`
  const label = c.attribute.labels[setup.source] ?? c.attribute.code
  return [label, c.unit && `in ${c.unit}`, c.storefront && setup.storefronts.get(c.storefront)!.name, c.language]
    .filter(Boolean)
    .join(', ')
}
