import type { Person } from '@contracts/people'
import type { ReleaseDocument } from '@contracts/release'
import { keptReleases } from '@core/release/retention'
import { database, inTransaction } from '../../db/connect'
import { lockAlone } from '../../db/queries/locks'
import { documentLock } from '../../db/queries/released-documents'
import { deleteUnreadDocuments, forgetReleases, keptNumbers } from '../../db/queries/retention'
import { lockLivePointer, updateRelease, type ReleaseRow } from '../../db/queries/releases'
import { loadSetup } from '../../db/queries/setup'
import { writeAudit, type AuditSource } from '../people/audit'
import { authorize } from '../people/permission'
import { Problem } from '../problem'
import { getRelease, lockedRelease } from './documents'

/** A release that was live so lately is still read by whoever pinned it, in milliseconds. */
const stillRead = 3_600_000

/**
 * Forgets the releases that a storefront does not keep: the pages of those beyond its last so many that nobody pinned,
 * nothing is compared with, and that were not live within the hour. Returns how many releases were forgotten.
 */
export async function forgetOldReleases(now: number): Promise<number> {
  const { storefronts } = await loadSetup(database())
  let forgotten = 0
  for (const { code, releasing } of storefronts.values())
    forgotten += await inTransaction(async (tx) => {
      await lockLivePointer(tx, code)
      const { numbers, needed } = await keptNumbers(tx.db, code, now - stillRead)
      const { kept, oldest } = keptReleases({ numbers, keeps: releasing.keeps, needed })
      return kept.length === numbers.length ? 0 : forgetReleases(tx, code, { kept, oldest }, now)
    })
  if (forgotten > 0)
    await inTransaction(async (tx) => {
      await lockAlone(tx.db, documentLock)
      await deleteUnreadDocuments(tx)
    })
  return forgotten
}

/** Throws 409 where the pages of a release are no longer kept. */
export function refuseForgotten({ number, forgotten }: Pick<ReleaseRow, 'number' | 'forgotten'>): void {
  if (forgotten !== null) throw new Problem(409, 'No longer kept', `The pages of release ${number} are no longer kept.`)
}

/**
 * Keeps a release for as long as it is pinned, however many follow it; or no longer. Throws 403, 404, 409 where it never
 * went live or is forgotten.
 */
export async function pinRelease(
  person: Person,
  id: string,
  pinned: boolean,
  source: AuditSource,
): Promise<ReleaseDocument> {
  authorize(person, 'release')
  await inTransaction(async (tx) => {
    const release = await lockedRelease(tx, id)
    if (release.number === null) throw new Problem(409, 'Not live yet', 'Only releases that went live can be pinned.')
    refuseForgotten(release)
    await updateRelease(tx, release.id, { pinned })
    await writeAudit('release', source, { storefront: release.storefront, number: release.number, pinned })
  })
  return getRelease(id)
}
