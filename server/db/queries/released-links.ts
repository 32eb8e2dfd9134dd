import { sql, type SQL } from 'drizzle-orm'
import type { OutsideAnswer } from '@core/release/links'
import type { Db, Tx } from '../connect'
import { goes, validAt } from './released-pages'

// Links that people wrote into pages: which pages have them, what inside a storefront they could lead to, and how sites
// outside answered.

/**
 * Whose pages are looked at: those that a release takes live, or also those that it holds back; or those that are live in
 * a storefront.
 */
export type LinkSource = { release: number; heldToo?: true } | { live: string }

/**
 * Links `k` with the pages `g` that they stand on, as what follows `from`; variants that change as their products do are
 * left to these.
 */
function linksOf(source: LinkSource): SQL {
  if ('live' in source)
    return sql`
      released_link k join released_page g on g.document = k.document join live_release l on l.storefront = g.storefront
      where g.storefront = ${source.live} and ${validAt(sql`l.reads`, sql`g`)}`
  return sql`
    released_link k join release_row r on r.document = k.document
    join release_page g on g.release_id = r.release_id and g.language = r.language and g.kind = r.kind and g.key = r.key
    where r.release_id = ${source.release} and g.like_key is null and ${source.heldToo ? sql`true` : goes}`
}

const textArray = (texts: readonly string[]) => sql`${sql.param([...texts])}::text[]`

/** A link as it stands on pages of a language. */
export interface WrittenLink {
  language: string
  href: string
}

/** The links on pages, each once for each language. */
export async function linksOnPages(db: Db, source: LinkSource): Promise<WrittenLink[]> {
  const { rows } = await db.execute<WrittenLink & Record<string, unknown>>(sql`
    select distinct g.language, k.href from ${linksOf(source)} order by k.href, g.language`)
  return rows
}

/** A page that a link stands on. */
export interface LinkingPage extends WrittenLink {
  kind: string
  key: string
  title: string
  /** How many pages have this link. */
  pages: number
}

/** What a page `g` is called. */
const titleOf = (source: LinkSource): SQL => ('live' in source ? sql`coalesce(g.name, g.key)` : sql`g.title`)

/** The pages that links stand on, a few of each. */
export async function pagesWithLinks(
  db: Db,
  source: LinkSource,
  links: readonly WrittenLink[],
  few: number,
): Promise<LinkingPage[]> {
  if (links.length === 0) return []
  const { rows } = await db.execute<LinkingPage & Record<string, unknown>>(sql`
    with page as (
      select distinct g.language, k.href, g.kind, g.key, ${titleOf(source)} as title from ${linksOf(source)}
        and (g.language, k.href) in (
          select language, href from jsonb_to_recordset(${JSON.stringify(links)}::jsonb)
            as x(language text, href text)))
    select * from (
      select page.*, count(*) over w::int as pages, row_number() over (w order by kind, key) as n
      from page window w as (partition by language, href)) numbered
    where n <= ${few} order by href, language, n`)
  return rows
}

/** A page inside a storefront that links name: a product by its slug or SKU, a standing page by its code. */
export interface NamedPage {
  language: string
  kind: 'product' | 'page'
  name: string
}

/**
 * Which of some pages a storefront has: now, where nothing is being released; else after the release. A slug that a
 * page had once leads on to it.
 */
