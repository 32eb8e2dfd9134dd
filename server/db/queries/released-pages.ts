import { sql, type SQL } from 'drizzle-orm'
import type { HeldBack, ReleaseCounts, ReleasedChange } from '@contracts/release'
import { groupBy } from '@core/lists/group-by'
import type { PageChange } from '@core/release/compare'
import type { Db, Tx } from '../connect'
import { insertCauses } from './causes'
import { millis } from './instants'
import { areOfProducts, type OfProducts, type PageKey } from './page-key'
import { dropAhead } from './rows-ahead'

// Pages as releases have them: what a release would write, and all that was ever written.

/** What a page is for a customer group from a moment on; null is no page. */
export interface PageRow {
  group: string
  /** Milliseconds since 1970, −Infinity from the beginning of time. */
  begins: number
  document: number | null
  /** The last part of its address, where it has one of its own. */
  slug: string | null
  /** The category in whose list it stands, and the name by which it is sorted there; null where it stands in none. */
  category: string | null
  name: string | null
}

/** A page that a release changes or holds back, with its rows as they will stand. */
export interface StagedPage extends PageKey {
  change: ReleasedChange
  changes: PageChange[]
  title: string
  type: string | null
  held: HeldBack[]
  rows: PageRow[]
  /** The steps that changed it, by their numbers. */
  causes: number[]
  /** Of a variant whose page changes as that of its product does: the product. */
  like: string | null
}

/** The document that a shopper of no group reads at a moment, by its number; null where there is no page. */
export const documentAt = (rows: readonly PageRow[], now: number): number | null =>
  rows.filter((r) => r.group === '' && r.begins <= now).at(-1)?.document ?? null

const instantText = (begins: number) => (begins === -Infinity ? '-infinity' : new Date(begins).toISOString())

/** Whether a row of `released_page`, `p` unless it is called otherwise, is read at a release. */
export const validAt = (n: SQL | number, row = sql`p`): SQL =>
  sql`${row}.since <= ${n} and (${row}.until is null or ${row}.until > ${n})`

/**
 * Whether a page `g` of a release goes live with it: nothing holds it back, or it is released all the same, and nobody
 * left it out.
 */
export const goes = sql`((g.held is null or g.anyway is not null) and g.left_out is null)`

/** When a row begins, in milliseconds since 1970; null from the beginning of time. */
const beginsOf = (begins: SQL) => sql`
  case when ${begins} = '-infinity' then null else ${millis(begins)} end as begins`

/** A row as it is read: from the beginning of time is null. */
type StoredRow = Omit<PageRow, 'begins'> & { begins: number | null } & Record<string, unknown>

const rowOf = ({ group, begins, document, slug, category, name }: StoredRow): PageRow => ({
  group,
  begins: begins ?? -Infinity,
  document,
  slug,
  category,
  name,
})

/** Rows of some pages of a storefront as a release has them, by language, kind and key. */
export async function rowsOfPages(
  db: Db,
  storefront: string,
  release: number,
  keys: { language: string; kind: string; keys: readonly string[] },
): Promise<Map<string, PageRow[]>> {
  const { rows } = await db.execute<StoredRow & { key: string }>(sql`
    select p.key, p.group_code as "group", p.document, p.slug, p.category, p.name,
      ${beginsOf(sql`p.begins`)}
    from released_page p
    where p.storefront = ${storefront} and p.language = ${keys.language} and p.kind = ${keys.kind}
      and p.key = any(${sql.param([...keys.keys])}::text[]) and ${validAt(release)}
    order by p.key, p.group_code, p.begins`)
  const byKey = groupBy(rows, (row) => row.key)
  return new Map([...byKey].map(([key, list]) => [key, list.map(rowOf)]))
}

