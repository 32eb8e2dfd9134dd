import type { Tx } from '../../db/connect'
import {
  lockLivePointer,
  releaseById,
  releasesTogether,
  updateRelease,
  type ReleaseRow,
} from '../../db/queries/releases'
import { loadSetup } from '../../db/queries/setup'
import { Problem } from '../problem'
import { wayOf } from './documents'
import { unscheduled, unscheduledState } from './on-its-way'

// Releases of several storefronts that go live together: all of them, or none.

/**
 * A release and those that go live with it, while nobody else can take any of them further. Storefronts are locked in
 * the order of their codes, so that two who release some of the same wait for each other and do not deadlock.
 */
export async function lockTogether(tx: Tx, release: ReleaseRow): Promise<ReleaseRow[]> {
  const before = await membersOf(tx, release)
  for (const { storefront } of before) await lockLivePointer(tx, storefront)
  return membersOf(tx, release)
}

async function membersOf(tx: Tx, release: ReleaseRow): Promise<ReleaseRow[]> {
  if (release.together === null) return [(await releaseById(tx.db, release.id)) ?? release]
  const members = await releasesTogether(tx.db, [release.together])
  return members.filter((one) => one.id === release.id || one.number === null)
}

/** What somebody saw of the releases that go live with one: with which release each is compared. */
export interface Seen {
  id: number
  base: number
}

/** Throws 409 where others go live with a release than somebody saw. */
export function refuseOthers(
  members: readonly ReleaseRow[],
  { id }: Pick<ReleaseRow, 'id'>,
  seen: readonly Seen[],
): void {
  const others = members.filter((one) => one.id !== id)
  const isSeen = (one: ReleaseRow) => seen.some((s) => s.id === one.id && s.base === one.base)
  if (others.length === seen.length && others.every(isSeen)) return
  throw new Problem(
    409,
    'Others go with it',
    'The releases that go live together have changed since you looked at them. Look at them again.',
  )
}

/** Does something with each of some releases; what is refused says in which storefront, where they are several. */
export async function withEach(
  tx: Tx,
  members: readonly ReleaseRow[],
  work: (release: ReleaseRow) => Promise<void>,
): Promise<void> {
  const { storefronts } = await loadSetup(tx.db)
  for (const release of members)
    try {
      await work(release)
    } catch (e) {
      if (members.length === 1 || !(e instanceof Problem)) throw e
      const name = storefronts.get(release.storefront)?.name ?? release.storefront
      throw new Problem(e.status, e.title, `${name}: ${e.detail ?? e.title}`, e.errors)
    }
}

/** Has releases go live at no moment any more that were scheduled; what was approved stays so. */
export async function unscheduleAll(tx: Tx, members: readonly ReleaseRow[], stopped?: string): Promise<void> {
  const { storefronts } = await loadSetup(tx.db)
  for (const release of members) {
    if (release.state !== 'scheduled') continue
    const needed = storefronts.get(release.storefront)?.releasing.approvals ?? 0
    const state = unscheduledState(await wayOf(tx, release), needed)
    await updateRelease(tx, release.id, { state, ...unscheduled, ...(stopped === undefined ? {} : { stopped }) })
  }
}
