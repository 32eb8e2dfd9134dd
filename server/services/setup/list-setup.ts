import { categoryAndBelow } from '@core/catalogue/model'
import { database } from '../../db/connect'
import { rootsByCategories, rootsByType, valuesByAttribute } from '../../db/queries/product-lists'
import { loadSetup } from '../../db/queries/setup'

/** Product types in their order, with the products that are of them, variants not counted. */
export async function listTypes() {
  const setup = await loadSetup(database())
  const products = await rootsByType(database())
  return {
    items: [...setup.types.values()].map((t) => ({
      code: t.code,
      labels: t.labels,
      attributes: t.attributes.length,
      required: t.attributes.filter((a) => a.required).length,
      products: products.get(t.code) ?? 0,
    })),
    next: null,
  }
}

/** Attributes in their order, with the number of values that are stored and the types that have them. */
export async function listAttributes() {
  const setup = await loadSetup(database())
  const values = await valuesByAttribute(database())
  return {
    items: [...setup.attributes.values()].map((a) => ({
      code: a.code,
      labels: a.labels,
      type: a.type,
      family: a.family,
      translatable: a.translatable,
      perStorefront: a.perStorefront,
      values: values.get(setup.attributeIds.get(a.code)!) ?? 0,
      types: [...setup.types.values()]
        .filter((t) => t.attributes.some((u) => u.attribute === a.code))
        .map((t) => t.code),
    })),
    next: null,
  }
}

/**
 * Categories in their order, with the products in each, and in it and all under it; a product that is in several counts
 * once.
 */
export async function listCategories() {
  const setup = await loadSetup(database())
  const counted = await rootsByCategories(database())
  const isIn = (codes: readonly string[], { category, further }: (typeof counted)[number]) =>
    (category !== null && codes.includes(category)) || further?.some((code) => codes.includes(code))
  const count = (codes: readonly string[]) =>
    counted.filter((c) => isIn(codes, c)).reduce((sum, { products }) => sum + products, 0)
  return {
    items: [...setup.categories.values()].map((c) => ({
      code: c.code,
      parent: c.parent,
      names: c.names,
      type: c.type,
      products: count([c.code]),
      below: count(categoryAndBelow(setup, c.code)),
    })),
    next: null,
  }
}
