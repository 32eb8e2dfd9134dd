import type { Person } from '@contracts/people'
import type { ReleaseDocument } from '@contracts/release'
import type { Storefront } from '@core/catalogue/model'
import { database, inTransaction, isOutage, type Tx } from '../../db/connect'
import { personById } from '../../db/queries/people'
import { overtakenPages, stagedAmong, writeReleased } from '../../db/queries/released-pages'
import {
  dueReleases,
  insertRelease,
  lockLivePointer,
  movePointer,
  releaseById,
  releaseOfNumber,
  updateRelease,
  type LivePointer,
  type ReleaseRow,
} from '../../db/queries/releases'
import { loadSetup } from '../../db/queries/setup'
import { writeAudit, type AuditSource } from '../people/audit'
import { authorize } from '../people/permission'
import { followHere } from '../delivery/following'
import { notFound, Problem } from '../problem'
import { getRelease, storedRelease } from './documents'
import { refuseWhileFrozen } from './frozen'
import { lockToWrite, skusKeptOut, writeGoneBack } from './live-rows'
import { refuseNothing, takeStep } from './on-its-way'
import { refuseForgotten } from './retention'
import { stepOfRelease } from './steps'
import { lockTogether, refuseOthers, unscheduleAll, withEach, type Seen } from './together'

/** Who makes a release live, when, and from where. */
export interface ByWhomNow {
  person: Person
  now: number
  source: AuditSource
}

/** What goes live in a storefront after what, and the earlier release that is read until its own rows are written. */
interface Successor {
  storefront: string
  before: LivePointer
  release: number
  readsFirst?: number
}

/** Moves the live pointer of a storefront to its next number. Returns that number. */
export async function point(
  tx: Tx,
  { storefront, before, release, readsFirst }: Successor,
  { person, now, source }: ByWhomNow,
  detail: { backTo?: number; removed?: readonly string[] } = {},
): Promise<number> {
  const number = before.number + 1
  const live = await releaseOfNumber(tx.db, storefront, before.number)
  if (live) await updateRelease(tx, live.id, { state: 'past' })
  const { backTo } = detail
  await updateRelease(tx, release, {
    ...{ state: 'live', number, liveBy: person.id, live: new Date(now), stopped: null },
    ...(backTo === undefined ? {} : { backTo }),
  })
  // What changed is told once it is written as rows.
  if (readsFirst === undefined) await stepOfRelease(tx, storefront, before, { number, at: now })
  await movePointer(tx, storefront, { number, reads: readsFirst ?? number })
  tx.onceCommitted.add(followHere)
  await writeAudit('release', source, { storefront, number, ...detail })
  return number
}

/** Throws 409 where a release would change nothing, or what it was compared with is no longer what is live. */
async function refuseWhatIsOver(tx: Tx, { id, storefront, base }: ReleaseRow, live: number): Promise<void> {
  await refuseNothing(tx, { id })
  const overtaken = await overtakenPages(tx.db, { releaseId: id, storefront, base, live })
  if (overtaken > 0)
    throw new Problem(
      409,
      'Overtaken',
      `${overtaken === 1 ? 'A page' : `${overtaken} pages`} in this release went live in another release after ` +
        'this one was compared. Prepare it again.',
    )
}

/** Throws 409 where a release has pages of products that have been removed at once since it was compared. */
async function refuseKeptOut(tx: Tx, { id, storefront }: ReleaseRow): Promise<void> {
  const [kept] = await stagedAmong(tx.db, id, await skusKeptOut(tx, storefront))
  if (kept !== undefined)
    throw new Problem(
      409,
      'Kept out',
      `${kept} has been removed from this storefront after this release was prepared. Prepare it again.`,
    )
}

/** Makes releases live that go together: all of them, or none. */
async function makeLive(tx: Tx, members: readonly ReleaseRow[], by: ByWhomNow): Promise<void> {
  await withEach(tx, members, async ({ id }) => {
    const { release, storefront } = await takeStep(tx, String(id), { wish: 'go-live', person: by.person.id })
    await takeLive(tx, release, storefront, by)
  })
}

/** Whether all rows of a release are written: then nothing went live after it was compared. */
const isWrittenAhead = ({ ahead, aheadWhole }: LivePointer, { id }: ReleaseRow): boolean => ahead === id && aheadWhole

/**
 * Makes a prepared release live that needs nobody's approval any more; the storefront's live release has to be locked.
 * Throws 409 where the storefront is frozen, or the release is over.
 */
