import { sql } from 'drizzle-orm'
import type { Db, Tx } from '../connect'
import type { ReleaseRead } from './delivered-pages'
import { instant, millis } from './instants'
import { validAt } from './released-pages'

// The steps in which what shoppers of a storefront get changes.

/** A step: after a release went live, or after moments came at which pages change by themselves. */
export interface LiveStep {
  step: number
  /** The release that is live after it. */
  number: number
  /** Of a step of time: the moment after which pages changed, in milliseconds since 1970. */
  after: number | null
  at: number
}

type StoredStep = LiveStep & Record<string, unknown>

const stepColumns = sql`step, number, ${millis(sql`after`)} as after, ${millis(sql`at`)} as at`

/** The last step of a storefront. */
export async function lastStep(db: Db, storefront: string): Promise<LiveStep | undefined> {
  const { rows } = await db.execute<StoredStep>(sql`
    select ${stepColumns} from live_step where storefront = ${storefront} order by step desc limit 1`)
  return rows[0]
}

/** Up to where a storefront has come: its last step, and the release that is live. */
export type LastStep = Pick<LiveStep, 'step' | 'number'>

/** The last step of every storefront. */
export async function lastSteps(db: Db): Promise<Map<string, LastStep>> {
  const { rows } = await db.execute<LastStep & { storefront: string }>(sql`
    select l.storefront, l.number, coalesce(
      (select max(s.step) from live_step s where s.storefront = l.storefront), 0) as step
    from live_release l`)
  return new Map(rows.map(({ storefront, ...last }) => [storefront, last]))
}

/** The steps of a storefront from one on, in order. */
export async function stepsFrom(db: Db, storefront: string, from: number, limit: number): Promise<LiveStep[]> {
  const { rows } = await db.execute<StoredStep>(sql`
    select ${stepColumns} from live_step where storefront = ${storefront} and step >= ${from}
    order by step limit ${limit}`)
  return rows
}

/** The step in which a release went live; undefined where it is not kept. */
export async function stepOfNumber(db: Db, storefront: string, number: number): Promise<LiveStep | undefined> {
  const { rows } = await db.execute<StoredStep>(sql`
    select ${stepColumns} from live_step
    where storefront = ${storefront} and number = ${number} and after is null
    order by step desc limit 1`)
  return rows[0]
}

/** The first step of a storefront that is kept. */
export async function firstStep(db: Db, storefront: string): Promise<number | undefined> {
  const { rows } = await db.execute<{ step: number | null }>(sql`
    select min(step) as step from live_step where storefront = ${storefront}`)
  return rows[0]?.step ?? undefined
}

/** Writes a step, under the lock of the storefront's live release. */
export async function insertStep(tx: Tx, storefront: string, step: LiveStep): Promise<void> {
  await tx.db.execute(sql`
    insert into live_step (storefront, step, number, after, at)
    values (${storefront}, ${step.step}, ${step.number},
      ${step.after === null ? null : instant(step.after)}, ${instant(step.at)})`)
}

/** Whether a release has pages that change at moments after one and up to another. */
export async function hasMomentsBetween(
  db: Db,
  { storefront, release }: ReleaseRead,
  after: number,
  to: number,
): Promise<boolean> {
  const { rows } = await db.execute<{ any: boolean }>(sql`
    select exists (select 1 from released_page p
      where p.storefront = ${storefront} and p.begins > '-infinity'
        and p.begins > ${instant(after)} and p.begins <= ${instant(to)} and ${validAt(release)}) as any`)
  return rows[0]!.any
}

/** The storefronts of which pages have changed by themselves since their last step. */
export async function storefrontsWithMoments(db: Db, now: number): Promise<string[]> {
  const { rows } = await db.execute<{ storefront: string }>(sql`
    select l.storefront from live_release l
      cross join lateral (
        select s.at from live_step s where s.storefront = l.storefront order by s.step desc limit 1) last
    where exists (select 1 from released_page p
      where p.storefront = l.storefront and p.begins > '-infinity' and p.begins > last.at
        and p.begins <= ${instant(now)} and ${validAt(sql`l.reads`)})`)
  return rows.map((r) => r.storefront)
}

/** A page that a step touched, by its place in the order in which they are told. */
export interface TouchedPage {
  language: string
  kind: string
  key: string
  /** Whether a shopper of no group had a page before the step, and has one after it. */
  was: boolean
  is: boolean
}

/** Where in a step reading goes on: after this page. */
export type PlaceInStep = Pick<TouchedPage, 'language' | 'kind' | 'key'>

/** Pages that a step touched, in the order of language, kind and key. */
export async function touchedPages(
  db: Db,
  storefront: string,
  step: LiveStep,
  place: PlaceInStep | null,
  limit: number,
): Promise<TouchedPage[]> {
  const later =
    place === null ? sql`true` : sql`(p.language, p.kind, p.key) > (${place.language}, ${place.kind}, ${place.key})`
  const some = (where: ReturnType<typeof sql>) => sql`
    (select distinct p.language, p.kind, p.key from released_page p
      where p.storefront = ${storefront} and ${where} and ${later}
      order by p.language, p.kind, p.key limit ${limit})`
  const touched =
    step.after === null
      ? sql`${some(sql`p.since = ${step.number}`)} union ${some(sql`p.until = ${step.number}`)}`
      : some(sql`p.begins > '-infinity' and p.begins > ${instant(step.after)} and p.begins <= ${instant(step.at)}
          and ${validAt(step.number)}`)
  const has = (release: number, moment: number) => sql`
    coalesce((select p.document is not null from released_page p
      where p.storefront = ${storefront} and p.language = t.language and p.kind = t.kind and p.key = t.key
        and p.group_code = '' and p.begins <= ${instant(moment)} and ${validAt(release)}
      order by p.begins desc limit 1), false)`
  const before = step.after === null ? has(step.number - 1, step.at) : has(step.number, step.after)
  const { rows } = await db.execute<TouchedPage & Record<string, unknown>>(sql`
    select t.language, t.kind, t.key, ${before} as was, ${has(step.number, step.at)} as is
    from (select * from (${touched}) x order by language, kind, key limit ${limit}) t
    order by t.language, t.kind, t.key`)
  return rows
}
