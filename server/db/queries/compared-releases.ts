import { sql, type SQL } from 'drizzle-orm'
import type { ReleasedChange } from '@contracts/release'
import type { Db } from '../connect'
import { areOfProducts, type OfProducts, type PageKey } from './page-key'

// Two releases of a storefront beside each other.

/** Which releases are compared: by their numbers, in the order in which they are read. */
export interface TwoReleases {
  storefront: string
  from: number
  to: number
}

/** Which of the pages that differ are asked for. */
export interface ComparedFilter extends OfProducts {
  change?: ReleasedChange
  language?: string
  q?: string
}

/** Whether a row `p` is read at two releases. */
const atBoth = (low: number, high: number) => sql`p.since <= ${low} and (p.until is null or p.until > ${high})`

/**
 * The pages that differ between two releases, as `differing`: rows that only one of them reads, but for those that
 * the other one has again as they are. What both read is asked for only where one side has no page otherwise.
 */
function differing({ storefront, from, to }: TwoReleases): SQL {
  const [low, high] = [Math.min(from, to), Math.max(from, to)]
  const [earlier, later] = from <= to ? ['was', 'is'] : ['is', 'was']
  const columns = sql`language, kind, key, group_code, begins, document, category, name`
  const isInBoth = sql`exists (select 1 from released_page p
    where p.storefront = ${storefront} and p.language = d.language and p.kind = d.kind and p.key = d.key
      and p.document is not null and ${atBoth(low, high)})`
  return sql`
    with rows as materialized (
      select ${columns}, ${earlier}::text as side from released_page
      where storefront = ${storefront} and since <= ${low} and until > ${low} and until <= ${high}
      union all
      select ${columns}, ${later}::text as side from released_page
      where storefront = ${storefront} and since > ${low} and since <= ${high} and (until is null or until > ${high})),
    own as (
      select language, kind, key, document, max(name) as name, max(side) as side from rows
      group by language, kind, key, group_code, begins, document, category having count(*) = 1),
    pages as (
      select language, kind, key, max(name) as name,
        bool_or(side = 'was' and document is not null) as was, bool_or(side = 'is' and document is not null) as is
      from own group by language, kind, key),
    differing as materialized (
      select d.language, d.kind, d.key, d.name,
        case when (d.was or ${isInBoth}) and (d.is or ${isInBoth}) then 'changed'
          when d.is then 'added' else 'removed' end as change
      from pages d)`
}

function passing({ language, q, ...of }: ComparedFilter): SQL {
  const all = [sql`true`, ...areOfProducts(of, { kind: sql`differing.kind`, key: sql`differing.key` })]
  if (language !== undefined) all.push(sql`language = ${language}`)
  if (q !== undefined && q !== '')
    all.push(sql`(strpos(lower(key), lower(${q})) > 0 or strpos(lower(coalesce(name, '')), lower(${q})) > 0)`)
  return sql.join(all, sql` and `)
}

/** A page that differs between two releases. */
export interface DifferingPage extends PageKey {
  change: ReleasedChange
}

/**
 * The pages that differ between two releases, in order of their keys, and how many there are of each change, whatever
 * change is asked for.
 */
export async function differingPages(
  db: Db,
  two: TwoReleases,
  { change, ...filter }: ComparedFilter,
  { offset, limit }: { offset: number; limit: number },
): Promise<{ counts: Record<ReleasedChange, number>; items: DifferingPage[] }> {
  const isAsked = change === undefined ? sql`true` : sql`change = ${change}`
  const { rows } = await db.execute<{ counts: Record<string, number> | null; items: DifferingPage[] | null }>(sql`
    ${differing(two)},
    shown as (select * from differing where ${passing(filter)})
    select
      (select jsonb_object_agg(change, n) from (select change, count(*)::int as n from shown group by change) c) as counts,
      (select jsonb_agg(jsonb_build_object('language', language, 'kind', kind, 'key', key, 'change', change)
          order by key, language, kind)
        from (select * from shown where ${isAsked} order by key, language, kind limit ${limit} offset ${offset}) s) as items`)
  const { counts, items } = rows[0]!
  return { counts: { added: 0, changed: 0, removed: 0, ...counts }, items: items ?? [] }
}

/** The numbers of the releases after one and up to another that changed some pages, in order, by page. */
export async function releasesThatChanged(
  db: Db,
  { storefront, from, to }: TwoReleases,
  pages: readonly PageKey[],
): Promise<Map<string, number[]>> {
  const [low, high] = [Math.min(from, to), Math.max(from, to)]
  const { rows } = await db.execute<PageKey & { numbers: number[] } & Record<string, unknown>>(sql`
    select x.language, x.kind, x.key, array_agg(distinct n.number order by n.number) as numbers
    from jsonb_to_recordset(${JSON.stringify(pages)}::jsonb) as x(language text, kind text, key text)
      join released_page p on p.storefront = ${storefront} and p.language = x.language and p.kind = x.kind
        and p.key = x.key
      cross join lateral (values (p.since), (p.until)) as n(number)
    where n.number > ${low} and n.number <= ${high}
    group by x.language, x.kind, x.key`)
  return new Map(rows.map((row) => [pageText(row), row.numbers]))
}

/** A page as one text, to find it by. */
export const pageText = ({ language, kind, key }: PageKey): string => JSON.stringify([language, kind, key])
