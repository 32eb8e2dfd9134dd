import { sql } from 'drizzle-orm'
import type { ListedProduct } from '@contracts/product'
import type { Db } from '../connect'
import { likePattern } from './like'
import type { StoredSetup } from './setup'

/** Which products are listed, and how they are named. */
export interface ProductList {
  limit: number
  /** The SKU after which the page begins. */
  cursor?: string
  offset?: number
  /** Words, folded: a part of an SKU, a GTIN or a name; nothing finds all. */
  words: string
  type?: string
  category?: readonly string[]
  status?: string
  storefront?: string
  /** Languages in which names are looked for, the nearest first. */
  chain: readonly string[]
}

/** Parents and single products in SKU order, one more than the limit where there are more; and how many there are. */
export async function listParents(
  db: Db,
  setup: StoredSetup,
  o: ProductList,
): Promise<{ rows: ListedProduct[]; count: number }> {
  const name = setup.attributeIds.get('name') ?? 0
  const pictures = setup.attributeIds.get('pictures') ?? 0
  const shop = o.storefront ? (setup.storefrontIds.get(o.storefront) ?? 0) : 0
  const like = likePattern(o.words)
  const chain = sql.param([...o.chain])
  const hasWords = sql`(r.id in (select x.root_id from product x where x.sku_folded like ${like} or x.gtin like ${like})
    or r.id in (select f.root_id from fact f where f.attribute_id = ${name} and f.txt like ${like})
    or r.id in (select f.root_id from fact_text f where f.attribute_id = ${name} and f.txt like ${like}))`
  const where = sql`r.parent_id is null
    and ${o.type ? sql`r.type = ${o.type}` : sql`true`}
    and ${o.status ? sql`r.status = ${o.status}` : sql`true`}
    and ${o.category ? sql`r.category = any(${sql.param([...o.category])}::text[])` : sql`true`}
    and ${o.words === '' ? sql`true` : hasWords}`
  // What a search finds is found once and kept; without one, the page is read along the SKUs' index, and only counting
  // looks at all.
  const found = sql`
    with found as ${o.words === '' ? sql`not materialized` : sql`materialized`} (select r.id, r.sku from product r
    where ${where})
  `
  const { rows } = await db.execute<ListedProduct & { total: number } & Record<string, unknown>>(sql`
    ${found}, page as (select id from found where ${o.cursor === undefined ? sql`true` : sql`sku > ${o.cursor}`}
      order by sku limit ${o.limit + 1} offset ${o.offset ?? 0})
    select (select count(*)::int from found) as total, r.sku, n.txt as name, n.language as "nameLanguage", r.type,
      r.category, r.brand, r.status, r.gtin, r.stock,
      (select min(p.amount) from fact_price p where p.root_id = r.id and p.storefront_id = ${shop}
      and not p.special) as price,
      (select count(*)::int from product x where x.root_id = r.id and x.id <> r.id) as variants,
      (select v.value ->> 0 from value v where v.product_id = r.id and v.attribute_id = ${pictures}
      order by v.storefront_id limit 1) as picture
    from page join product r on r.id = page.id
    left
    join lateral (select v.value #>> '{}' as txt, v.language from value v where v.product_id = r.id
      and v.attribute_id = ${name} and v.storefront_id in (0, ${shop})
      order by array_position(${chain}::text[], v.language), v.storefront_id desc limit 1) n on true
    order by r.sku`)
  const countFound = () => db.execute<{ n: number }>(sql`${found} select count(*)::int as n from found`)
  // Past the end there is no row to tell the number.
  const count = rows[0]?.total ?? (await countFound()).rows[0]!.n
  return { rows: rows.map(({ total: _total, ...item }) => item), count }
}

/** The first parents by SKU. */
export async function firstParents(db: Db, limit: number): Promise<string[]> {
  const { rows } = await db.execute<{ sku: string }>(
    sql`select sku from product where parent_id is null order by sku limit ${limit}`,
  )
  return rows.map((r) => r.sku)
}

