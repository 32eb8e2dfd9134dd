import { sql } from 'drizzle-orm'
import type { Db } from '../connect'
import { validAt, type PageKey } from './released-pages'

// Pages as shoppers get them: what is read of a release at a moment.

const at = (now: number) => sql`${new Date(now).toISOString()}::timestamptz`

/** A page as delivery finds it: the number of its document, and when the page changes next. */
export interface DeliveredPage {
  document: number | null
  slug: string | null
  /** Milliseconds since 1970; null where it never changes by itself. */
  next: number | null
}

/**
 * The page that a release has for a customer group at a moment; that of nobody where the group has none of its own.
 * Undefined where it has no such page, whatever the moment.
 */
export async function deliveredPage(
  db: Db,
  { storefront, release }: { storefront: string; release: number },
  { language, kind, key }: PageKey,
  group: string,
  now: number,
): Promise<DeliveredPage | undefined> {
  const { rows } = await db.execute<DeliveredPage & Record<string, unknown>>(sql`
    with own as materialized (
      select p.group_code, p.begins, p.document, p.slug from released_page p
      where p.storefront = ${storefront} and p.language = ${language} and p.kind = ${kind} and p.key = ${key}
        and p.group_code in ('', ${group}) and ${validAt(release)}),
    read as (select * from own where group_code = (select max(group_code) from own))
    select document, slug,
      (select (extract(epoch from min(n.begins)) * 1000)::float8 from read n where n.begins > ${at(now)}) as next
    from read where begins <= ${at(now)} order by begins desc limit 1`)
  return rows[0]
}

/** Which pages of an edition are read, some at a time in order of their keys. */
export interface PagesAsked {
  language: string
  kind: string
  after: string
  limit: number
  now: number
}

/** Pages of an edition at a moment for a shopper of no group; null where there is no page then. */
export async function deliveredPages(
  db: Db,
  { storefront, release }: { storefront: string; release: number },
  { language, kind, after, limit, now }: PagesAsked,
): Promise<{ key: string; document: number | null; slug: string | null }[]> {
  const { rows } = await db.execute<{ key: string; document: number | null; slug: string | null }>(sql`
    select distinct on (p.key) p.key, p.document, p.slug from released_page p
    where p.storefront = ${storefront} and p.language = ${language} and p.kind = ${kind} and p.key > ${after}
      and p.group_code = '' and p.begins <= ${at(now)} and ${validAt(release)}
    order by p.key, p.begins desc limit ${limit}`)
  return rows
}

/**
 * The product that a slug means in an edition: one whose page has it, or had it in an earlier release; a page of now
 * before one of then, the latest first. Undefined where no page ever had it.
 */
export async function keyOfSlug(
  db: Db,
  { storefront, release }: { storefront: string; release: number },
  language: string,
  slug: string,
): Promise<string | undefined> {
  const { rows } = await db.execute<{ key: string }>(sql`
    select p.key from released_page p
    where p.storefront = ${storefront} and p.language = ${language} and p.slug = ${slug} and p.since <= ${release}
    order by (${validAt(release)}) desc, p.since desc limit 1`)
  return rows[0]?.key
}

/** A page in a list: what it is read by, and where it stands. */
export interface ListedPage {
  key: string
  name: string
  document: number
}

/** After which page of a list the next ones are asked for. */
export interface ListPlace {
  name: string
  key: string
}

/** Categories of an edition whose pages are read. */
interface InCategories {
  language: string
  categories: readonly string[]
  now: number
}

const inCategories = (
  { storefront, release }: { storefront: string; release: number },
  { language, categories }: InCategories,
) => sql`
  p.storefront = ${storefront} and p.language = ${language} and p.kind = 'product'
    and p.category = any(${sql.param([...categories])}::text[]) and p.group_code = '' and ${validAt(release)}`

/** Pages of some categories at a moment, in the order of their names in the edition's language. */
export async function listedPages(
  db: Db,
  reading: { storefront: string; release: number },
  asked: InCategories & { after: ListPlace | null; limit: number },
): Promise<ListedPage[]> {
  const { language, after, limit, now } = asked
  const order = sql.raw(`collate "${await collationOf(db, language)}"`)
  const { rows } = await db.execute<ListedPage & Record<string, unknown>>(sql`
    select key, name, document from (
      select distinct on (p.key) p.key, p.name, p.document from released_page p
      where ${inCategories(reading, asked)} and p.begins <= ${at(now)} order by p.key, p.begins desc) x
    where document is not null
      ${after === null ? sql`` : sql`and (name ${order}, key) > (${after.name} ${order}, ${after.key})`}
    order by name ${order}, key limit ${limit}`)
  return rows
}

/** How many pages stand right in each of some categories at a moment. */
export async function countListed(
  db: Db,
  reading: { storefront: string; release: number },
  asked: InCategories,
): Promise<Map<string, number>> {
  const { rows } = await db.execute<{ category: string; n: number }>(sql`
    select category, count(*)::int as n from (
      select distinct on (p.key) p.category, p.document from released_page p
      where ${inCategories(reading, asked)} and p.begins <= ${at(asked.now)} order by p.key, p.begins desc) x
    where document is not null group by category`)
  return new Map(rows.map((r) => [r.category, r.n]))
}

/** When any page of some categories changes next by itself, in milliseconds since 1970; null where none does. */
export async function nextInList(
  db: Db,
  reading: { storefront: string; release: number },
  asked: InCategories,
): Promise<number | null> {
  const { rows } = await db.execute<{ next: number | null }>(sql`
    select (extract(epoch from min(p.begins)) * 1000)::float8 as next from released_page p
    where ${inCategories(reading, asked)} and p.begins > '-infinity' and p.begins > ${at(asked.now)}`)
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
export interface LiveEdition {
  storefront: string
  language: string
  release: number
}

/** A page that stands in an edition. */
export interface PageElsewhere {
  storefront: string
  language: string
  key: string
  document: number
  slug: string | null
}

/** The pages of one kind that editions have under some keys at a moment, for shoppers of no group. */
export async function pagesElsewhere(
  db: Db,
  editions: readonly LiveEdition[],
  { kind, keys, now }: { kind: string; keys: readonly string[]; now: number },
): Promise<PageElsewhere[]> {
  if (editions.length === 0 || keys.length === 0) return []
  const { rows } = await db.execute<PageElsewhere & Record<string, unknown>>(sql`
    select e.storefront, e.language, k.key, p.document, p.slug
    from jsonb_to_recordset(${JSON.stringify(editions)}::jsonb) as e(storefront text, language text, release int)
      cross join unnest(${sql.param([...keys])}::text[]) as k(key)
      cross join lateral (
        select p.document, p.slug from released_page p
        where p.storefront = e.storefront and p.language = e.language and p.kind = ${kind} and p.key = k.key
          and p.group_code = '' and p.begins <= ${at(now)} and ${validAt(sql`e.release`)}
        order by p.begins desc limit 1) p
    where p.document is not null`)
  return rows
}

/** How many pages of a kind an edition has at a moment for a shopper of no group. */
export async function countDelivered(
  db: Db,
  { storefront, release }: { storefront: string; release: number },
  { language, kind, now }: { language: string; kind: string; now: number },
): Promise<number> {
  const { rows } = await db.execute<{ n: number }>(sql`
    select count(*) filter (where document is not null)::int as n from (
      select distinct on (p.key) p.document from released_page p
      where p.storefront = ${storefront} and p.language = ${language} and p.kind = ${kind}
        and p.group_code = '' and p.begins <= ${at(now)} and ${validAt(release)}
      order by p.key, p.begins desc) x`)
  return rows[0]!.n
}
