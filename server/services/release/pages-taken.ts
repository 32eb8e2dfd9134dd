import type { Person } from '@contracts/people'
import type { ReleasePageRow } from '@contracts/release'
import { inTransaction, type Tx } from '../../db/connect'
import type { PageKey } from '../../db/queries/page-key'
import { countStaged, setAnyway, setLeftOut, stagedPage, type StoredReleasePage } from '../../db/queries/released-pages'
import { updateRelease, type ReleaseRow } from '../../db/queries/releases'
import { authorize } from '../people/permission'
import { notFound } from '../problem'
import { lockedRelease } from './documents'
import { prepared } from './on-its-way'
import { backToDraft } from './scheduled'
import { pageRow } from './releases'

// Which pages a release takes live: what is not ready is held back, and people decide about single pages.

/** Counts the pages of a release anew, after some were held back or are released all the same. */
export async function recount(tx: Tx, { id, counts }: Pick<ReleaseRow, 'id' | 'counts'>): Promise<void> {
  await updateRelease(tx, id, { counts: { ...(await countStaged(tx.db, id)), unchanged: counts?.unchanged ?? 0 } })
}

/** What is decided about one page of a release. */
interface Decision {
  /** Whether a page can be decided about so; undefined there is none. */
  concerns(page: StoredReleasePage): boolean
  /** Whether more goes live by it than people approved. */
  widens: boolean
  write(tx: Tx, release: ReleaseRow): Promise<void>
}

async function decide(person: Person, id: string, key: PageKey, decision: Decision): Promise<ReleasePageRow> {
  authorize(person, 'release')
  return inTransaction(async (tx) => {
    const release = prepared(await lockedRelease(tx, id))
    const page = await stagedPage(tx.db, release.id, key)
    if (!page || !decision.concerns(page)) throw notFound(`page of ${key.key} in this release and language`)
    await decision.write(tx, release)
    await recount(tx, release)
    if (decision.widens) await backToDraft(tx, release)
    return pageRow((await stagedPage(tx.db, release.id, key))!)
  })
}

/**
 * Has a page that is held back released all the same; without a reason it is held back again. What goes live beyond
 * what people approved has to be approved again. Throws 403, 404, and 409 where the release is not prepared.
 */
export const releaseAnyway = (person: Person, id: string, key: PageKey, reason: string | null) =>
  decide(person, id, key, {
    concerns: (page) => page.held !== null,
    widens: reason !== null,
    write: (tx, release) => setAnyway(tx, release.id, key, reason === null ? null : { reason, by: person.id }),
  })

/**
 * Leaves a page out of a release, so that it stays as it is live; without a reason it is taken in again, and has to be
 * approved again. Throws 403, 404, and 409 where the release is not prepared.
 */
export const leaveOut = (person: Person, id: string, key: PageKey, reason: string | null) =>
  decide(person, id, key, {
    concerns: () => true,
    widens: reason === null,
    write: (tx, release) => setLeftOut(tx, release.id, key, reason === null ? null : { reason, by: person.id }),
  })
