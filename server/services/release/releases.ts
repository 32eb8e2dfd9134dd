import type {
  ReleaseDocument,
  ReleasePageComparison,
  ReleasePageRow,
  ReleaseScope,
  StorefrontRelease,
} from '@contracts/release'
import type { Person } from '@contracts/people'
import { groupBy } from '@core/lists/group-by'
import { database, inTransaction, type Tx } from '../../db/connect'
import { jobsOf } from '../../db/queries/jobs'
import { namesOfPeople } from '../../db/queries/people'
import { documentsById, readDocument } from '../../db/queries/released-documents'
import {
  countStaged,
  documentAt,
  overtakenPages,
  rowsOfPages,
  setAnyway,
  stagedPage,
  stagedPages,
  writeBack,
  writeReleased,
  type PageKey,
  type ReleasePageFilter,
  type StoredReleasePage,
} from '../../db/queries/released-pages'
import {
  countLivePages,
  deleteRelease,
  insertRelease,
  livePointer,
  lockLivePointer,
  movePointer,
  openReleases,
  releaseById,
  releaseOfNumber,
  releasesBefore,
  updateRelease,
  type ReleaseRow,
} from '../../db/queries/releases'
import { loadSetup } from '../../db/queries/setup'
import { writeAudit, type AuditSource } from '../people/audit'
import { authorize } from '../people/permission'
import { notFound, Problem, unprocessable } from '../problem'
import { filterOf } from '../reach/reach'
import { enqueue } from '../work/jobs'
import { stepOfRelease } from './steps'

const ended = new Set(['failed', 'cancelled'])

/** Releases with how they stand: one whose job has ended without it could not be prepared. */
async function standing(rows: readonly ReleaseRow[]): Promise<ReleaseRow[]> {
  const jobs = await jobsOf(rows.flatMap((r) => (r.state === 'preparing' ? (r.job ?? []) : [])))
  const stopped = new Set(jobs.filter((j) => ended.has(j.state)).map((j) => j.id))
  return rows.map((r) => (r.job !== null && stopped.has(r.job) ? { ...r, state: 'failed' } : r))
}

/** Releases as they are answered, with the names of the people. */
async function documentsOf(stored: readonly ReleaseRow[]): Promise<ReleaseDocument[]> {
  const rows = await standing(stored)
  const names = await namesOfPeople(database(), [...rows.map((r) => r.madeBy), ...rows.map((r) => r.liveBy)])
  const nameOf = (id: number | null) => (id === null ? null : (names.get(id) ?? null))
  return rows.map((r) => ({
    id: r.id,
    storefront: r.storefront,
    number: r.number,
    state: r.state as ReleaseDocument['state'],
    title: r.title,
    scope: r.scope,
    base: r.base,
    backTo: r.backTo,
    counts: r.counts,
    job: r.job,
    made: { person: nameOf(r.madeBy), at: r.made.toISOString() },
    live: r.live === null ? null : { person: nameOf(r.liveBy), at: r.live.toISOString() },
  }))
}

async function storedRelease(id: string): Promise<ReleaseRow> {
  const row = /^\d{1,9}$/.test(id) ? await releaseById(database(), Number(id)) : undefined
  if (!row) throw notFound(`release with the id ${id}`)
  return (await standing([row]))[0]!
}

/** One release. Throws 404. */
export async function getRelease(id: string): Promise<ReleaseDocument> {
  return (await documentsOf([await storedRelease(id)]))[0]!
}

/** How every storefront stands: what is live there, and what is being made ready. */
export async function storefrontReleases(): Promise<{ items: StorefrontRelease[] }> {
  const db = database()
  const setup = await loadSetup(db)
  const pages = await countLivePages(db)
  const open = groupBy(await documentsOf(await openReleases(db)), (r) => r.storefront)
  const items = [...setup.storefronts.keys()].map((storefront) => {
    const releases = open.get(storefront) ?? []
    return {
      storefront,
      live: releases.find((r) => r.state === 'live') ?? null,
      pages: pages.get(storefront) ?? 0,
      open: releases.filter((r) => r.state !== 'live'),
    }
  })
  return { items }
}

/** The releases of a storefront, the newest first. */
export async function listReleases({
  storefront,
  limit,
  cursor,
}: {
  storefront: string
  limit: number
  cursor?: string
}) {
  const before = cursor === undefined ? undefined : Number(cursor)
  if (before !== undefined && !Number.isInteger(before)) throw unprocessable('The cursor is not valid.')
  const rows = await releasesBefore(database(), storefront, before, limit + 1)
  const items = await documentsOf(rows.slice(0, limit))
  return { items, next: rows.length > limit ? String(items.at(-1)!.id) : null }
}

