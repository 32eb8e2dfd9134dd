import type { Person } from '@contracts/people'
import type { ReleaseDocument } from '@contracts/release'
import type { Storefront } from '@core/catalogue/model'
import { refusal, stateAfter, type OnItsWay, type ReleaseWish, type Verdict } from '@core/release/approval'
import { inTransaction, type Tx } from '../../db/connect'
import { writeApproval } from '../../db/queries/release-approvals'
import { countStaged } from '../../db/queries/released-pages'
import { updateRelease, type ReleaseRow } from '../../db/queries/releases'
import { loadSetup } from '../../db/queries/setup'
import { authorize } from '../people/permission'
import { Problem, unprocessable } from '../problem'
import { getRelease, isOnItsWay, lockedRelease, wayOf } from './documents'

/** A release that is prepared, with what has to be known to take it further. */
export interface Step {
  release: ReleaseRow
  storefront: Storefront
  way: OnItsWay
}

/** The release where it is prepared and has not gone live. Throws 409 where it is not. */
export function prepared(release: ReleaseRow): ReleaseRow {
  if (isOnItsWay(release)) return release
  const why: Record<string, string> = {
    preparing: 'is still being prepared. Wait until it is done.',
    failed: 'could not be prepared. Delete it and make another.',
  }
  throw new Problem(409, 'Not prepared', `This release ${why[release.state] ?? 'went live already.'}`)
}

/**
 * Reads a release to take it further, in a transaction that holds everything else that would. Throws 404, 409 where it
 * is not prepared, was prepared again since somebody looked at it, or does not stand so.
 */
export async function takeStep(
  tx: Tx,
  id: string,
  { wish, base, person }: { wish: ReleaseWish; base?: number; person: number },
): Promise<Step> {
  const release = prepared(await lockedRelease(tx, id))
  if (base !== undefined && release.base !== base)
    throw new Problem(
      409,
      'Prepared again',
      'This release has been prepared again since you looked at it. Look at it again.',
    )
  const storefront = (await loadSetup(tx.db)).storefronts.get(release.storefront)
  if (!storefront) throw new Problem(409, 'No storefront', `The storefront “${release.storefront}” has been deleted.`)
  const way = await wayOf(tx, release)
  const why = refusal(wish, way, { needed: storefront.releasing.approvals, person })
  if (why !== undefined) throw new Problem(409, 'Not now', why)
  return { release, storefront, way }
}

/** Throws 409 where a release would change nothing. */
export async function refuseNothing(tx: Tx, { id }: Pick<ReleaseRow, 'id'>): Promise<void> {
  const { added, changed, removed } = await countStaged(tx.db, id)
  if (added + changed + removed === 0)
    throw new Problem(409, 'Nothing to release', 'Nothing in this release would change what shoppers get.')
}

/** Asks others for their approval of a release. Throws 403, 404, 409. */
export async function submitRelease(
  person: Person,
  id: string,
  { base }: { base: number },
  now: number,
): Promise<ReleaseDocument> {
  authorize(person, 'release')
  await inTransaction(async (tx) => {
    const { release } = await takeStep(tx, id, { wish: 'submit', base, person: person.id })
    await refuseNothing(tx, release)
    await updateRelease(tx, release.id, {
      state: 'waiting',
      submittedBy: person.id,
      submitted: new Date(now),
      stopped: null,
    })
  })
  return getRelease(id)
}

/** Approves or refuses a release that others prepared. Throws 403, 404, 409, 422. */
export async function judgeRelease(
  person: Person,
  id: string,
  { base, verdict, comment }: { base: number; verdict: Verdict; comment: string },
  now: number,
): Promise<ReleaseDocument> {
  authorize(person, 'release')
  if (verdict === 'refused' && comment === '')
    throw unprocessable('Enter why the release is rejected.', [{ path: 'comment', message: 'Missing.' }])
  await inTransaction(async (tx) => {
    const { release, storefront } = await takeStep(tx, id, { wish: 'judge', base, person: person.id })
    await writeApproval(tx, { releaseId: release.id, personId: person.id, verdict, comment, at: new Date(now) })
    const state = stateAfter(await wayOf(tx, release), storefront.releasing.approvals)
    await updateRelease(tx, release.id, { state })
  })
  return getRelease(id)
}

/** What a release says that goes live at no moment. */
export const unscheduled = { goesLocal: null, goesAt: null, scheduledBy: null }

/** How a release stands that is not scheduled any more. */
export const unscheduledState = (way: OnItsWay, needed: number): OnItsWay['state'] =>
  needed === 0 ? 'draft' : stateAfter(way, needed)