export async function pagesThatAre(
  db: Db,
  storefront: string,
  release: number | null,
  named: readonly NamedPage[],
): Promise<Set<string>> {
  if (named.length === 0) return new Set()
  const { rows } = await db.execute<NamedPage & Record<string, unknown>>(sql`
    with named as (select * from jsonb_to_recordset(${JSON.stringify(named)}::jsonb)
        as x(language text, kind text, name text)),
      wanted as (
        select n.*, n.name as key from named n
        union select n.*, p.key from named n join released_page p on p.storefront = ${storefront}
          and p.language = n.language and p.kind = n.kind and p.slug = n.name
        union select n.*, r.key from named n join release_row r on r.release_id = ${release}
          and r.language = n.language and r.kind = n.kind and r.slug = n.name)
    select distinct w.language, w.kind, w.name from wanted w
    where exists (select 1 from release_page g join release_row r on r.release_id = g.release_id
          and r.language = g.language and r.kind = g.kind and r.key = g.key
        where g.release_id = ${release} and ${goes} and r.document is not null
          and g.language = w.language and g.kind = w.kind and g.key = w.key)
      or (exists (select 1 from released_page p join live_release l on l.storefront = p.storefront
          where p.storefront = ${storefront} and ${validAt(sql`l.reads`)} and p.document is not null
            and p.language = w.language and p.kind = w.kind and p.key = w.key)
        and not exists (select 1 from release_page g where g.release_id = ${release} and ${goes}
          and g.language = w.language and g.kind = w.kind and g.key = w.key))`)
  return new Set(rows.map(keyOfNamed))
}

/** A page inside as one text. */
export const keyOfNamed = ({ language, kind, name }: NamedPage): string => JSON.stringify([language, kind, name])

/** Which of some pictures and files the media library has. */
export async function filesThatAre(db: Db, names: readonly string[]): Promise<Set<string>> {
  const { rows } = await db.execute<{ name: string }>(sql`
    select name from media where name = any(${textArray(names)})`)
  return new Set(rows.map((r) => r.name))
}

/** How an address outside answered, and when; one that was never asked has no moment. */
export interface KnownAnswer extends OutsideAnswer {
  address: string
  asked: Date | null
}

/** How addresses outside answered when they were asked last. */
export async function answersOutside(db: Db, addresses: readonly string[]): Promise<Map<string, KnownAnswer>> {
  const { rows } = await db.execute<Omit<KnownAnswer, 'asked'> & { asked: string | null }>(sql`
    select address, asked, status, problem, failures from outside_link where address = any(${textArray(addresses)})`)
  return new Map(rows.map((r) => [r.address, { ...r, asked: r.asked === null ? null : new Date(r.asked) }]))
}

/** Has addresses outside asked that never were. */
export async function noteOutside(
  tx: Tx,
  links: readonly { address: string; host: string }[],
  now: Date,
): Promise<void> {
  if (links.length === 0) return
  await tx.db.execute(sql`
    insert into outside_link (address, host, due)
    select address, host, ${now.toISOString()}
    from jsonb_to_recordset(${JSON.stringify(links)}::jsonb) as x(address text, host text) on conflict do nothing`)
}

/** Takes addresses whose turn it is, one of each host, so that nobody is asked twice at once; for so long they are taken. */
export async function claimOutside(
  tx: Tx,
  now: Date,
  until: Date,
  limit: number,
): Promise<{ address: string; failures: number }[]> {
  const { rows } = await tx.db.execute<{ address: string; failures: number }>(sql`
    update outside_link set due = ${until.toISOString()} where address in (
      -- Whether it is due is asked of the row that is locked: another may have taken it since the hosts were looked at.
      select address from outside_link where due <= ${now.toISOString()} and address in (
        select distinct on (host) address from outside_link where due <= ${now.toISOString()} order by host, due)
      order by due limit ${limit} for update skip locked)
    returning address, failures`)
  return rows
}

/** Notes how an address outside answered, and when it is asked again. */
export async function noteAnswer(
  db: Db,
  { address, status, problem, failures }: OutsideAnswer & { address: string },
  { asked, due }: { asked: Date; due: Date },
): Promise<void> {
  await db.execute(sql`
    update outside_link set status = ${status}, problem = ${problem}, failures = ${failures},
      asked = ${asked.toISOString()}, due = ${due.toISOString()}
    where address = ${address}`)
}

/** Forgets all addresses outside but some. */
export async function forgetOthers(db: Db, keep: readonly string[]): Promise<void> {
  await db.execute(sql`delete from outside_link where not address = any(${textArray(keep)})`)
}