/** Products that folded words find by SKU, GTIN or name, the nearest first, with their names in the source language. */
export async function searchProducts(
  db: Db,
  setup: StoredSetup,
  { words, folded }: { words: string; folded: string },
  limit: number,
): Promise<{ sku: string; name: string | null }[]> {
  const like = likePattern(folded)
  const name = setup.attributeIds.get('name') ?? 0
  const { rows } = await db.execute<{ sku: string; name: string | null }>(sql`
    with hit as (
      select id, sku, root_id, case when sku_folded = ${folded} or gtin = ${words.trim()} then 0
      when sku_folded like ${`${folded}%`} then 1 else 2 end as rank from product where sku_folded like ${like}
      or gtin like ${like}
      union all select p.id, p.sku, p.root_id, 3 from fact f join product p on p.id = f.root_id
      where f.attribute_id = ${name} and f.txt like ${like})
    select h.sku, (select v.value #>> '{}' from value v where v.product_id = h.root_id and v.attribute_id = ${name}
      and v.language = ${setup.source} and v.storefront_id = 0) as name
    from (select distinct on (id) * from hit order by id, rank) h order by h.rank, h.sku limit ${limit}`)
  return rows
}

/** The names of products, or of their parents, in the source language, by SKU; those that have one. */
export async function namesOfSkus(db: Db, setup: StoredSetup, skus: readonly string[]): Promise<Map<string, string>> {
  const { rows } = await db.execute<{ sku: string; name: string }>(sql`
    select p.sku, v.value #>> '{}' as name from product p join value v on v.product_id = p.root_id
    and v.attribute_id = ${setup.attributeIds.get('name') ?? 0} and v.storefront_id = 0 and v.language = ${setup.source}
    where p.sku = any(${sql.param([...new Set(skus)])}::text[])`)
  return new Map(rows.map((r) => [r.sku, r.name]))
}

const ofType = (type: string | null) => (type === null ? sql`true` : sql`type = ${type}`)

/** The numbers of all roots of a type, or of all types for null. */
export async function rootsOfType(db: Db, type: string | null): Promise<number[]> {
  const { rows } = await db.execute<{ id: number }>(
    sql`select id from product where id = root_id and ${ofType(type)} order by id`,
  )
  return rows.map((r) => r.id)
}

/** How many roots of a type there are, or of all types for null. */
export async function countRootsOfType(db: Db, type: string | null): Promise<number> {
  const { rows } = await db.execute<{ n: number }>(
    sql`select count(*)::int as n from product where id = root_id and ${ofType(type)}`,
  )
  return rows[0]!.n
}

/** How many roots there are of each type, by its code. */
export async function rootsByType(db: Db): Promise<Map<string, number>> {
  const { rows } = await db.execute<{ type: string; n: number }>(
    sql`select type, count(*)::int as n from product where parent_id is null group by type`,
  )
  return new Map(rows.map((r) => [r.type, r.n]))
}

/** How many values of each attribute are stored, by its number. */
export async function valuesByAttribute(db: Db): Promise<Map<number, number>> {
  const { rows } = await db.execute<{ attribute: number; n: number }>(
    sql`select attribute_id as attribute, count(*)::int as n from value group by attribute_id`,
  )
  return new Map(rows.map((r) => [r.attribute, r.n]))
}

/** How many roots are in a category and in further ones, for each way in which some are. */
export async function rootsByCategories(
  db: Db,
): Promise<{ category: string | null; further: string[] | null; products: number }[]> {
  const { rows } = await db.execute<{ category: string | null; further: string[] | null; products: number }>(
    sql`
      select category, categories as further, count(*)::int as products
      from product where parent_id is null group by 1, 2
    `,
  )
  return rows
}

/** Says that products, which had variants, have none any more. */
export async function noteChildless(db: Db, ids: readonly number[]): Promise<void> {
  await db.execute(sql`update product set is_leaf = true where id = any(${sql.param([...ids])}::int[])`)
}
