import type { Page } from './assemble'

/** How many products have no part in an area, one, two, three, or more. */
export type Histogram = [number, number, number, number, number]

/** What stands in an area on the pages of some products in one edition. */
export interface CoverageCell {
  parts: Histogram
  /** The same of pieces alone, built-in parts such as the facts left out. */
  pieces: Histogram
  /** Products whose area must not be empty and is. */
  gaps: number
  /** Products on whose page it holds more than it is meant to. */
  surplus: number
  /** Some of each, by SKU. */
  gapSkus: string[]
  surplusSkus: string[]
  /** Some of the products that have a part in the area, or a piece, and some that have none, by SKU. */
  examples: Record<Counted, { some: string[]; none: string[] }>
}

/** What is counted of an area: all that stands there, or pieces alone. */
export type Counted = 'parts' | 'pieces'
const countings: readonly Counted[] = ['parts', 'pieces']

/** The cells of one row, a product type, by edition and area: `uk/en-GB details`. */
export interface CoverageRow {
  type: string
  products: number
  cells: Record<string, CoverageCell>
}

/** So many SKUs are named of each sort. */
const shown = 12
const examplesOfEach = 5

export const cellKey = (edition: string, area: string): string => `${edition} ${area}`

const emptyCell = (): CoverageCell => ({
  parts: [0, 0, 0, 0, 0],
  pieces: [0, 0, 0, 0, 0],
  gaps: 0,
  surplus: 0,
  gapSkus: [],
  surplusSkus: [],
  examples: { parts: { some: [], none: [] }, pieces: { some: [], none: [] } },
})

/** Adds SKUs to a list until it has so many. */
const fillUp = (list: string[], skus: readonly string[], most: number) =>
  void list.push(...skus.slice(0, Math.max(0, most - list.length)))

/** Kinds of parts that the page makes by itself. A FAQ is made of questions, which are pieces. */
const builtIn: ReadonlySet<string> = new Set(['built-in', 'split'])
const isPiece = ({ kind }: { kind: string }) => !builtIn.has(kind)

/** Counts a page into the row of its type. Every area that the page has is counted, empty ones too. */
export function countPage(row: CoverageRow, edition: string, page: Page): void {
  for (const { area, needed, limit } of page.layout) {
    const cell = (row.cells[cellKey(edition, area)] ??= emptyCell())
    const parts = page.areas[area] ?? []
    const { sku } = page.product
    const n = parts.length
    count(cell, 'parts', n, sku)
    count(cell, 'pieces', parts.filter(isPiece).length, sku)
    if (needed && n === 0 && ++cell.gaps <= shown) cell.gapSkus.push(sku)
    if (limit !== null && n > limit && ++cell.surplus <= shown) cell.surplusSkus.push(sku)
  }
}

function count(cell: CoverageCell, counted: Counted, n: number, sku: string): void {
  cell[counted][Math.min(n, 4)]!++
  fillUp(cell.examples[counted][n === 0 ? 'none' : 'some'], [sku], examplesOfEach)
}

/** Cells taken together: of several types in one edition, or of several editions. */
export function sumCells(cells: readonly (CoverageCell | undefined)[]): CoverageCell {
  const sum = emptyCell()
  for (const c of cells) {
    if (!c) continue
    for (const counted of countings) {
      c[counted].forEach((n, i) => {
        sum[counted][i]! += n
      })
      for (const which of ['some', 'none'] as const)
        fillUp(sum.examples[counted][which], c.examples[counted][which], shown)
    }
    sum.gaps += c.gaps
    sum.surplus += c.surplus
    fillUp(sum.gapSkus, c.gapSkus, shown)
    fillUp(sum.surplusSkus, c.surplusSkus, shown)
  }
  return sum
}

/** The share of products that have anything in a cell, 0 to 1; undefined where there are none. */
export function shareFilled(cell: CoverageCell, counted: Counted): number | undefined {
  const all = cell[counted].reduce((a, b) => a + b, 0)
  return all === 0 ? undefined : (all - cell[counted][0]) / all
}
