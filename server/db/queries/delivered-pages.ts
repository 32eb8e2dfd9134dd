import { sql, type SQL } from 'drizzle-orm'
import type { Db } from '../connect'
import { instant, millis } from './instants'
import { goes, validAt } from './released-pages'

// Pages as shoppers get them: what is read of a release at a moment.

/** What is read: a storefront as one of its releases has it. */
export interface ReleaseRead {
  storefront: string
  release: number
  /** A release that is not live, by its id: read is what would be live after it. */
  draft?: number
}

/** The rows that are read: those of releases, or with what a draft changes in their place. */
function rowsRead({ storefront, draft }: ReleaseRead): SQL {
  if (draft === undefined) return sql`released_page`
  const going = sql`g.release_id = ${draft} and ${goes}`
  return sql`(
    select storefront, language, kind, key, group_code, begins, since, until, document, slug, category, name
    from released_page r where storefront = ${storefront} and not exists (select 1 from release_page g
      where ${going} and g.language = r.language and g.kind = r.kind and g.key = r.key)
    union all
    select ${storefront}, w.language, w.kind, w.key, w.group_code, w.begins, 0, null, w.document, w.slug, w.category,
      w.name
    from release_row w join release_page g
      on g.release_id = w.release_id and g.language = w.language and g.kind = w.kind and g.key = w.key
    where ${going})`
}

/** For whom it is read: a shopper of a customer group, or of none, which is ''. */
export interface ReadFor extends ReleaseRead {
  group: string
}

/** A page as delivery finds it: the number of its document, and when the page changes next. */
export interface DeliveredPage {
  document: number | null
  slug: string | null
  /** Milliseconds since 1970; null where it never changes by itself. */
  next: number | null
}

/**
 * The pages that a release has under some keys for a customer group at a moment, by key; that of no group where the
 * group has none of its own. A key under which it has no page, whatever the moment, has no entry.
 */
export async function deliveredUnder(
  db: Db,
  reading: ReadFor,
  { language, kind, keys }: { language: string; kind: string; keys: readonly string[] },
  now: number,
): Promise<Map<string, DeliveredPage>> {
  const { storefront, release, group } = reading
  const { rows } = await db.execute<DeliveredPage & { key: string } & Record<string, unknown>>(sql`
    select k.key, page.document, page.slug, page.next
    from unnest(${sql.param([...keys])}::text[]) as k(key) cross join lateral (
      with own as materialized (
        select p.group_code, p.begins, p.document, p.slug from ${rowsRead(reading)} p
        where p.storefront = ${storefront} and p.language = ${language} and p.kind = ${kind} and p.key = k.key
          and p.group_code in ('', ${group}) and ${validAt(release)}),
      read as (select * from own where group_code = (select max(group_code) from own))
      select document, slug,
        (select ${millis(sql`min(n.begins)`)} from read n where n.begins > ${instant(now)}) as next
      from read where begins <= ${instant(now)} order by begins desc limit 1) page`)
  return new Map(rows.map(({ key, ...page }) => [key, page]))
}

/** Pages of an edition at a moment, one row each: columns of `p`, the rows that are read. */
const pagesAt = (reading: ReleaseRead, columns: SQL, where: SQL, now: number) => sql`
  select distinct on (p.key) ${columns} from ${rowsRead(reading)} p
  where ${where} and p.begins <= ${instant(now)}
  order by p.key, p.begins desc`

/** Whether a row `p` is of the page that a group gets: its own, or that of no group where it has none of its own. */
const ofGroup = (reading: ReadFor) =>
  reading.group === ''
    ? sql`p.group_code = ''`
    : sql`(p.group_code = ${reading.group} or (p.group_code = '' and not exists (
        select 1 from ${rowsRead(reading)} o
        where o.storefront = p.storefront and o.language = p.language and o.kind = p.kind and o.key = p.key
          and o.group_code = ${reading.group} and ${validAt(reading.release, sql`o`)})))`

