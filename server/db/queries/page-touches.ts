import { sql, type SQL } from 'drizzle-orm'
import type { Db, Tx } from '../connect'
import { instant } from './instants'
import { raiseStamp, readMark, readStamp, writeMark } from './setup'
import { goes, validAt } from './released-pages'

// Which pages may be others than they are live: what was touched since they were put together last. It holds for pages
// at any moment and for any customer, other than readiness, which is evaluated for today.

/** The roots of the products that name some in their relations, or are named by them; `roots` is an array in SQL. */
const relatedTo = (roots: SQL): SQL => sql`
  select named.root_id from product p cross join lateral jsonb_array_elements(p.relations) r
    join product named on named.sku = r ->> 'sku'
  where p.root_id = any(${roots}) and p.relations is not null
  union
  select p.root_id from product member join product p on p.relations is not null
    and p.relations @> jsonb_build_array(jsonb_build_object('sku', member.sku))
  where member.root_id = any(${roots})`

/**
 * Says that something was changed that pages of some products are made of: theirs, and those that show them as related.
 * Part of the transaction that changes it.
 */
export async function touchPages(tx: Tx, roots: readonly number[]): Promise<void> {
  if (roots.length === 0) return
  const ids = sql`${sql.param([...roots])}::int[]`
  await tx.db.execute(sql`insert into page_touch (root_id) select unnest(${ids}) union ${relatedTo(ids)}`)
}

/** Says that something was changed of which any page may be made. Part of the transaction that changes it. */
export const touchAllPages = (tx: Tx): Promise<void> => raiseStamp(tx.db, 'pages')

/** The roots of some SKUs. */
export const rootsOf = (skus: readonly string[]): SQL =>
  sql`select root_id from product where sku = any(${sql.param([...skus])}::text[])`

/** The roots of products of some types. */
export const rootsOfTypes = (types: readonly string[]): SQL =>
  sql`select id from product where parent_id is null and type = any(${sql.param([...types])}::text[])`

/** The roots of products in some categories. */
export const rootsInCategories = (codes: readonly string[]): SQL => {
  const list = sql`${sql.param([...codes])}::text[]`
  return sql`select id from product where parent_id is null and (category = any(${list}) or categories && ${list})`
}

/** Pages of more products than this are not touched one by one. */
const fewTouched = 2000

/** The same of the pages of the products that SQL names by their roots; where those are very many, of all pages. */
export async function touchPagesWhere(tx: Tx, roots: SQL): Promise<void> {
  const { rows } = await tx.db.execute<{ id: number }>(
    sql`select distinct x.id from (${roots}) x(id) limit ${fewTouched + 1}`,
  )
  if (rows.length > fewTouched) return touchAllPages(tx)
  await touchPages(
    tx,
    rows.map((r) => r.id),
  )
}

/** The state of what all pages are made of: where it is another, so may be each page. */
export const commonState = (db: Db): Promise<number> => readStamp(db, 'pages')

/** Touches all pages where they are put together by another code than last time, given as a number. */
export async function touchWhereCodeDiffers(tx: Tx, code: number): Promise<void> {
  if ((await readMark(tx.db, 'page-code')) === code) return
  await writeMark(tx.db, 'page-code', code)
  await touchAllPages(tx)
}

/** How often anything was touched that pages are made of: another number each time. */
export async function countTouches(db: Db): Promise<number> {
  const { rows } = await db.execute<{ n: number }>(sql`select coalesce(sum(times), 0)::bigint as n from page_touch`)
  return rows[0]!.n
}

/** Adds up the touches of products that have several. Their sums stay as they are. */
export async function foldTouches(tx: Tx): Promise<void> {
  await tx.db.execute(sql`
    with many as (select root_id from page_touch group by root_id having count(*) > 1),
    gone as (delete from page_touch t using many where t.root_id = many.root_id returning t.root_id, t.times)
    insert into page_touch (root_id, times) select root_id, sum(times) from gone group by root_id`)
}

/** Of what is known of a storefront's products `p`: how often each was touched, and what was found then, if it holds. */
const knownState = (storefront: string, common: number) => sql`
  with touched as (select root_id, sum(times)::bigint as times from page_touch group by root_id),
  found as (
    select root_id, touches, base, differs from page_state where storefront = ${storefront} and common = ${common}),
  live as (select coalesce(max(number), 0) as number from live_release where storefront = ${storefront}),
  released as (
    select p.root_id, max(n.number) as number
    from released_page r join product p on p.sku = r.key
      cross join lateral (values (r.since), (r.until)) as n(number)
    where r.storefront = ${storefront} and r.kind = 'product'
      and (r.since > (select min(base) from found) or r.until > (select min(base) from found))
      and n.number <= (select number from live)
    group by p.root_id),
  known as (
    select p.id, coalesce(t.times, 0)::bigint as touches,
      case when f.touches = coalesce(t.times, 0) and coalesce(r.number <= f.base, true) then f.differs end as differs
    from product p left join touched t on t.root_id = p.id
      left join found f on f.root_id = p.id left join released r on r.root_id = p.id
    where p.parent_id is null)`

