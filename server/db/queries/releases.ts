import { and, asc, desc, eq, inArray, isNotNull, isNull, lt, lte, notInArray, sql } from 'drizzle-orm'
import type { LiveCheck, ReleaseCounts, ReleaseScope, ReleaseState } from '@contracts/release'
import type { Db, Tx } from '../connect'
import * as t from '../schema'
import type { PageKey } from './page-key'
import { goes, validAt } from './released-pages'

export type ReleaseRow = typeof t.release.$inferSelect

/** Writes a new release. Returns its id. */
export async function insertRelease(
  tx: Tx,
  release: {
    storefront: string
    title: string
    scope: ReleaseScope
    base: number
    madeBy: number
    made: Date
    plan?: number
    together?: number
  },
): Promise<number> {
  const [row] = await tx.db
    .insert(t.release)
    .values({ ...release, state: 'preparing' })
    .returning({ id: t.release.id })
  return row!.id
}

/** A release by its id. */
export async function releaseById(db: Db, id: number): Promise<ReleaseRow | undefined> {
  const [row] = await db.select().from(t.release).where(eq(t.release.id, id))
  return row
}

/** The releases that go live together, by the ids of the first of them, in the order of their storefronts. */
export async function releasesTogether(db: Db, together: readonly number[]): Promise<ReleaseRow[]> {
  if (together.length === 0) return []
  return db
    .select()
    .from(t.release)
    .where(inArray(t.release.together, [...together]))
    .orderBy(asc(t.release.storefront), asc(t.release.id))
}

/** The release of a storefront that went live under a number. */
export async function releaseOfNumber(db: Db, storefront: string, number: number): Promise<ReleaseRow | undefined> {
  const [row] = await db
    .select()
    .from(t.release)
    .where(and(eq(t.release.storefront, storefront), eq(t.release.number, number)))
  return row
}

/** The release of a storefront that was live at a moment, the last one where that is to come. */
export async function releaseLiveAt(db: Db, storefront: string, at: number): Promise<ReleaseRow | undefined> {
  const [row] = await db
    .select()
    .from(t.release)
    .where(and(eq(t.release.storefront, storefront), isNotNull(t.release.number), lte(t.release.live, new Date(at))))
    .orderBy(desc(t.release.number))
    .limit(1)
  return row
}

/** Releases of a storefront before one by its id, the newest first. */
export async function releasesBefore(
  db: Db,
  storefront: string,
  before: number | undefined,
  limit: number,
): Promise<ReleaseRow[]> {
  return db
    .select()
    .from(t.release)
    .where(and(eq(t.release.storefront, storefront), before === undefined ? undefined : lt(t.release.id, before)))
    .orderBy(desc(t.release.id))
    .limit(limit)
}

/** The releases of all storefronts that are live or being made ready. */
export async function openReleases(db: Db): Promise<ReleaseRow[]> {
  return db
    .select()
    .from(t.release)
    .where(notInArray(t.release.state, ['past', 'failed']))
    .orderBy(asc(t.release.storefront), desc(t.release.id))
}

/** Releases whose moment to go live has come, in order. */
export async function dueReleases(db: Db, now: number): Promise<ReleaseRow[]> {
  return db
    .select()
    .from(t.release)
    .where(and(eq(t.release.state, 'scheduled'), lte(t.release.goesAt, new Date(now))))
    .orderBy(asc(t.release.goesAt), asc(t.release.id))
}

/** Releases that are live since a moment or longer, whose rows are written, and that were not checked yet. */
export async function uncheckedReleases(db: Db, since: number): Promise<ReleaseRow[]> {
  const isWritten = sql`exists (select 1 from live_release l
    where l.storefront = ${t.release.storefront} and l.reads = ${t.release.number})`
  return db
    .select()
    .from(t.release)
    .where(and(eq(t.release.state, 'live'), isNull(t.release.checked), lte(t.release.live, new Date(since)), isWritten))
}

/** Live releases of which it is not noted yet that the pages of their products are as they are live. */
export async function unnotedReleases(db: Db): Promise<ReleaseRow[]> {
  return db
    .select()
    .from(t.release)
    .where(and(eq(t.release.state, 'live'), eq(t.release.noted, false)))
}