/** The keys of all pages of a kind that a storefront's edition has at a release, after a key. */
export async function keysAt(
  db: Db,
  storefront: string,
  release: number,
  { language, kind, after, limit }: { language: string; kind: string; after: string; limit: number },
): Promise<string[]> {
  const { rows } = await db.execute<{ key: string }>(sql`
    select distinct p.key from released_page p
    where p.storefront = ${storefront} and p.language = ${language} and p.kind = ${kind} and p.key > ${after}
      and ${validAt(release)}
    order by p.key limit ${limit}`)
  return rows.map((r) => r.key)
}

/** The keys of product pages that a storefront's edition has at a release and whose products are no more. */
export async function keysOfNobody(db: Db, storefront: string, release: number, language: string): Promise<string[]> {
  const { rows } = await db.execute<{ key: string }>(sql`
    select distinct p.key from released_page p
    where p.storefront = ${storefront} and p.language = ${language} and p.kind = 'product' and ${validAt(release)}
      and not exists (select 1 from product x where x.sku = p.key)
    order by p.key`)
  return rows.map((r) => r.key)
}

/** The roots of products that have live pages and are not active, or are sold in some places or at some times only. */
export async function rootsInDoubt(db: Db, storefront: string, release: number): Promise<number[]> {
  const { rows } = await db.execute<{ id: number }>(sql`
    with doubtful as materialized (
      select x.sku, x.root_id from product x join product r on r.id = x.root_id
      where x.status <> 'active' or r.status <> 'active' or jsonb_array_length(r.range) > 0)
    select distinct d.root_id as id from doubtful d join released_page p on p.key = d.sku
    where p.storefront = ${storefront} and p.kind = 'product' and p.document is not null and ${validAt(release)}
    order by d.root_id`)
  return rows.map((r) => r.id)
}

/** Writes pages that a release changes or holds back. */
export async function insertStaged(tx: Tx, releaseId: number, pages: readonly StagedPage[]): Promise<void> {
  if (pages.length === 0) return
  await dropAhead(tx, [releaseId])
  const list = pages.map(({ rows: _, causes: __, ...page }) => ({
    ...page,
    held: page.held.length > 0 ? page.held : null,
  }))
  await tx.db.execute(sql`
    insert into release_page (release_id, language, kind, key, change, changes, title, type, held, like_key)
    select ${releaseId}, language, kind, key, change, changes, title, type, held, "like"
    from jsonb_to_recordset(${JSON.stringify(list)}::jsonb)
      as x(language text, kind text, key text, change text, changes jsonb, title text, type text, held jsonb,
        "like" text)`)
  const rows = pages.flatMap(({ language, kind, key, rows }) =>
    rows.map((row) => ({ language, kind, key, ...row, begins: instantText(row.begins) })),
  )
  await tx.db.execute(sql`
    insert into release_row (release_id, language, kind, key, group_code, begins, document, slug, category, name)
    select ${releaseId}, language, kind, key, "group", begins, document, slug, category, name
    from jsonb_to_recordset(${JSON.stringify(rows)}::jsonb)
      as x(language text, kind text, key text, "group" text, begins timestamptz, document bigint, slug text,
        category text, name text)`)
  await insertCauses(tx, releaseId, pages)
}

/** Forgets what was put together for some releases. */
export async function deleteStaged(tx: Tx, releaseIds: readonly number[]): Promise<void> {
  await dropAhead(tx, releaseIds)
  const ids = sql`${sql.param([...releaseIds])}::int[]`
  for (const table of [sql`release_row`, sql`release_cause`, sql`release_page`])
    await tx.db.execute(sql`delete from ${table} where release_id = any(${ids})`)
}

/** How many pages of a release there are of each kind; what is unchanged is not kept. */
export async function countStaged(db: Db, releaseId: number): Promise<Omit<ReleaseCounts, 'unchanged'>> {
  const { rows } = await db.execute<Omit<ReleaseCounts, 'unchanged'>>(sql`
    select count(*) filter (where change = 'added' and ${goes})::int as added,
      count(*) filter (where change = 'changed' and ${goes})::int as changed,
      count(*) filter (where change = 'removed' and ${goes})::int as removed,
      count(*) filter (where g.held is not null and g.anyway is null and g.left_out is null)::int as held,
      count(*) filter (where g.left_out is not null)::int as "leftOut"
    from release_page g where release_id = ${releaseId}`)
  return rows[0]!
}

