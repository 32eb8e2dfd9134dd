import { attributeTypes } from '../attributes/types/registry'
import type { SheetCell } from './cells'
import type { SheetColumn } from './columns'

/** What the selected cells of one column hold, taken together. Texts are as the cells show them. */
export interface ColumnSummary {
  cells: number
  empty: number
  /** How many different values there are, empty cells aside. */
  different: number
  /** The value that all of them have; undefined where they differ, or some are empty. */
  same?: string
  /** The least and the most, where the values are numbers. */
  range?: { least: string; most: string }
  /** The total, where adding the values up means something. */
  total?: number
}

/** Fields whose values are counted in pieces, so that their total says something. */
const counted: ReadonlySet<string> = new Set(['stock'])

/** The number that a cell stands for; undefined where it stands for none. Measures are compared as they are written. */
function numberOf(cell: SheetCell, column: SheetColumn): number | undefined {
  const isNumber = column.kind === 'attribute' && attributeTypes[column.attribute.type].numberIn !== undefined
  if (isNumber) return amountOf(cell.value)
  return typeof cell.base === 'number' ? cell.base : undefined
}

const amountOf = (value: unknown): number | undefined => {
  if (typeof value === 'number') return value
  return typeof value === 'object' && value !== null && 'value' in value ? Number(value.value) : undefined
}

const unitOf = (value: unknown): string =>
  typeof value === 'object' && value !== null && 'unit' in value ? String(value.unit) : ''

/** The least and the most of cells that all stand for numbers in one unit. */
function rangeOf(filled: readonly SheetCell[], column: SheetColumn): ColumnSummary['range'] {
  const numbers = filled.map((cell) => ({ cell, number: numberOf(cell, column) }))
  const units = new Set(filled.map((cell) => unitOf(cell.value)))
  if (numbers.length === 0 || units.size > 1) return undefined
  let [least, most] = [numbers[0]!, numbers[0]!]
  for (const each of numbers) {
    if (each.number === undefined) return undefined
    if (each.number < least.number!) least = each
    if (each.number > most.number!) most = each
  }
  return { least: least.cell.shown, most: most.cell.shown }
}

/** What the cells of a column hold together. */
export function summaryOf(cells: readonly SheetCell[], column: SheetColumn): ColumnSummary {
  const filled = cells.filter((cell) => cell.text !== '')
  const different = new Set(filled.map((cell) => cell.text)).size
  const empty = cells.length - filled.length
  const range = rangeOf(filled, column)
  const isCounted = column.kind === 'field' && counted.has(column.field)
  return {
    cells: cells.length,
    empty,
    different,
    ...(different === 1 && empty === 0 ? { same: filled[0]!.shown } : {}),
    ...(range ? { range } : {}),
    ...(isCounted ? { total: filled.reduce((sum, cell) => sum + (numberOf(cell, column) ?? 0), 0) } : {}),
  }
}