/** Changes what a release says of itself. */
export async function updateRelease(
  tx: Tx,
  id: number,
  to: Partial<{
    state: ReleaseState
    number: number
    counts: ReleaseCounts
    job: string
    base: number
    backTo: number
    liveBy: number
    live: Date
    submittedBy: number | null
    submitted: Date | null
    goesLocal: string | null
    goesAt: Date | null
    scheduledBy: number | null
    stopped: string | null
    checked: LiveCheck
    pinned: boolean
    noted: boolean
    together: number
  }>,
): Promise<void> {
  await tx.db.update(t.release).set(to).where(eq(t.release.id, id))
}

/** Deletes a release with all that was put together for it. */
export async function deleteRelease(tx: Tx, id: number): Promise<void> {
  await tx.db.delete(t.release).where(eq(t.release.id, id))
}

/** What is live in a storefront. */
export interface LivePointer {
  number: number
  /** The number of the release whose rows are read: an earlier one from going back until that is written. */
  reads: number
  /** The release whose rows are written ahead, up to which page, and whether all of them are. */
  ahead: number | null
  aheadUpTo: PageKey | null
  aheadWhole: boolean
}

/** Nothing is written ahead. */
export const noneAhead = { ahead: null, aheadUpTo: null, aheadWhole: false }
export const nothingLive: LivePointer = { number: 0, reads: 0, ...noneAhead }

/** What is live in a storefront; 0 where nothing ever was. */
export async function livePointer(db: Db, storefront: string): Promise<LivePointer> {
  const [row] = await db.select().from(t.liveRelease).where(eq(t.liveRelease.storefront, storefront))
  return row ?? nothingLive
}

/** What is live in every storefront that ever had anything live. */
export const livePointers = (db: Db): Promise<(LivePointer & { storefront: string })[]> =>
  db.select().from(t.liveRelease)

/** The same, held until the transaction ends: releases of one storefront go live one after the other. */
export async function lockLivePointer(tx: Tx, storefront: string): Promise<LivePointer> {
  await tx.db
    .insert(t.liveRelease)
    .values({ storefront, ...nothingLive })
    .onConflictDoNothing()
  const [row] = await tx.db.select().from(t.liveRelease).where(eq(t.liveRelease.storefront, storefront)).for('update')
  return row!
}

/** Points a storefront at a release: from the end of the transaction on, this is what shoppers get. */
export async function movePointer(
  tx: Tx,
  storefront: string,
  { number, reads }: { number: number; reads: number },
): Promise<void> {
  await tx.db
    .update(t.liveRelease)
    .set({ ...noneAhead, number, reads })
    .where(eq(t.liveRelease.storefront, storefront))
}

/** The states of a release before it goes live, the one first that is nearest to it. */
const nearestFirst = ['scheduled', 'approved', 'waiting', 'draft'] satisfies ReleaseState[]

/**
 * The release of each storefront that goes live next, as far as can be told: one that would change something, and
 * before which no other has gone live since it was compared.
 */
export async function nextReleases(db: Db): Promise<{ storefront: string; id: number }[]> {
  const { rows } = await db.execute<{ storefront: string; id: number }>(sql`
    select distinct on (r.storefront) r.storefront, r.id
    from release r left join live_release l on l.storefront = r.storefront
    where r.number is null and r.state = any(${sql.param(nearestFirst)}::text[])
      and r.base = coalesce(l.number, 0) and coalesce(l.number = l.reads, true)
      and exists (select 1 from release_page g where g.release_id = r.id and ${goes})
    order by r.storefront, array_position(${sql.param(nearestFirst)}::text[], r.state), r.goes_at, r.id desc`)
  return rows
}

/** The storefronts that were taken back to an earlier release, which is not written as rows yet. */
export async function storefrontsGoneBack(db: Db): Promise<string[]> {
  const { rows } = await db.execute<{ storefront: string }>(sql`
    select storefront from live_release where reads <> number order by storefront`)
  return rows.map((r) => r.storefront)
}

/** How many product pages each storefront has live at a moment, for a shopper of no group. */
export async function countLivePages(db: Db): Promise<Map<string, number>> {
  const { rows } = await db.execute<{ storefront: string; n: number }>(sql`
    select storefront, count(*) filter (where document is not null)::int as n from (
      select distinct on (p.storefront, p.language, p.kind, p.key) p.storefront, p.document
      from released_page p join live_release l on l.storefront = p.storefront
      where p.group_code = '' and p.kind = 'product' and p.begins <= now()
        and ${validAt(sql`l.reads`)}
      order by p.storefront, p.language, p.kind, p.key, p.begins desc) x
    group by storefront`)
  return new Map(rows.map((r) => [r.storefront, r.n]))
}