/** Has the worker put a release together. */
async function enqueuePreparation(
  tx: Tx,
  { id, title }: Pick<ReleaseRow, 'id' | 'title'>,
  person: Person,
): Promise<void> {
  const job = await enqueue(tx, {
    kind: 'release',
    title: `Preparing “${title}”`,
    personId: person.id,
    input: { release: id },
  })
  await updateRelease(tx, id, { job, state: 'preparing' })
}

/** Has a release put together, to be compared with what is live. Throws 403, 422. */
export async function createRelease(
  person: Person,
  { storefront, title, scope }: { storefront: string; title: string; scope: ReleaseScope },
  now: number,
): Promise<ReleaseDocument> {
  authorize(person, 'release')
  const setup = await loadSetup(database())
  const found = setup.storefronts.get(storefront)
  if (!found)
    throw unprocessable(`There is no storefront “${storefront}”.`, [{ path: 'storefront', message: 'Unknown.' }])
  filterOf(setup, scope.condition)
  const unknown = scope.languages?.find((l) => !found.editions.some((e) => e.language === l))
  if (unknown !== undefined)
    throw unprocessable(`${found.name} has no pages in “${unknown}”.`, [
      { path: 'scope.languages', message: 'Unknown.' },
    ])
  const id = await inTransaction(async (tx) => {
    const { number } = await livePointer(tx.db, storefront)
    const called = title || `Release of ${found.name}`
    const release = await insertRelease(tx, {
      storefront,
      title: called,
      scope,
      base: number,
      madeBy: person.id,
      made: new Date(now),
    })
    await enqueuePreparation(tx, { id: release, title: called }, person)
    return release
  })
  return getRelease(String(id))
}

/** Deletes a release that never went live. Throws 409 where it did. */
export async function discardRelease(person: Person, id: string): Promise<void> {
  authorize(person, 'release')
  const row = await storedRelease(id)
  if (row.number !== null)
    throw new Problem(409, 'Already live', `Release ${row.number} went live; what went live is kept.`)
  await inTransaction((tx) => deleteRelease(tx, row.id))
}

const pageRow = ({
  language,
  kind,
  key,
  title,
  change,
  changes,
  held,
  ...page
}: StoredReleasePage): ReleasePageRow => ({
  language,
  kind: kind as ReleasePageRow['kind'],
  key,
  name: title,
  change,
  changes,
  held: held ?? [],
  anyway: page.anyway === null ? null : { reason: page.anyway, person: page.anyway_by },
})

/** Pages of a release, some at a time. Throws 404. */
export async function releasePages(
  id: string,
  { offset, limit, ...filter }: ReleasePageFilter & { offset: number; limit: number },
): Promise<{ items: ReleasePageRow[]; count: number }> {
  const { id: number } = await storedRelease(id)
  const { count, items } = await stagedPages(database(), number, filter, { offset, limit })
  return { items: items.map(pageRow), count }
}

/** The page that an address names. */
export const pageKeyOf = (param: (name: 'language' | 'kind' | 'key') => string): PageKey => ({
  language: param('language'),
  kind: param('kind'),
  key: param('key'),
})

/** A page of a release beside what was live when it was compared. Throws 404. */
export async function releasePage(id: string, of: PageKey, now: number): Promise<ReleasePageComparison> {
  const db = database()
  const release = await storedRelease(id)
  const page = await stagedPage(db, release.id, of)
  if (!page) throw notFound(`page of ${of.key} in this release and language`)
  const { language, kind, key } = of
  const live = await rowsOfPages(db, release.storefront, release.base, { language, kind, keys: [key] })
  const [before, after] = [documentAt(live.get(key) ?? [], now), documentAt(page.rows, now)]
  const documents = await documentsById(
    db,
    [before, after].flatMap((n) => n ?? []),
  )
  const read = (n: number | null) => (n === null ? null : readDocument(documents.get(n)!))
  const moments = [...new Set(page.rows.map((r) => r.begins))].filter((begins) => begins > now).sort((a, b) => a - b)
  return {
    ...pageRow(page),
    before: read(before),
    after: read(after),
    moments: moments.map((m) => new Date(m).toISOString()),
  }
}

/**
 * Has a page that is held back released all the same; without a reason it is held back again. Throws 403, 404, and 409
 * where the release is no draft.
 */
export async function releaseAnyway(
  person: Person,
  id: string,
  key: PageKey,
  reason: string | null,
): Promise<ReleasePageRow> {
  authorize(person, 'release')
  const release = draft(await storedRelease(id))
  return inTransaction(async (tx) => {
    const page = await stagedPage(tx.db, release.id, key)
    if (!page?.held) throw notFound(`page of ${key.key} that is held back in this release and language`)
    await setAnyway(tx, release.id, key, reason === null ? null : { reason, by: person.id })
    await recount(tx, release)
    return pageRow((await stagedPage(tx.db, release.id, key))!)
  })
}

