import { guardCell } from '../text/guard'
import { attributeTypes } from '../attributes/types/registry'
import { basePriceIn, categoryPath, valueAt, type Product, type Setup } from '../catalogue/model'
import { fieldColumns, type Column, type PlainField } from '../imports/columns'
import { cachedFor } from '../cache/cached-for'
import { writeRange, writeRelations, writeSpecials } from '../imports/packed'

/** A value's place, for choosing columns. */
export interface UsedScope {
  attribute: string
  storefront: string | null
  language: string | null
}

const fields = fieldColumns.filter((f): f is PlainField => f !== 'price' && f !== 'carried')

/**
 * The headers of all that an import reads of products: the fields, each storefront's base price, and the attributes by
 * the scopes that are used, in the order of the set-up. Scopes are always written with the slash.
 */
export function headersFor(used: readonly UsedScope[], carried: readonly string[], setup: Setup): string[] {
  const scopes = new Map<string, UsedScope[]>()
  for (const u of used) scopes.set(u.attribute, [...(scopes.get(u.attribute) ?? []), u])
  const scope = (u: UsedScope) =>
    u.storefront === null && u.language === null ? '' : `@${u.storefront ?? ''}/${u.language ?? ''}`
  const attributes = [...setup.attributes.keys()].flatMap((code) =>
    (scopes.get(code) ?? []).map((u) => code + scope(u)).sort(),
  )
  return [
    ...fields,
    ...[...setup.storefronts.keys()].map((s) => `price@${s}`),
    ...carried.map((name) => `carried@${name}`),
    ...attributes,
  ]
}

const categoryCells = cachedFor<Setup, string>()

/** A category as an import reads it: the names from the top. */
export function categoryCell(code: string | null, setup: Setup): string {
  if (code === null) return ''
  return categoryCells(setup, code, () =>
    categoryPath(setup, code)
      .reverse()
      .map((c) => setup.categories.get(c)?.names[setup.source] ?? c)
      .join(' > '),
  )
}

/** A field of a product as a cell. */
export function fieldCell(product: Product, field: PlainField, setup: Setup): string {
  switch (field) {
    case 'category':
      return categoryCell(product.category, setup)
    case 'categories':
      return product.categories.map((c) => categoryCell(c, setup)).join('|')
    case 'available-from':
      return product.availableFrom ?? ''
    case 'differs-in':
      return product.differsIn.join('|')
    case 'relations':
      return writeRelations(product.relations)
    case 'range':
      return writeRange(product.range)
    case 'special-prices':
      return writeSpecials(product.prices)
    case 'brand':
      return product.brand === null ? '' : (setup.brands.get(product.brand)?.name ?? product.brand)
    case 'tags':
      return product.tags.join('|')
    default:
      return String(product[field] ?? '')
  }
}

/** A product's row for some columns: what an import reads as no change. What is not there is an empty cell. */
export function rowOf(product: Product, columns: readonly Column[], setup: Setup): string[] {
  return columns.map((c) => {
    if (c.kind === 'carried') return guardCell(product.carried[c.name] ?? '')
    if (c.kind === 'field') return guardCell(fieldCell(product, c.field, setup))
    if (c.kind === 'price') return String(basePriceIn(product, c.storefront) ?? '')
    const value = valueAt(product, { attribute: c.attribute.code, storefront: c.storefront, language: c.language })
    if (value === null) return ''
    const entry = attributeTypes[c.attribute.type]
    const cell = entry.toCell(value, c.attribute)
    // Numbers stay numbers: a minus sign begins no formula there.
    return entry.numberIn ? cell : guardCell(cell)
  })
}
