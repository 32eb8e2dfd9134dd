import type { QueryOf } from '@contracts/operations'
import type { ListedProduct } from '@contracts/product'
import { categoryAndBelow } from '@core/catalogue/model'
import { languageChain } from '@core/language/chain'
import { sql } from 'drizzle-orm'
import { fold } from '@core/text/fold'
import { database } from '../../db/connect'
import { loadSetup } from '../../db/queries/setup'
import { likePattern } from '../../db/queries/like'

export type ListQuery = QueryOf<'listProducts'>

/** Products in SKU order, named in the language of an edition as its chain finds it. */
export async function listForEdition(query: ListQuery) {
  const setup = await loadSetup(database())
  const edition = query.storefront
    ? setup.storefronts.get(query.storefront)?.editions.find((e) => e.language === query.language)
    : undefined
  const chain = languageChain(edition ?? { language: query.language ?? setup.source, borrow: [] }, setup.source)
  const { category, ...rest } = query
  return listProducts({ ...rest, chain, ...(category ? { category: categoryAndBelow(setup, category) } : {}) })
}

/** Products in SKU order: parents and single products, found by SKU, GTIN or name, and filtered. */
async function listProducts(o: {
  limit: number
  cursor?: string
  q?: string
  type?: string
  category?: string[]
  status?: string
  storefront?: string
  chain: readonly string[]
  offset?: number
}): Promise<{ items: ListedProduct[]; next: string | null; count: number }> {
  const db = database()
  const setup = await loadSetup(db)
  const name = setup.attributeIds.get('name') ?? 0
  const pictures = setup.attributeIds.get('pictures') ?? 0
  const shop = o.storefront ? (setup.storefrontIds.get(o.storefront) ?? 0) : 0
  const q = o.q ? fold(o.q) : ''
  const like = likePattern(q)
  const chain = sql.param([...o.chain])
  const where = sql`r.parent_id is null
    and ${o.type ? sql`r.type = ${o.type}` : sql`true`} and ${o.status ? sql`r.status = ${o.status}` : sql`true`}
    and ${o.category ? sql`r.category = any(${sql.param(o.category)}::text[])` : sql`true`}
    and ${
      q === ''
        ? sql`true`
        : sql`(r.id in (select x.root_id from product x where x.sku_folded like ${like} or x.gtin like ${like})
      or r.id in (select f.root_id from fact f where f.attribute_id = ${name} and f.txt like ${like})
      or r.id in (select f.root_id from fact_text f where f.attribute_id = ${name} and f.txt like ${like}))`
    }`
  // What a search finds is found once and kept; without one, the page is read along the SKUs' index, and only counting
  // looks at all.
  const found = sql`
    with found as ${q === '' ? sql`not materialized` : sql`materialized`} (select r.id, r.sku from product r
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
  const items = rows.slice(0, o.limit).map(({ total: _total, ...item }) => item)
  // Past the end there is no row to tell the number.
  const count =
    rows[0]?.total ?? (await db.execute<{ n: number }>(sql`${found} select count(*)::int as n from found`)).rows[0]!.n
  return { items, next: rows.length > o.limit ? items.at(-1)!.sku : null, count }
}