export async function takeLive(tx: Tx, release: ReleaseRow, storefront: Storefront, by: ByWhomNow): Promise<void> {
  refuseWhileFrozen(storefront, by.now, by.person)
  await refuseKeptOut(tx, release)
  const before = await lockToWrite(tx, storefront.code, release.id)
  if (!isWrittenAhead(before, release)) {
    await refuseWhatIsOver(tx, release, before.number)
    await writeReleased(tx, { releaseId: release.id, storefront: storefront.code, number: before.number + 1 })
  }
  await point(tx, { storefront: storefront.code, before, release: release.id }, by)
}

/**
 * Makes a release live: from now on shoppers get it, and those that go live with it. Throws 409 where one is not
 * prepared, not approved or frozen, where it was compared with another release than whoever releases it has seen, and
 * where pages in it have been changed by another release since.
 */
export async function goLive(
  person: Person,
  id: string,
  { base, together = [] }: { base: number; together?: readonly Seen[] },
  now: number,
  source: AuditSource,
): Promise<ReleaseDocument> {
  authorize(person, 'release')
  await inTransaction(async (tx) => {
    const members = await lockTogether(tx, await storedRelease(id))
    const { release } = await takeStep(tx, id, { wish: 'go-live', base, person: person.id })
    refuseOthers(members, release, together)
    await makeLive(tx, members, { person, now, source })
  })
  return getRelease(id)
}

/**
 * Makes the releases live whose moment has come, each by whoever scheduled it. One that cannot go says why and waits
 * for somebody.
 */
export async function releaseWhatIsDue(now: number): Promise<void> {
  for (const release of await dueReleases(database(), now)) {
    try {
      await inTransaction(async (tx) => {
        const members = await lockTogether(tx, release)
        if (!(await isStillDue(tx, release, now))) return
        const person = release.scheduledBy === null ? undefined : await personById(tx.db, release.scheduledBy)
        if (!person) throw new Problem(409, 'Person removed', 'The person who scheduled it has been removed.')
        authorize(person, 'release')
        const source = { personId: person.id, origin: 'schedule', by: 'schedule' }
        await makeLive(tx, members, { person, now, source })
      })
    } catch (e) {
      if (isOutage(e)) throw e
      await stop(release, e, now)
    }
  }
}

/**
 * Whether a release is still to go live now, once nobody else can take it further: another worker may have done it, and
 * somebody may have called it off.
 */
async function isStillDue(tx: Tx, { id, storefront }: ReleaseRow, now: number): Promise<boolean> {
  await lockLivePointer(tx, storefront)
  const release = await releaseById(tx.db, id)
  return release?.state === 'scheduled' && release.goesAt !== null && release.goesAt.getTime() <= now
}

/** Why a release could not go live by itself, in words for people; what nobody foresaw goes to the log. */
export function whyNotLive({ id }: Pick<ReleaseRow, 'id'>, e: unknown): string {
  if (e instanceof Problem) return e.detail ?? e.title
  console.error(`Release ${id}:`, e)
  return 'The server could not do this. Release it by hand.'
}

/** Notes why a scheduled release did not go live, nor those that were to go with it. */
async function stop(release: ReleaseRow, e: unknown, now: number): Promise<void> {
  const why = whyNotLive(release, e)
  await inTransaction(async (tx) => {
    const members = await lockTogether(tx, release)
    if (await isStillDue(tx, release, now)) await unscheduleAll(tx, members, why)
  })
}

/**
 * Takes a storefront back to how an earlier release had it, as a release of its own: at once, by reading the rows of
 * that release until those of the new one are written. Throws 403, 404, 409 where that
 * release is the one that is live, or the storefront is frozen.
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
    const before = await lockToWrite(tx, storefront)
    const earlier = await releaseOfNumber(tx.db, storefront, to)
    if (!earlier) throw notFound(`release ${to} of the storefront “${storefront}”`)
    refuseForgotten(earlier)
    if (before.number === to) throw new Problem(409, 'Live already', `Release ${to} is the one that is live.`)
    const found = (await loadSetup(tx.db)).storefronts.get(storefront)
    if (found) refuseWhileFrozen(found, now, person)
    const release = await insertRelease(tx, {
      storefront,
      title: `Back to release ${to}`,
      scope: {},
      base: before.number,
      madeBy: person.id,
      made: new Date(now),
    })
    const by = { person, now, source }
    await point(tx, { storefront, before, release, readsFirst: to }, by, { backTo: to })
    // What is kept out must not come back for a moment either.
    if ((await skusKeptOut(tx, storefront)).length > 0) await writeGoneBack(tx, storefront)
    return release
  })
  return getRelease(String(id))
}
