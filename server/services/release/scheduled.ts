import type { Person } from '@contracts/people'
import type { ReleaseDocument } from '@contracts/release'
import type { Storefront } from '@core/catalogue/model'
import { instantOf } from '@core/moments/instant'
import { localWords } from '@core/moments/words'
import { localTime } from '@core/page/moments'
import { inTransaction, type Tx } from '../../db/connect'
import { deleteApprovals } from '../../db/queries/release-approvals'
import { updateRelease, type ReleaseRow } from '../../db/queries/releases'
import { authorize } from '../people/permission'
import { unprocessable } from '../problem'
import { getRelease, storedRelease } from './documents'
import { refuseWhileFrozen } from './frozen'
import { takeStep, unscheduled } from './on-its-way'
import { lockTogether, unscheduleAll, withEach } from './together'

/**
 * Has a release go live at a moment of its storefront's clock, and those that go with it at the same instant. Throws
 * 403, 404, 409, and 422 where the moment is over or is none.
 */
export async function scheduleRelease(
  person: Person,
  id: string,
  { base, at }: { base: number; at: string },
  now: number,
): Promise<ReleaseDocument> {
  authorize(person, 'release')
  await inTransaction(async (tx) => {
    const members = await lockTogether(tx, await storedRelease(id))
    const { storefront } = await takeStep(tx, id, { wish: 'schedule', base, person: person.id })
    const goesAt = momentIn(at, storefront)
    if (goesAt <= now)
      throw unprocessable(`${localWords(at)} has passed in ${storefront.name}. Choose a later moment.`, [
        { path: 'at', message: 'Passed.' },
      ])
    await withEach(tx, members, async (member) => {
      const step = await takeStep(tx, String(member.id), { wish: 'schedule', person: person.id })
      refuseWhileFrozen(step.storefront, goesAt, person)
      await updateRelease(tx, member.id, {
        state: 'scheduled',
        goesLocal: localTime(step.storefront.timeZone, goesAt),
        goesAt: new Date(goesAt),
        scheduledBy: person.id,
        stopped: null,
      })
    })
  })
  return getRelease(id)
}

/** The instant of a local moment. Throws 422 where it is none. */
function momentIn(at: string, { timeZone }: Storefront): number {
  try {
    return instantOf(at, timeZone)
  } catch (e) {
    throw unprocessable((e as Error).message, [{ path: 'at', message: 'Not a moment.' }])
  }
}

/**
 * Takes back that a release goes live at a moment, and those that go with it; what was approved stays so. Throws 403,
 * 404, 409.
 */
export async function unscheduleRelease(person: Person, id: string): Promise<ReleaseDocument> {
  authorize(person, 'release')
  await inTransaction(async (tx) => {
    const members = await lockTogether(tx, await storedRelease(id))
    await takeStep(tx, id, { wish: 'unschedule', person: person.id })
    await unscheduleAll(tx, members)
  })
  return getRelease(id)
}

/**
 * Takes a release back to a draft of which nothing was said, since something else would go live now. What was to go with
 * it at a moment waits too.
 */
export async function backToDraft(tx: Tx, release: ReleaseRow): Promise<void> {
  if (release.state === 'draft') return
  await deleteApprovals(tx, release.id)
  await unscheduleAll(tx, await lockTogether(tx, release))
  await updateRelease(tx, release.id, { state: 'draft', submittedBy: null, submitted: null, ...unscheduled })
}