export interface StoredReleasePage extends PageKey {
  change: ReleasedChange
  changes: PageChange[]
  title: string
  held: HeldBack[] | null
  anyway: string | null
  anyway_by: string | null
  left_out: string | null
  left_out_by: string | null
  /** How many variants change as it does. */
  variants: number
}

/** Which pages of a release are asked for. */
export interface ReleasePageFilter extends OfProducts {
  change?: ReleasedChange | 'held' | 'left-out'
  language?: string
  q?: string
  /** The number of a step that changed them. */
  cause?: number
  /** Whether variants that change as their products do are left to these. */
  folded?: boolean
  /** Only those that the release takes live. */
  going?: boolean
}

const pageColumns = sql`
  g.language, g.kind, g.key, g.change, g.changes, g.title, g.held, g.anyway, who.name as anyway_by, g.left_out,
  (select name from person where id = g.left_out_by) as left_out_by,
  (select count(*)::int from release_page v
    where v.release_id = g.release_id and v.like_key = g.key and v.language = g.language and v.kind = g.kind) as variants`

function pagesWhere(releaseId: number, filter: ReleasePageFilter): SQL {
  const { change, language, q, cause, folded, going } = filter
  const all = [sql`g.release_id = ${releaseId}`, ...areOfProducts(filter, { kind: sql`g.kind`, key: sql`g.key` })]
  if (change === 'held') all.push(sql`g.held is not null`)
  else if (change === 'left-out') all.push(sql`g.left_out is not null`)
  else if (change !== undefined) all.push(sql`g.change = ${change} and ${goes}`)
  if (language !== undefined) all.push(sql`g.language = ${language}`)
  if (folded) all.push(sql`g.like_key is null`)
  if (going) all.push(goes)
  if (cause !== undefined)
    all.push(sql`exists (select 1 from release_cause c
      where c.release_id = g.release_id and c.step_id = ${cause}
        and c.language = g.language and c.kind = g.kind and c.key = g.key)`)
  if (q !== undefined && q !== '')
    all.push(sql`(strpos(lower(g.title), lower(${q})) > 0 or strpos(lower(g.key), lower(${q})) > 0)`)
  return sql.join(all, sql` and `)
}

/**
 * Pages of a release in order of SKU and language, those that are not ready last, whatever was decided about them; and
 * how many there are.
 */
export async function stagedPages(
  db: Db,
  releaseId: number,
  filter: ReleasePageFilter,
  { offset, limit }: { offset: number; limit: number },
): Promise<{ count: number; items: StoredReleasePage[] }> {
  const where = pagesWhere(releaseId, filter)
  const { rows: counted } = await db.execute<{ n: number }>(
    sql`select count(*)::int as n from release_page g where ${where}`,
  )
  const { rows } = await db.execute<StoredReleasePage & Record<string, unknown>>(sql`
    select ${pageColumns} from release_page g left join person who on who.id = g.anyway_by
    where ${where} order by (g.held is not null), g.key, g.language
    limit ${limit} offset ${offset}`)
  return { count: counted[0]!.n, items: rows }
}

/** One page of a release, with its rows. */
export async function stagedPage(
  db: Db,
  releaseId: number,
  { language, kind, key }: PageKey,
): Promise<(StoredReleasePage & { rows: PageRow[] }) | undefined> {
  const { rows } = await db.execute<StoredReleasePage & Record<string, unknown>>(sql`
    select ${pageColumns} from release_page g left join person who on who.id = g.anyway_by
    where g.release_id = ${releaseId} and g.language = ${language} and g.kind = ${kind} and g.key = ${key}`)
  const [page] = rows
  if (!page) return undefined
  const { rows: stored } = await db.execute<StoredRow>(sql`
    select group_code as "group", document, slug, category, name,
      ${beginsOf(sql`begins`)}
    from release_row
    where release_id = ${releaseId} and language = ${language} and kind = ${kind} and key = ${key}
    order by group_code, begins`)
  return { ...page, rows: stored.map(rowOf) }
}

