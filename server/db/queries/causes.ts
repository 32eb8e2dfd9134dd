import { sql, type SQL } from 'drizzle-orm'
import type { ReleaseCause } from '@contracts/release'
import { groupBy } from '@core/lists/group-by'
import { causingKinds, type RecordChange } from '@core/release/causes'
import type { Db, Tx } from '../connect'
import { unpackDifferences } from '../schema'
import { holds } from './history'
import { instant, isoText, millis } from './instants'
import type { PageKey } from './page-key'

// Why pages of releases changed: the steps of the history that touched what they are made of.

/** More changes of records than this are not looked through: the latest. */
const mostChanges = 5000

/** The changes of records, products aside, that were made after a moment; the latest first. */
export async function recordChangesSince(db: Db, since: number): Promise<RecordChange[]> {
  const { rows } = await db.execute<{ step: number; at: number; record: string; differences: unknown }>(sql`
    select c.step_id::float8 as step, ${millis(sql`s.at`)} as at, c.record, c.differences
    from change c join step s on s.id = c.step_id
    where c.step_id >= (select min(id) from step where at > ${instant(since)}) and s.at > ${instant(since)}
      and split_part(c.record, ':', 1) = any(${sql.param([...causingKinds])}::text[])
    order by c.id desc limit ${mostChanges}`)
  return rows.map(({ step, at, record, differences }) => {
    const [kind, code] = [record.slice(0, record.indexOf(':')), record.slice(record.indexOf(':') + 1)]
    // A record is changed as a whole, or by several fields of it.
    const whole = unpackDifferences(differences).find((d) => d.path === '')
    return { step, at, kind, code, before: whole?.before ?? null, after: whole?.after ?? null }
  })
}

/** A product by its number, null where it is no more, and its SKU. */
export interface ProductId {
  id: number | null
  sku: string
}

/** A step that changed a product. */
export interface ProductStep {
  sku: string
  step: number
  /** In milliseconds since 1970. */
  at: number
}

/** The steps that changed some products after a moment, by SKU, the latest first. */
export async function productStepsSince(
  db: Db,
  products: readonly ProductId[],
  since: number,
): Promise<Map<string, ProductStep[]>> {
  const { rows } = await db.execute<ProductStep & Record<string, unknown>>(sql`
    with p as (select * from jsonb_to_recordset(${JSON.stringify(products)}::jsonb) as x(id int, sku text))
    select p.sku, s.id::float8 as step, ${millis(sql`s.at`)} as at
    from p join change c on c.record = 'product:' || p.sku join step s on s.id = c.step_id
    where s.at > ${instant(since)}
    union
    select p.sku, s.id::float8, ${millis(sql`s.at`)}
    from p join change_block m on ${holds(sql`p.id`)} join change_set cs on cs.id = m.set_id
      join step s on s.id = cs.step_id
    where s.at > ${instant(since)}
    order by step desc`)
  return groupBy(rows, (row) => row.sku)
}

/** When each release of a storefront was made, in milliseconds since 1970, by its number. */
export async function releasesMade(db: Db, storefront: string): Promise<Map<number, number>> {
  const { rows } = await db.execute<{ number: number; made: number }>(sql`
    select number, ${millis(sql`made`)} as made from release
    where storefront = ${storefront} and number is not null`)
  return new Map(rows.map((r) => [r.number, r.made]))
}

/** The release since which each of some pages is as it is at a release, by key. */
export async function lastChangedIn(
  db: Db,
  storefront: string,
  release: number,
  { language, kind, keys }: { language: string; kind: string; keys: readonly string[] },
): Promise<Map<string, number>> {
  const { rows } = await db.execute<{ key: string; since: number }>(sql`
    select p.key, max(greatest(p.since, case when p.until <= ${release} then p.until end)) as since
    from released_page p
    where p.storefront = ${storefront} and p.language = ${language} and p.kind = ${kind} and p.since <= ${release}
      and p.key = any(${sql.param([...keys])}::text[])
    group by p.key`)
  return new Map(rows.map((r) => [r.key, r.since]))
}

/** Writes which steps changed pages of a release. */
export async function insertCauses(
  tx: Tx,
  releaseId: number,
  pages: readonly (PageKey & { causes: readonly number[] })[],
): Promise<void> {
  const rows = pages.flatMap(({ language, kind, key, causes }) => causes.map((step) => ({ language, kind, key, step })))
  if (rows.length === 0) return
  await tx.db.execute(sql`
    insert into release_cause (release_id, step_id, language, kind, key)
    select ${releaseId}, step, language, kind, key
    from jsonb_to_recordset(${JSON.stringify(rows)}::jsonb) as x(step bigint, language text, kind text, key text)
    on conflict do nothing`)
}

const causeColumns = sql`
  s.id::float8 as step, s.title, ${isoText(sql`s.at`)} as at,
  who.name as person`

/** The steps that changed most pages of a release, and how many. */
export async function causesOfRelease(
  db: Db,
  releaseId: number,
  limit: number,
): Promise<(ReleaseCause & { pages: number })[]> {
  const { rows } = await db.execute<ReleaseCause & { pages: number } & Record<string, unknown>>(sql`
    select ${causeColumns}, c.pages
    from (select step_id, count(*)::int as pages from release_cause where release_id = ${releaseId}
      group by step_id order by count(*) desc, step_id desc limit ${limit}) c
      join step s on s.id = c.step_id left join person who on who.id = s.person_id
    order by c.pages desc, s.id desc`)
  return rows
}

/** The steps that changed a page of a release, the latest first. */
export const causesOfPage = (db: Db, releaseId: number, page: PageKey): Promise<ReleaseCause[]> =>
  causesIn(db, sql`select ${releaseId}::int`, page)

/** The same of some releases of a storefront, by their numbers. */
export const causesOfPageIn = (
  db: Db,
  storefront: string,
  numbers: readonly number[],
  page: PageKey,
): Promise<ReleaseCause[]> =>
  causesIn(
    db,
    sql`select id from release where storefront = ${storefront} and number = any(${sql.param([...numbers])}::int[])`,
    page,
  )

async function causesIn(db: Db, releases: SQL, { language, kind, key }: PageKey): Promise<ReleaseCause[]> {
  const { rows } = await db.execute<ReleaseCause & Record<string, unknown>>(sql`
    select distinct on (s.id) ${causeColumns} from release_cause c join step s on s.id = c.step_id
      left join person who on who.id = s.person_id
    where c.release_id in (${releases}) and c.language = ${language} and c.kind = ${kind} and c.key = ${key}
    order by s.id desc`)
  return rows
}
