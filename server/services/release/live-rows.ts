import { database, inTransaction, type Tx } from '../../db/connect'
import { familySkus } from '../../db/queries/families'
import { keptOutOf } from '../../db/queries/release-approvals'
import { lastOfPages, writeBack, writeGone, writeReleased } from '../../db/queries/released-pages'
import {
  lockLivePointer,
  movePointer,
  nextReleases,
  noneAhead,
  releaseOfNumber,
  storefrontsGoneBack,
  type LivePointer,
} from '../../db/queries/releases'
import { beginAhead, reachAhead, undoAhead } from '../../db/queries/rows-ahead'
import { stepOfRelease } from './steps'

// The rows of what is live are written before a release goes live, or after one went back, so that either takes no
// longer for many pages than for one.

/** The SKUs of all products that are kept out of a storefront, with their variants', though nobody has them any more. */
export async function skusKeptOut(tx: Tx, storefront: string): Promise<string[]> {
  const out = (await keptOutOf(tx.db, storefront)).map((k) => k.sku)
  const families = await familySkus(tx.db, out)
  return [...new Set([...out, ...[...families.values()].flat()])]
}

/**
 * What is live in a storefront, held until the transaction ends, for whoever writes rows of its next number: what went
 * back is written, and what was written ahead is undone, but for that of one release.
 */
export async function lockToWrite(tx: Tx, storefront: string, ahead?: number): Promise<LivePointer> {
  const pointer = await lockLivePointer(tx, storefront)
  if (pointer.reads !== pointer.number) return writeGoneBack(tx, storefront)
  if (ahead !== undefined && pointer.ahead === ahead) return pointer
  await undoAhead(tx, storefront, pointer.number + 1)
  return { ...pointer, ...noneAhead }
}

/** Writes the state to which a storefront was taken back as rows of its number. Returns what is live. */
export async function writeGoneBack(tx: Tx, storefront: string): Promise<LivePointer> {
  const { number, reads } = await lockLivePointer(tx, storefront)
  const written = { number, reads: number, ...noneAhead }
  if (reads === number) return written
  const release = await releaseOfNumber(tx.db, storefront, number)
  await undoAhead(tx, storefront, number)
  await writeBack(tx, storefront, reads, number)
  await writeGone(tx, storefront, number, await skusKeptOut(tx, storefront))
  const before = { ...written, number: number - 1, reads: number - 1 }
  await stepOfRelease(tx, storefront, before, { number, at: release!.live!.getTime() })
  await movePointer(tx, storefront, written)
  return written
}

/** Writes what went back, in every storefront or in one. */
export async function writeAllGoneBack(only?: string): Promise<void> {
  for (const storefront of await storefrontsGoneBack(database()))
    if (only === undefined || only === storefront) await inTransaction((tx) => writeGoneBack(tx, storefront))
}

/** So many pages are written ahead at a time; whoever releases something waits for no more. */
const aheadAtOnce = 2000
/** So often, before the worker turns to something else. */
const blocksOfTurn = 5

/** Writes the release ahead that goes live next in each storefront: some of it in each turn. */
export async function writeAhead(atOnce = aheadAtOnce): Promise<void> {
  for (const { storefront, id } of await nextReleases(database()))
    for (let block = 0; block < blocksOfTurn; block++) {
      const isWhole = await inTransaction((tx) => writeSomeAhead(tx, { storefront, id, atOnce }))
      if (isWhole) break
    }
}

/** Writes some pages of a release ahead. Returns whether nothing is left. */
async function writeSomeAhead(
  tx: Tx,
  { storefront, id, atOnce }: { storefront: string; id: number; atOnce: number },
): Promise<boolean> {
  const pointer = await lockLivePointer(tx, storefront)
  const isSame = pointer.ahead === id
  // Somebody may have released something, or decided about a page, since it was looked which release is next.
  const isNext = (await nextReleases(tx.db)).some((next) => next.id === id)
  if (!isNext || (isSame && pointer.aheadWhole)) return true
  const number = pointer.number + 1
  if (!isSame) {
    await undoAhead(tx, storefront, number)
    await beginAhead(tx, storefront, id)
  }
  const after = isSame ? pointer.aheadUpTo : null
  const upTo = await lastOfPages(tx.db, id, { after, count: atOnce })
  await writeReleased(tx, { releaseId: id, storefront, number }, { after, upTo })
  await reachAhead(tx, storefront, upTo)
  return upTo === undefined
}