/**
 * A page of a release, and those of the variants that change as it does. A variant about which something is decided by
 * itself no longer goes with its product.
 */
const withAlike = (releaseId: number, { language, kind, key }: PageKey) => sql`
  release_id = ${releaseId} and language = ${language} and kind = ${kind} and (key = ${key} or like_key = ${key})`
const stillAlike = ({ key }: PageKey) => sql`like_key = case when key = ${key} then null else like_key end`

/** Has a page that is held back released all the same, with a reason; without one it is held back again. */
export async function setAnyway(
  tx: Tx,
  releaseId: number,
  page: PageKey,
  anyway: { reason: string; by: number } | null,
): Promise<void> {
  await dropAhead(tx, [releaseId])
  await tx.db.execute(sql`
    update release_page set anyway = ${anyway?.reason ?? null}, anyway_by = ${anyway?.by ?? null}, ${stillAlike(page)}
    where ${withAlike(releaseId, page)}`)
}

/** Has a page left out of a release, with a reason, so that it stays as it is live; without one it is taken in again. */
export async function setLeftOut(
  tx: Tx,
  releaseId: number,
  page: PageKey,
  leftOut: { reason: string; by: number } | null,
): Promise<void> {
  await dropAhead(tx, [releaseId])
  await tx.db.execute(sql`
    update release_page
    set left_out = ${leftOut?.reason ?? null}, left_out_by = ${leftOut?.by ?? null}, ${stillAlike(page)}
    where ${withAlike(releaseId, page)}`)
}

/** Whether a page `g` is one that a release takes live. */
const taken = (releaseId: number) => sql`g.release_id = ${releaseId} and ${goes}`
const samePage = sql`p.language = g.language and p.kind = g.kind and p.key = g.key`

/** Pages that a release would change and that have changed since it was compared, up to the release that is live. */
export async function overtakenPages(
  db: Db,
  { releaseId, storefront, base, live }: { releaseId: number; storefront: string; base: number; live: number },
): Promise<number> {
  const isBetween = (number: SQL) => sql`(${number} > ${base} and ${number} <= ${live})`
  const { rows } = await db.execute<{ n: number }>(sql`
    select count(*)::int as n from release_page g
    where ${taken(releaseId)}
      and exists (select 1 from released_page p
        where p.storefront = ${storefront} and ${samePage}
          and (${isBetween(sql`p.since`)} or ${isBetween(sql`p.until`)}))`)
  return rows[0]!.n
}

/** Which of some SKUs have a page that a release takes live. */
export async function stagedAmong(db: Db, releaseId: number, skus: readonly string[]): Promise<string[]> {
  if (skus.length === 0) return []
  const { rows } = await db.execute<{ key: string }>(sql`
    select distinct g.key from release_page g
    where ${taken(releaseId)} and g.kind = 'product' and g.change <> 'removed'
      and g.key = any(${sql.param([...skus])}::text[])
    order by g.key`)
  return rows.map((r) => r.key)
}

const sameRow = sql`
  w.group_code = p.group_code and w.begins = p.begins and w.document is not distinct from p.document
  and w.category is not distinct from p.category`

/** Pages of a release after one, up to another with it; all of them without either. */
export interface PagesBetween {
  after?: PageKey | null
  upTo?: PageKey | null
}

const place = ({ language, kind, key }: PageKey) => sql`(${language}, ${kind}, ${key})`

