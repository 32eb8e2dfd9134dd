import { sql } from 'drizzle-orm'
import { categoryAndBelow } from '@core/catalogue/model'
import { database } from '../../db/connect'
import { loadSetup } from '../../db/queries/setup'

async function counted(question: ReturnType<typeof sql>): Promise<Map<string, number>> {
  const { rows } = await database().execute<{ key: string; n: number }>(question)
  return new Map(rows.map((r) => [String(r.key), r.n]))
}

/** Product types in their order, with the products that are of them, variants not counted. */
export async function listTypes() {
  const setup = await loadSetup(database())
  const products = await counted(
    sql`select type as key, count(*)::int as n from product where parent_id is null group by type`,
  )
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
  const values = await counted(sql`select attribute_id as key, count(*)::int as n from value group by attribute_id`)
  return {
    items: [...setup.attributes.values()].map((a) => ({
      code: a.code,
      labels: a.labels,
      type: a.type,
      family: a.family,
      translatable: a.translatable,
      perStorefront: a.perStorefront,
      values: values.get(String(setup.attributeIds.get(a.code)!)) ?? 0,
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
  const { rows } = await database().execute<{ main: string | null; more: string[] | null; n: number }>(
    sql`select category as main, categories as more, count(*)::int as n from product where parent_id is null group by 1, 2`,
  )
  const count = (codes: readonly string[]) =>
    rows.reduce(
      (n, r) => n + ((r.main !== null && codes.includes(r.main)) || r.more?.some((c) => codes.includes(c)) ? r.n : 0),
      0,
    )
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
