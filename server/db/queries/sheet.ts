import { sql, type SQL } from 'drizzle-orm'
import type { RuleNode } from '@core/rules/condition'
import type { FactLens } from '@core/rules/fact-shape'
import type { Db } from '../connect'
import { ruleToSql } from './rule-sql'
import type { StoredSetup } from './setup'

/** Which members of the families that are found have a row: parents and single products, their variants, or both. */
export type SheetMembers = 'parents' | 'variants' | 'both'

/**
 * A part of the sheet's rows: the products with their families' roots, and how many rows there are. They are in SKU
 * order, or in that of a key over a product `m` and its root `root`, those without it last.
 */
export async function findRows(
  db: Db,
  setup: StoredSetup,
  node: RuleNode | null,
  lens: FactLens,
  o: { members: SheetMembers; offset: number; limit: number; sort?: { key: SQL; descending: boolean } },
): Promise<{ count: number; rows: { id: number; root: number }[] }> {
  const met = node === null ? sql`true` : ruleToSql(node, lens, setup)
  const wanted = { parents: sql`m.parent_id is null`, variants: sql`m.parent_id is not null`, both: sql`true` }[
    o.members
  ]
  // Without a rule nothing is kept: the page is read along the SKUs, and only counting looks at all.
  const found = sql`found as ${node === null ? sql`not materialized` : sql`materialized`} (
    ${
      o.members === 'parents'
        ? sql`select r.id, r.id as root, r.sku from product r where r.parent_id is null and ${met}`
        : node === null
          ? sql`select m.id, m.root_id as root, m.sku from product m where ${wanted}`
          : sql`select m.id, m.root_id as root, m.sku from product m join product r on r.id = m.root_id where ${wanted} and ${met}`
    })`
  if (o.sort) return sortedRows(db, found, o, o.sort)
  const { rows } = await db.execute<{ count: number; rows: [number, number][] | null }>(sql`
    with ${found} select (select count(*)::int from found) as count,
      (select json_agg(json_build_array(s.id, s.root) order by s.sku)
      from (select * from found order by sku limit ${o.limit} offset ${o.offset}) s) as rows`)
  return { count: rows[0]!.count, rows: (rows[0]!.rows ?? []).map(([id, root]) => ({ id, root })) }
}

/** The same, in the order of a key. */
async function sortedRows(
  db: Db,
  found: SQL,
  { offset, limit }: { offset: number; limit: number },
  { key, descending }: { key: SQL; descending: boolean },
): Promise<{ count: number; rows: { id: number; root: number }[] }> {
  const direction = descending ? sql`desc` : sql`asc`
  const { rows } = await db.execute<{ id: number; root: number; count: number }>(sql`
    with ${found}, keyed as (select f.id, f.root, f.sku, ${key} as key
      from found f join product m on m.id = f.id join product root on root.id = f.root)
    select id, root, (select count(*)::int from found) as count
    from keyed order by key ${direction} nulls last, sku limit ${limit} offset ${offset}`)
  if (rows.length > 0) return { count: rows[0]!.count, rows: rows.map(({ id, root }) => ({ id, root })) }
  const { rows: counted } = await db.execute<{ count: number }>(sql`with ${found} select count(*)::int from found`)
  return { count: counted[0]!.count, rows: [] }
}

/**
 * How many of the families that are found have an attribute by their type, and how many have any value of it in a
 * language (or none).
 */
export async function fillOfFound(
  db: Db,
  setup: StoredSetup,
  node: RuleNode | null,
  lens: FactLens,
  language: string,
): Promise<{ types: Map<string, number>; filled: Map<string, Map<string, number>> }> {
  const { rows } = await db.execute<{
    types: Record<string, number> | null
    filled: { a: number; t: string; n: number }[] | null
  }>(sql`
    with found as materialized (select r.id, r.type from product r where r.parent_id is null
    and ${node === null ? sql`true` : ruleToSql(node, lens, setup)}),
    filled as (select v.attribute_id as a, f.type as t, count(distinct f.id)::int as n from found f
    join product p on p.root_id = f.id join value v on v.product_id = p.id
      where v.language in ('', ${language}) and v.storefront_id in (0, ${setup.storefrontIds.get(lens.storefront)!})
      group by 1, 2)
    select (select json_object_agg(type, n)
      from (select type, count(*)::int as n from found group by type) c) as types, (select json_agg(filled)
      from filled) as filled`)
  const filled = new Map<string, Map<string, number>>()
  for (const { a, t, n } of rows[0]!.filled ?? []) {
    const code = setup.attributeCodes.get(a)
    if (code !== undefined) filled.set(code, new Map(filled.get(code)).set(t, n))
  }
  return { types: new Map(Object.entries(rows[0]!.types ?? {})), filled }
}