/** Whether a row `p` is of a kind of an edition at a release, as the group gets it that reads. */
const ofKind = (reading: ReadFor, { language, kind }: { language: string; kind: string }) => sql`
  p.storefront = ${reading.storefront} and p.language = ${language} and p.kind = ${kind}
  and ${validAt(reading.release)} and ${ofGroup(reading)}`

/** Which pages of an edition are read, some at a time in order of their keys. */
export interface PagesAsked {
  language: string
  kind: string
  after: string
  limit: number
  now: number
}

/** A page in the order of keys; its document is null where there is no page then. */
export type PageInOrder = Omit<DeliveredPage, 'next'> & { key: string }

/** Pages of an edition at a moment. */
export async function deliveredPages(
  db: Db,
  reading: ReadFor,
  { after, limit, now, ...of }: PagesAsked,
): Promise<PageInOrder[]> {
  const later = sql`${ofKind(reading, of)} and p.key > ${after}`
  const { rows } = await db.execute<PageInOrder>(sql`
    ${pagesAt(reading, sql`p.key, p.document, p.slug`, later, now)} limit ${limit}`)
  return rows
}

/**
 * The page of a kind that a slug means in an edition, by its key: one that has it, or had it in an earlier release; a page of now
 * before one of then, the latest first. Undefined where no page ever had it.
 */
export async function keyOfSlug(
  db: Db,
  reading: ReleaseRead,
  { language, kind, slug }: { language: string; kind: string; slug: string },
): Promise<string | undefined> {
  const { storefront, release } = reading
  const { rows } = await db.execute<{ key: string }>(sql`
    select p.key from ${rowsRead(reading)} p
    where p.storefront = ${storefront} and p.language = ${language} and p.kind = ${kind} and p.slug = ${slug} and p.since <= ${release}
    order by (${validAt(release)}) desc, p.since desc limit 1`)
  return rows[0]?.key
}

/** A page in a list: what it is read by, and where it stands. */
export interface ListedPage {
  key: string
  name: string
  document: number
}

/** Categories of an edition whose pages are read. */
interface InCategories {
  language: string
  categories: readonly string[]
  now: number
}

const inCategories = (reading: ReadFor, { language, categories }: InCategories) => sql`
  ${ofKind(reading, { language, kind: 'product' })} and p.category = any(${sql.param([...categories])}::text[])`

/**
 * Pages of some categories at a moment, in the order of their names in the edition's language, after one by its key: by
 * the name that it has, or had last where it has gone since.
 */
export async function listedPages(
  db: Db,
  reading: ReadFor,
  asked: InCategories & { after: string | null; limit: number },
): Promise<ListedPage[]> {
  const { language, after, limit, now } = asked
  const order = sql.raw(`collate "${await collationOf(db, language)}"`)
  const { rows } = await db.execute<ListedPage & Record<string, unknown>>(sql`
    select key, name, document from (
      ${pagesAt(reading, sql`p.key, p.name, p.document`, inCategories(reading, asked), now)}) x
    where document is not null
      ${after === null ? sql`` : sql`and (name ${order}, key) > (${lastName(reading, asked, after)} ${order}, ${after})`}
    order by name ${order}, key limit ${limit}`)
  return rows
}

/** The name that a product has at a release, or had last before; '' where it never was in a list. */
const lastName = (reading: ReleaseRead, { language, now }: InCategories, key: string) => sql`
  coalesce((select n.name from ${rowsRead(reading)} n
    where n.storefront = ${reading.storefront} and n.language = ${language} and n.kind = 'product' and n.key = ${key}
      and n.name is not null and n.since <= ${reading.release} and n.begins <= ${instant(now)}
    order by n.since desc, n.begins desc limit 1), '')`

