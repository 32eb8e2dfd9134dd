import type { Found } from '@contracts/reach'
import { sql, type SQL } from 'drizzle-orm'
import type { Reach } from '@core/assignments/assignment'
import { checkCondition } from '@core/rules/check'
import { metEver } from '@core/rules/ever'
import type { UsedScope } from '@core/exports/row'
import type { RuleNode } from '@core/rules/condition'
import type { FactLens } from '@core/rules/fact-shape'
import { scalarAttributes } from '@core/rules/scalar'
import type { Db } from '../connect'
import { factsOfAttribute, ruleToSql } from './rule-sql'
import type { StoredSetup } from './setup'

const subject = (eachVariant: boolean) =>
  eachVariant ? sql`product v join product r on r.id = v.root_id` : sql`product r`
const asked = (eachVariant: boolean) => (eachVariant ? sql`v.is_leaf` : sql`r.parent_id is null`)
const row = (eachVariant: boolean) => sql.raw(eachVariant ? 'v' : 'r')

/** What a rule finds, in SKU order after a SKU, at most `limit` of them. */
export async function findByRule(
  db: Db,
  setup: StoredSetup,
  node: RuleNode,
  lens: FactLens,
  options: { after?: string; limit: number; eachVariant?: boolean },
): Promise<Found> {
  const each = options.eachVariant ?? false
  return page(db, sql`${asked(each)} and ${ruleToSql(node, lens, setup, each)}`, each, options)
}

/** The roots that a rule finds, by number, in SKU order; all of them for null. */
export async function rootIdsOf(db: Db, setup: StoredSetup, node: RuleNode | null, lens: FactLens): Promise<number[]> {
  const { rows } = await db.execute<{ id: number }>(
    sql`
      select r.id from product r where ${asked(false)} and ${node === null ? sql`true` : ruleToSql(node, lens, setup)}
      order by r.sku
    `,
  )
  return rows.map((r) => r.id)
}

/** The scopes in which any member of some families has a value. */
export async function usedScopes(db: Db, setup: StoredSetup, rootIds: readonly number[]): Promise<UsedScope[]> {
  const { rows } = await db.execute<{ attribute_id: number; storefront_id: number; language: string }>(sql`
    select distinct v.attribute_id, v.storefront_id, v.language from value v join product p on p.id = v.product_id
    where p.root_id = any(${sql.param([...rootIds])}::int[])`)
  return rows.flatMap((r) => {
    const attribute = setup.attributeCodes.get(r.attribute_id)
    return attribute === undefined
      ? []
      : [{ attribute, storefront: setup.storefrontCodes.get(r.storefront_id) ?? null, language: r.language || null }]
  })
}

/** The names of facts of other systems that any member of some families carries. */
export async function usedCarried(db: Db, rootIds: readonly number[]): Promise<string[]> {
  const { rows } = await db.execute<{ name: string }>(sql`
    select distinct k as name from product p, jsonb_object_keys(p.carried) k where p.carried is not null
    and p.root_id = any(${sql.param([...rootIds])}::int[]) order by 1`)
  return rows.map((r) => r.name)
}

/** The names of facts of other systems that anything carries. */
export async function knownCarried(db: Db): Promise<string[]> {
  const { rows } = await db.execute<{ name: string }>(
    sql`
      select distinct k as name from product p, jsonb_object_keys(p.carried) k where p.carried is not null order by 1
      limit 200
    `,
  )
  return rows.map((r) => r.name)
}

async function page(
  db: Db,
  condition: SQL,
  each: boolean,
  { after, limit }: { after?: string; limit: number },
): Promise<Found> {
  const r = row(each)
  // One pass finds them all; counting and the page are taken from it.
  const { rows } = await db.execute<{ count: number; skus: string[] | null }>(sql`
    with found as materialized (select ${r}.sku from ${subject(each)} where ${condition})
    select (select count(*)::int from found) as count,
      (select array_agg(sku)
      from (select sku from found where ${after === undefined ? sql`true` : sql`sku > ${after}`} order by sku
        limit ${limit + 1}) s) as skus`)
  const all = rows[0]!.skus ?? []
  return { count: rows[0]!.count, skus: all.slice(0, limit), next: all.length > limit ? all[limit - 1]! : null }
}

/** Whether a root `r`, or a variant of it, is among some SKUs. */
export const namesRoots = (skus: readonly string[]): SQL =>
  sql`r.id in (select x.root_id from product x where x.sku = any(${sql.param([...skus])}::text[]))`

/**
 * The condition that a reach is, over `product r` (or `v`). A variant's SKU stands for its parent where parents are
 * asked. With `ever`, it holds for all that the reach has at any moment and for any customer.
 */