/** Whether a page `g` is one of some that a release takes live. */
function takenBetween(releaseId: number, { after, upTo }: PagesBetween): SQL {
  const all = [taken(releaseId)]
  if (after) all.push(sql`(g.language, g.kind, g.key) > ${place(after)}`)
  if (upTo) all.push(sql`(g.language, g.kind, g.key) <= ${place(upTo)}`)
  return sql.join(all, sql` and `)
}

/** The last of so many pages that a release takes live, after one; undefined where there are fewer. */
export async function lastOfPages(
  db: Db,
  releaseId: number,
  { after, count }: { after: PageKey | null; count: number },
): Promise<PageKey | undefined> {
  const { rows } = await db.execute<PageKey & Record<string, unknown>>(sql`
    select g.language, g.kind, g.key from release_page g where ${takenBetween(releaseId, { after })}
    order by g.language, g.kind, g.key offset ${count - 1} limit 1`)
  return rows[0]
}

/**
 * Writes what a release changes as rows that are valid from its number on: closes those that differ and opens others.
 * Nobody reads them until the pointer moves. What of it is written already stays as it is.
 */
export async function writeReleased(
  tx: Tx,
  { releaseId, storefront, number }: { releaseId: number; storefront: string; number: number },
  pages: PagesBetween = {},
): Promise<void> {
  const some = takenBetween(releaseId, pages)
  await tx.db.execute(sql`
    update released_page p set until = ${number} from release_page g
    where ${some} and p.storefront = ${storefront} and ${samePage} and p.until is null
      and not exists (select 1 from release_row w
        where w.release_id = ${releaseId} and w.language = p.language and w.kind = p.kind and w.key = p.key
          and ${sameRow})`)
  await tx.db.execute(sql`
    insert into released_page
      (storefront, language, kind, key, group_code, begins, since, document, slug, category, name)
    select ${storefront}, w.language, w.kind, w.key, w.group_code, w.begins, ${number}, w.document, w.slug,
      w.category, w.name
    from release_row w join release_page g
      on g.release_id = w.release_id and g.language = w.language and g.kind = w.kind and g.key = w.key
    where ${some} and not exists (select 1 from released_page p
      where p.storefront = ${storefront} and p.language = w.language and p.kind = w.kind and p.key = w.key
        and p.until is null and ${sameRow})`)
}

/**
 * Writes the state of an earlier release as rows of a new number: closes what was opened since, and opens anew what was
 * valid then.
 */
export async function writeBack(tx: Tx, storefront: string, to: number, number: number): Promise<void> {
  const before = number - 1
  const has = (release: number) => sql`
    exists (select 1 from released_page o
      where o.storefront = p.storefront and o.language = p.language and o.kind = p.kind and o.key = p.key
        and o.group_code = p.group_code and o.begins = p.begins and o.document is not distinct from p.document
        and o.category is not distinct from p.category and ${validAt(release, sql`o`)})`
  await tx.db.execute(sql`
    insert into released_page
      (storefront, language, kind, key, group_code, begins, since, document, slug, category, name)
    select p.storefront, p.language, p.kind, p.key, p.group_code, p.begins, ${number}, p.document, p.slug,
      p.category, p.name
    from released_page p
    where p.storefront = ${storefront} and ${validAt(to)} and p.until <= ${before} and not ${has(before)}`)
  await tx.db.execute(sql`
    update released_page p set until = ${number}
    where p.storefront = ${storefront} and p.until is null and p.since <= ${before} and p.since > ${to}
      and not ${has(to)}`)
}

/** Ends the pages of some products in a release that is being written, whatever it was about to open. */
export async function writeGone(tx: Tx, storefront: string, number: number, skus: readonly string[]): Promise<void> {
  if (skus.length === 0) return
  const pages = sql`storefront = ${storefront} and kind = 'product' and key = any(${sql.param([...skus])}::text[])`
  await tx.db.execute(sql`delete from released_page where ${pages} and since = ${number}`)
  await tx.db.execute(sql`update released_page set until = ${number} where ${pages} and until is null`)
}
