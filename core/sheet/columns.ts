import { attributeTypes } from '../attributes/types/registry'
import type { Attribute } from '../attributes/attribute'
import type { Setup } from '../catalogue/model'
import { parseHeader, parseScope, type PlainField } from '../imports/columns'

/** An edition that a column is read through. */
export interface ColumnEdition {
  storefront: string
  language: string
}

export type SheetField = Exclude<PlainField, 'sku'>

/**
 * A column of the sheet. Its id is what a product file calls it, but an attribute without a scope is read through the
 * lens, and one with `@storefront/language` through that edition.
 */
export type SheetColumn =
  | { id: string; kind: 'field'; field: SheetField }
  | { id: string; kind: 'price'; storefront: string }
  | { id: string; kind: 'carried'; name: string }
  | { id: string; kind: 'attribute'; attribute: Attribute; edition: ColumnEdition | null }

/** What columns are called that are no attribute. */
export const fieldLabels: Record<SheetField, string> = {
  parent: 'Parent',
  type: 'Type',
  category: 'Category',
  categories: 'Further categories',
  brand: 'Brand',
  tags: 'Tags',
  status: 'Status',
  kind: 'Kind',
  gtin: 'GTIN',
  stock: 'Stock',
  minimum: 'Minimum order quantity',
  'available-from': 'Available from',
  'differs-in': 'Variants differ in',
  relations: 'Relations',
  range: 'Range',
  'special-prices': 'Special prices',
}

/** The fields that rows can be sorted by. */
export const sortableFields = [
  'parent',
  'type',
  'category',
  'brand',
  'status',
  'kind',
  'gtin',
  'stock',
  'minimum',
  'available-from',
] as const satisfies readonly SheetField[]
export type SortableField = (typeof sortableFields)[number]

/** Whether rows can be in the order of a column: numbers, measures, money, dates, choices and short texts have one. */
export function isSortable(column: SheetColumn): boolean {
  if (column.kind === 'field') return (sortableFields as readonly SheetField[]).includes(column.field)
  if (column.kind !== 'attribute') return column.kind === 'price'
  const { hasUnit, options, ruleKind, editor } = attributeTypes[column.attribute.type]
  return hasUnit === true || options === 'one' || ruleKind === 'number' || ['line', 'date', 'yes-no'].includes(editor)
}

/** Whether a field that a condition asks, such as `price` or `attribute:weight@de-DE`, is what a column shows. */
export function showsField(column: SheetColumn, field: string): boolean {
  const bare = field.split('@', 1)[0]!.replace(/^attribute:/, '')
  if (column.kind === 'price') return bare === 'price'
  if (column.kind === 'carried') return bare === `carried:${column.name}`
  return bare === (column.kind === 'field' ? column.field : column.attribute.code)
}

/** Columns that a product has by what it is, and nobody writes in a cell. */
const given: ReadonlySet<string> = new Set(['parent'])

/** Whether cells of a column can be written. */
export function isWritable(column: SheetColumn): boolean {
  return column.kind !== 'field' || !given.has(column.field)
}

/** The column of an id, or a sentence on what is wrong with it. */
export function parseSheetColumn(id: string, setup: Setup): SheetColumn | string {
  const at = id.indexOf('@')
  const attribute = setup.attributes.get(at < 0 ? id : id.slice(0, at))
  if (attribute) {
    if (at < 0) return { id, kind: 'attribute', attribute, edition: null }
    const scope = parseScope(id.slice(at + 1), setup)
    if (typeof scope === 'string') return scope
    if (scope.storefront === null || scope.language === null)
      return `“${id}” names no edition: ${attribute.code}@uk/en-GB.`
    if (!setup.storefronts.get(scope.storefront)!.editions.some((e) => e.language === scope.language))
      return `There is no edition ${scope.storefront}/${scope.language}.`
    return { id, kind: 'attribute', attribute, edition: { storefront: scope.storefront, language: scope.language } }
  }
  const { columns, problems } = parseHeader(['sku', id], setup)
  const [, column] = columns
  if (!column) return problems[0]?.message ?? `There is no column “${id}”.`
  if (column.kind === 'carried') return { id, kind: 'carried', name: column.name }
  if (column.kind === 'price') return { id, kind: 'price', storefront: column.storefront }
  return column.kind === 'field' && column.field !== 'sku'
    ? { id, kind: 'field', field: column.field }
    : `There is no column “${id}”.`
}
