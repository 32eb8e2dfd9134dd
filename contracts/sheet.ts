import { Joi, type Infer } from './schema'
import type { SheetCell } from '@core/sheet/cells'

const column = Joi.string()
  .max(200)
  .description(
    'What a product file calls it; an attribute alone is read through the lens, `summary@ch/fr-CH` ' +
      'through that edition.',
  )
const edition = { storefront: Joi.string().required(), language: Joi.string().required() }
const lens = Joi.object({ ...edition, group: Joi.string().allow(null), at: Joi.string().isoDate() }).required()
export type SheetLens = Infer<typeof lens>

export const sheetBody = Joi.object({
  filter: Joi.any().description('A condition; all products without it.'),
  lens,
  members: Joi.string()
    .valid('parents', 'variants', 'both')
    .default('parents')
    .description('Rows: parents and single products, variants, or both.'),
  columns: Joi.array().items(column).max(60).required(),
  sort: Joi.object({ column: column.required(), descending: Joi.boolean().default(false) }).description(
    'The column that rows are in the order of, those without a value last; in SKU order without it.',
  ),
  offset: Joi.number().integer().min(0).max(10_000_000).default(0),
  limit: Joi.number().integer().min(1).max(200).default(100),
})
export type SheetBody = Infer<typeof sheetBody>

/** The column that rows are in the order of. */
export type SheetSort = NonNullable<SheetBody['sort']>

/** A row of the sheet. */
export interface SheetRow {
  sku: string
  parent: string | null
  /** The type of its family, by which editors know what fits. */
  type: string
  name: string | null
  nameLanguage: string | null
  nameCounts: boolean
  status: string
  variants: number
  picture: string | null
  cells: SheetCell[]
}

export interface SheetPage {
  count: number
  items: SheetRow[]
}

const cell = Joi.object({
  sku: Joi.string().max(64).required(),
  column: column.required(),
  value: Joi.any().description('A value in its form; null clears.'),
  text: Joi.string().allow('').max(200_000).description('The same as a file has it; empty clears.'),
  base: Joi.any().description('What was seen there; anything else by now is not overwritten.'),
}).xor('value', 'text')
export type CellBody = Infer<typeof cell>

export const cellsBody = Joi.object({
  lens,
  decimalSign: Joi.string()
    .valid('.', ',')
    .default('.')
    .description('How whoever writes them writes decimals, for numbers that read in two ways, such as 1,234.'),
  cells: Joi.array().min(1).max(10_000).required().items(cell),
})
export type CellsBody = Infer<typeof cellsBody>

/** What became of cells that were written. */
export interface CellsReport {
  /** The step under which it stands in the history; null where nothing differed. */
  step: number | null
  written: number
  unchanged: number
  refused: { sku: string; column: string; message: string }[]
}

/** A column that may be shown, with how much filling it would help. */
export interface OfferedColumn {
  id: string
  label: string
  group: 'product' | 'attribute'
  /**
   * Of attributes: the products found that have it by their type, those that must have it, and those that lack a value
   * of it.
   */
  products: number
  needed: number
  missing: number
}

export const offeredBody = Joi.object({ filter: Joi.any(), lens })