/** How many pages stand right in each of some categories at a moment. */
export async function countListed(db: Db, reading: ReadFor, asked: InCategories): Promise<Map<string, number>> {
  const { rows } = await db.execute<{ category: string; n: number }>(sql`
    select category, count(*)::int as n from (
      ${pagesAt(reading, sql`p.category, p.document`, inCategories(reading, asked), asked.now)}) x
    where document is not null group by category`)
  return new Map(rows.map((r) => [r.category, r.n]))
}

/** When any page of some categories changes next by itself, in milliseconds since 1970; null where none does. */
export async function nextInList(db: Db, reading: ReadFor, asked: InCategories): Promise<number | null> {
  const { rows } = await db.execute<{ next: number | null }>(sql`
    select ${millis(sql`min(p.begins)`)} as next from ${rowsRead(reading)} p
    where ${inCategories(reading, asked)} and p.begins > ${instant(asked.now)}`)
  return rows[0]!.next
}

/** When any page of a kind changes next by itself, in milliseconds since 1970; null where none does. */
export async function nextOfKind(
  db: Db,
  reading: ReadFor,
  { now, ...of }: { language: string; kind: string; now: number },
): Promise<number | null> {
  const { rows } = await db.execute<{ next: number | null }>(sql`
    select ${millis(sql`min(p.begins)`)} as next from ${rowsRead(reading)} p
    where ${ofKind(reading, of)} and p.begins > ${instant(now)}`)
  return rows[0]!.next
}

const collations = new Map<string, string>()

/** The ICU collation of a language, as PostgreSQL calls it; the root collation where it has none of its own. */
async function collationOf(db: Db, language: string): Promise<string> {
  const known = collations.get(language)
  if (known !== undefined) return known
  const wanted = [language, language.split('-')[0]!].map((l) => `${l}-x-icu`)
  const { rows } = await db.execute<{ name: string }>(sql`
    select collname as name from pg_collation
    where collprovider = 'i' and collname = any(${sql.param(wanted)}::text[])
    order by length(collname) desc limit 1`)
  const name = rows[0]?.name ?? 'und-x-icu'
  collations.set(language, name)
  return name
}

/** An edition whose release is read. */
export interface LiveEdition extends ReleaseRead {
  language: string
}

/** A page that stands in an edition. */
export interface PageElsewhere {
  storefront: string
  language: string
  key: string
  document: number
  slug: string | null
}

/**
 * The pages of one kind that editions have under some keys at a moment, for shoppers of no group, in the order in which
 * the editions are given.
 */
export async function pagesElsewhere(
  db: Db,
  editions: readonly LiveEdition[],
  { kind, keys, now }: { kind: string; keys: readonly string[]; now: number },
): Promise<PageElsewhere[]> {
  if (editions.length === 0 || keys.length === 0) return []
  const { rows } = await db.execute<PageElsewhere & Record<string, unknown>>(sql`
    select e.storefront, e.language, k.key, p.document, p.slug
    from rows from (jsonb_to_recordset(${JSON.stringify(editions)}::jsonb)
        as (storefront text, language text, release int)) with ordinality as e(storefront, language, release, place)
      cross join unnest(${sql.param([...keys])}::text[]) as k(key)
      cross join lateral (
        select p.document, p.slug from released_page p
        where p.storefront = e.storefront and p.language = e.language and p.kind = ${kind} and p.key = k.key
          and p.group_code = '' and p.begins <= ${instant(now)} and ${validAt(sql`e.release`)}
        order by p.begins desc limit 1) p
    where p.document is not null order by e.place`)
  return rows
}

/** How many pages of a kind an edition has at a moment. */
export async function countDelivered(
  db: Db,
  reading: ReadFor,
  { now, ...of }: { language: string; kind: string; now: number },
): Promise<number> {
  const { rows } = await db.execute<{ n: number }>(sql`
    select count(*) filter (where document is not null)::int as n from (
      ${pagesAt(reading, sql`p.document`, ofKind(reading, of), now)}) x`)
  return rows[0]!.n
}
