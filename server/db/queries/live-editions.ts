import { sql, type SQL } from 'drizzle-orm'
import { cellBytes, notSold } from '@core/readiness/cells'
import type { Db } from '../connect'
import { validAt } from './released-pages'

// What shoppers get now of products, edition by edition, beside how ready they are.

/** How the page of a product is live and yet not as it should be: ready and not live, or live and not ready. */
export type ReleaseGap = 'unreleased' | 'not-ready-live'

/** The editions and roots of product pages that a shopper of no group gets now, of all products or those of some SKUs. */
const livePages = (skus?: readonly string[]): SQL => sql`
  select e.n as edition, p.id as root_id, p.sku from (
    select distinct on (r.storefront, r.language, r.key) r.storefront, r.language, r.key, r.document
    from released_page r join live_release l on l.storefront = r.storefront
    where r.kind = 'product' and r.group_code = '' and r.begins <= now() and ${validAt(sql`l.reads`, sql`r`)}
      ${skus === undefined ? sql`` : sql`and r.key = any(${sql.param([...skus])}::text[])`}
    order by r.storefront, r.language, r.key, r.begins desc) r
  join edition e on e.storefront = r.storefront and e.language = r.language
  join product p on p.sku = r.key and p.parent_id is null
  where r.document is not null`

/** Rows of readiness with the editions in which they are sold: `x.root_id`, `x.edition`, `x.blockers`. */
const soldPages = (editions: readonly number[]): SQL => sql`
  select d.root_id, n.n as edition, get_byte(d.cells, n.n * ${cellBytes}) as blockers
  from readiness d cross join unnest(${sql.param([...editions])}::smallint[]) as n(n)
  where octet_length(d.cells) >= (n.n + 1) * ${cellBytes} and get_byte(d.cells, n.n * ${cellBytes}) <> ${notSold}`

/** The roots that have such a page in some editions, as a query. */
export function rootsWithGap(gap: ReleaseGap, editions: readonly number[]): SQL {
  const pages = sql`(${soldPages(editions)}) x left join (${livePages()}) l using (root_id, edition)`
  return gap === 'unreleased'
    ? sql`select x.root_id from ${pages} where x.blockers = 0 and l.sku is null`
    : sql`select x.root_id from ${pages} where x.blockers > 0 and l.sku is not null`
}

/** The numbers of the editions in which products have a live page, by SKU. */
export async function liveEditionsOf(db: Db, skus: readonly string[]): Promise<Map<string, number[]>> {
  const { rows } = await db.execute<{ sku: string; editions: number[] }>(sql`
    select sku, array_agg(edition order by edition) as editions from (${livePages(skus)}) l group by sku`)
  return new Map(rows.map((r) => [r.sku, r.editions]))
}

/** How many pages of an edition are live, ready and not live, and live and not ready. */
export interface LiveCounts {
  edition: number
  live: number
  unreleased: number
  notReadyLive: number
}

/** What is live of the pages that are sold in some editions. */
export async function countLiveOf(db: Db, editions: readonly number[]): Promise<LiveCounts[]> {
  const { rows } = await db.execute<LiveCounts & Record<string, unknown>>(sql`
    select x.edition, count(l.sku)::int as live,
      count(*) filter (where x.blockers = 0 and l.sku is null)::int as unreleased,
      count(*) filter (where x.blockers > 0 and l.sku is not null)::int as "notReadyLive"
    from (${soldPages(editions)}) x left join (${livePages()}) l using (root_id, edition)
    group by x.edition`)
  return rows
}