/** Counts the pages of a release anew, after some were held back or are released all the same. */
export async function recount(tx: Tx, { id, counts }: ReleaseRow): Promise<void> {
  await updateRelease(tx, id, { counts: { ...(await countStaged(tx.db, id)), unchanged: counts?.unchanged ?? 0 } })
}

/** The release where it is a draft. Throws 409 where it is not. */
function draft(release: ReleaseRow): ReleaseRow {
  if (release.state === 'draft') return release
  const why: Record<string, string> = {
    preparing: 'is still being prepared. Wait until it is done.',
    failed: 'could not be prepared. Delete it and make another.',
  }
  throw new Problem(409, 'Not a draft', `This release ${why[release.state] ?? 'went live already.'}`)
}

/** Ends the release that is live: it is one of the past. */
async function endLive(tx: Tx, storefront: string, number: number): Promise<void> {
  const live = await releaseOfNumber(tx.db, storefront, number)
  if (live) await updateRelease(tx, live.id, { state: 'past' })
}

/**
 * Makes a draft live: from now on shoppers get it. Throws 409 where it is no draft, where it was compared with another
 * release than whoever releases it has seen, and where pages in it have been changed by another release since.
 */
export async function goLive(
  person: Person,
  id: string,
  { base }: { base: number },
  now: number,
  source: AuditSource,
): Promise<ReleaseDocument> {
  authorize(person, 'release')
  await inTransaction(async (tx) => {
    const { storefront } = await storedRelease(id)
    const pointer = await lockLivePointer(tx, storefront)
    const release = draft(await storedRelease(id))
    if (release.base !== base)
      throw new Problem(
        409,
        'Prepared again',
        'This release has been prepared again since you looked at it. Look at it again.',
      )
    const { added, changed, removed } = await countStaged(tx.db, release.id)
    if (added + changed + removed === 0)
      throw new Problem(409, 'Nothing to release', 'Nothing in this release would change what shoppers get.')
    const overtaken = await overtakenPages(tx.db, release.id, storefront, release.base)
    if (overtaken > 0)
      throw new Problem(
        409,
        'Overtaken',
        `${overtaken === 1 ? 'A page' : `${overtaken} pages`} in this release went live in another release after ` +
          'this one was compared. Prepare it again.',
      )
    const number = pointer.number + 1
    await writeReleased(tx, release.id, storefront, number)
    await endLive(tx, storefront, pointer.number)
    await updateRelease(tx, release.id, { state: 'live', number, liveBy: person.id, live: new Date(now) })
    await stepOfRelease(tx, storefront, pointer, { number, at: now })
    await movePointer(tx, storefront, { number, reads: number })
    await writeAudit('release', source, { storefront, number })
  })
  return getRelease(id)
}

/** Compares a draft anew with what is live, from what is saved now. Throws 403, 409. */
export async function prepareAgain(person: Person, id: string): Promise<ReleaseDocument> {
  authorize(person, 'release')
  await inTransaction(async (tx) => {
    const release = await storedRelease(id)
    if (release.state !== 'failed') draft(release)
    await enqueuePreparation(tx, release, person)
  })
  return getRelease(id)
}

/**
 * Takes a storefront back to how an earlier release had it, as a release of its own. Throws 403, 404, 409 where that
 * release is the one that is live.
 */
export async function goBack(
  person: Person,
  storefront: string,
  to: number,
  now: number,
  source: AuditSource,
): Promise<ReleaseDocument> {
  authorize(person, 'release')
  const id = await inTransaction(async (tx) => {
    const pointer = await lockLivePointer(tx, storefront)
    const earlier = await releaseOfNumber(tx.db, storefront, to)
    if (!earlier) throw notFound(`release ${to} of the storefront “${storefront}”`)
    if (pointer.number === to) throw new Problem(409, 'Live already', `Release ${to} is the one that is live.`)
    const number = pointer.number + 1
    const release = await insertRelease(tx, {
      storefront,
      title: `Back to release ${to}`,
      scope: {},
      base: pointer.number,
      madeBy: person.id,
      made: new Date(now),
    })
    await writeBack(tx, storefront, to, number)
    await endLive(tx, storefront, pointer.number)
    await updateRelease(tx, release, {
      state: 'live',
      number,
      backTo: to,
      liveBy: person.id,
      live: new Date(now),
    })
    await stepOfRelease(tx, storefront, pointer, { number, at: now })
    await movePointer(tx, storefront, { number, reads: number })
    await writeAudit('release', source, { storefront, number, backTo: to })
    return release
  })
  return getRelease(String(id))
}