/** A product whose pages in a storefront are not known to be as they are live. */
export interface DueProduct {
  id: number
  /** How often it was touched. */
  touches: number
  /** Whether a page of it is known to differ from what is live. */
  differs: boolean
}

/**
 * The products whose pages in a storefront are not known to be as they are live, by root; `unknownOnly` leaves out those
 * that are known to differ.
 */
export async function dueProducts(
  db: Db,
  storefront: string,
  common: number,
  { unknownOnly = false, limit }: { unknownOnly?: boolean; limit?: number } = {},
): Promise<Map<number, DueProduct>> {
  const { rows } = await db.execute<{ id: number; touches: number; differs: boolean | null }>(sql`
    ${knownState(storefront, common)}
    select id, touches, differs from known
    where ${unknownOnly ? sql`differs is null` : sql`differs is distinct from false`} order by id
    limit ${limit ?? null}`)
  return new Map(rows.map((row) => [row.id, { ...row, differs: row.differs === true }]))
}

/** How many products have pages that differ from what is live in a storefront, and of how many that is not known yet. */
export async function countDiffering(
  db: Db,
  storefront: string,
  common: number,
): Promise<{ differing: number; unknown: number }> {
  const { rows } = await db.execute<{ differing: number; unknown: number }>(sql`
    ${knownState(storefront, common)}
    select count(*) filter (where differs)::int as differing, count(*) filter (where differs is null)::int as unknown
    from known`)
  return rows[0]!
}

/** With what pages were compared. */
export interface ComparedWith {
  storefront: string
  /** The state of what all pages are made of. */
  common: number
  /** The number of the release. */
  base: number
}

/** What was found of a product: whether any page of it differs, and how often it had been touched before. */
export type FoundState = Pick<DueProduct, 'id' | 'touches' | 'differs'>

/** Notes what was found when pages of some products were put together. */
export async function notePageState(
  tx: Tx,
  { storefront, common, base, foundBy }: ComparedWith & { foundBy: number | null },
  found: readonly FoundState[],
): Promise<void> {
  if (found.length === 0) return
  const list = JSON.stringify([...found].sort((a, b) => a.id - b.id))
  await tx.db.execute(sql`
    insert into page_state (storefront, root_id, differs, touches, common, base, found_by)
    select ${storefront}, id, differs, touches, ${common}, ${base}, ${foundBy}::int
    from jsonb_to_recordset(${list}::jsonb) as x(id int, differs boolean, touches bigint)
    on conflict (storefront, root_id) do update
    set differs = excluded.differs, touches = excluded.touches, common = excluded.common, base = excluded.base,
      found_by = excluded.found_by`)
}

/**
 * Notes of products that their pages are as they are live: of those whose pages were put together for a release that
 * went live with all of them, right after the one with which they were compared.
 */
export async function noteStatesLive(
  tx: Tx,
  { id, storefront, base, number }: { id: number; storefront: string; base: number; number: number },
): Promise<void> {
  if (number !== base + 1) return
  await tx.db.execute(sql`
    update page_state s set differs = false, base = ${number}
    where s.storefront = ${storefront} and s.found_by = ${id} and s.base = ${base} and s.differs
      and s.root_id not in (select p.root_id from release_page g join product p on p.sku = g.key
        where g.release_id = ${id} and g.kind = 'product' and not ${goes})`)
}

/** How many pages some products, by root, have at a release in some languages that somebody reads at a moment or later. */
export async function countPagesOf(
  db: Db,
  { storefront, release, languages, now }: { storefront: string; release: number; languages: string[]; now: number },
  roots: readonly number[],
): Promise<number> {
  const { rows } = await db.execute<{ n: number }>(sql`
    select count(*)::int as n from (
      select r.language, r.key from released_page r join product p on p.sku = r.key
      where r.storefront = ${storefront} and r.kind = 'product' and r.document is not null
        and r.language = any(${sql.param(languages)}::text[]) and ${validAt(release, sql`r`)}
        and p.root_id = any(${sql.param([...roots])}::int[])
        -- Few rows have a beginning: an index has these alone.
        and not exists (select 1 from released_page later
          where later.begins > '-infinity' and later.storefront = r.storefront and later.language = r.language
            and later.kind = r.kind and later.key = r.key and later.group_code = r.group_code
            and ${validAt(release, sql`later`)} and later.begins > r.begins and later.begins <= ${instant(now)})
      group by r.language, r.key) page`)
  return rows[0]!.n
}