export function reachToSql(setup: StoredSetup, reach: Reach, lens: FactLens, { ever = false } = {}): SQL {
  const each = reach.eachVariant
  const named = (skus: string[]) => {
    if (skus.length === 0) return sql`false`
    if (!each) return namesRoots(skus)
    // Asked of variants, a SKU names a variant, and a parent's names all of its variants.
    return sql`(v.sku = any(${sql.param(skus)}::text[]) or r.sku = any(${sql.param(skus)}::text[]))`
  }
  const ruled = () => {
    const node = checkCondition(reach.rule, setup)
    return ruleToSql(ever ? metEver(node) : node, lens, setup, each)
  }
  const bases = { everything: () => sql`true`, chosen: () => named(reach.chosen), rule: ruled }
  return sql`${asked(each)} and (${bases[reach.base]()} or ${named(reach.added)}) and not ${named(reach.leftOut)}`
}

/** The numbers of the roots that any of some reaches has, as a query with the one column id. */
export function rootsOfReaches(
  setup: StoredSetup,
  reaches: readonly Reach[],
  lens: FactLens,
  options: { ever?: boolean } = {},
): SQL {
  return sql.join(
    reaches.map(
      (reach) =>
        sql`
          select ${row(reach.eachVariant)}.root_id as id from ${subject(reach.eachVariant)}
          where ${reachToSql(setup, reach, lens, options)}
        `,
    ),
    sql` union `,
  )
}

/** The same as numbers, in order of SKU. */
export async function rootIdsOfReaches(
  db: Db,
  setup: StoredSetup,
  reaches: readonly Reach[],
  lens: FactLens,
): Promise<number[]> {
  if (reaches.length === 0) return []
  const { rows } = await db.execute<{ id: number }>(sql`
    select r.id from product r where r.id in (${rootsOfReaches(setup, reaches, lens)}) order by r.sku`)
  return rows.map((r) => r.id)
}

/**
 * Of the roots that any of some reaches has: how many, of which types, and how many have a value of each attribute in a
 * storefront. The sample is one that has most of what it shall show.
 */
export async function fillOfReaches(
  db: Db,
  setup: StoredSetup,
  reaches: readonly Reach[],
  lens: FactLens,
  shows: readonly string[] = [],
): Promise<{ count: number; types: string[]; filled: Map<string, number>; sample: string | null }> {
  const storefront = setup.storefrontIds.get(lens.storefront)!
  const plain = [...scalarAttributes(setup)].map((code) => setup.attributeIds.get(code)!)
  const { rows } = await db.execute<{ what: string; id: number | null; txt: string | null; n: number }>(sql`
    with found as materialized (${rootsOfReaches(setup, reaches, lens)}),
    filled as (
      select f.attribute_id, f.root_id from fact f join found on found.id = f.root_id
      where f.storefront_id in (0, ${storefront})
      union select f.attribute_id, f.root_id from fact_text f join found on found.id = f.root_id
      where f.storefront_id in (0, ${storefront}) and f.language = ''
      union select v.attribute_id, v.product_id from value v join found on found.id = v.product_id
      where v.attribute_id = any(${sql.param(plain)}::smallint[]) and (v.num is not null or v.txt is not null))
    select 'count' as what, null::int as id, (select p.sku from product p join found on found.id = p.id left
      join (select root_id, count(*) as n from filled
        where attribute_id = any(${sql.param(shows.flatMap((s) => setup.attributeIds.get(s) ?? []))}::smallint[])
        group by 1) shown on shown.root_id = p.id where p.status = 'active' order by coalesce(shown.n, 0) desc, p.sku
      limit 1) as txt, count(*)::int as n from found
    union all select 'type', null, p.type, count(*)::int from product p join found on found.id = p.id group by p.type
    union all select 'filled', attribute_id, null, count(distinct root_id)::int from filled group by attribute_id`)
  const count = rows.find((r) => r.what === 'count')
  return {
    count: count?.n ?? 0,
    sample: count?.txt ?? null,
    types: rows.filter((r) => r.what === 'type').map((r) => r.txt!),
    filled: new Map(rows.filter((r) => r.what === 'filled').map((r) => [setup.attributeCodes.get(r.id!)!, r.n])),
  }
}

/**
 * How many products some reaches have together, and how many of them have each of some options of attributes, in their
 * order.
 */
export async function countWithOptions(
  db: Db,
  setup: StoredSetup,
  reaches: readonly Reach[],
  lens: FactLens,
  options: readonly { attribute: string; option: string }[],
): Promise<{ products: number; having: number[] }> {
  const counts = options.map(
    ({ attribute, option }, i) => sql`
      union all select ${i}::int as i, count(distinct f.root_id)::int as n
      from ${factsOfAttribute(attribute, setup)} f join found on found.id = f.root_id
      where f.attribute_id = ${setup.attributeIds.get(attribute)!} and f.txt = ${option}`,
  )
  const { rows } = await db.execute<{ i: number; n: number }>(sql`
    with found as materialized (${rootsOfReaches(setup, reaches, lens)})
    select -1 as i, count(*)::int as n from found ${sql.join(counts, sql` `)}`)
  const countOf = (i: number) => rows.find((r) => r.i === i)!.n
  return { products: countOf(-1), having: options.map((_, i) => countOf(i)) }
}
