import type { LivePointer } from '../../db/queries/releases'
import { lockLivePointer } from '../../db/queries/releases'
import {
  hasMomentsBetween,
  insertStep,
  lastStep,
  storefrontsWithMoments,
  type LiveStep,
} from '../../db/queries/live-steps'
import { insertMessages } from '../../db/queries/messages'
import { database, inTransaction, type Tx } from '../../db/connect'

// Steps in which what shoppers get changes. They are numbered under the lock of the storefront's live release.

type Live = Pick<LivePointer, 'number' | 'reads'>

/** Notes a step, and writes to whoever wants to be told of it. */
async function takeStep(tx: Tx, storefront: string, step: LiveStep): Promise<void> {
  await insertStep(tx, storefront, step)
  const told = { storefront, data: { step: step.step } }
  if (step.after === null) await insertMessages(tx, { event: 'release.live', ...told }, step.at)
  await insertMessages(tx, { event: 'page.changed', ...told }, step.at)
}

/**
 * Notes the moments that have come since the last step at which pages change by themselves. Returns the number of the
 * last step then.
 */
async function stepOfTime(tx: Tx, storefront: string, { number, reads }: Live, now: number): Promise<number> {
  const last = await lastStep(tx.db, storefront)
  // Before its first release a storefront has no pages that could change.
  if (!last) return 0
  if (now <= last.at || !(await hasMomentsBetween(tx.db, { storefront, release: reads }, last.at, now)))
    return last.step
  const step = last.step + 1
  await takeStep(tx, storefront, { step, number, after: last.at, at: now })
  return step
}

/** Notes that a release goes live, after what time has changed until then. The live pointer has to be locked. */
export async function stepOfRelease(
  tx: Tx,
  storefront: string,
  before: Live,
  { number, at }: { number: number; at: number },
): Promise<void> {
  const step = (await stepOfTime(tx, storefront, before, at)) + 1
  // Clocks of machines differ: no step comes before the one before it.
  const last = await lastStep(tx.db, storefront)
  await takeStep(tx, storefront, { step, number, after: null, at: Math.max(at, last?.at ?? at) })
}

/** Notes for every storefront what time has changed. Nothing is locked where nothing has. */
export async function noteMoments(now: number): Promise<void> {
  for (const storefront of await storefrontsWithMoments(database(), now))
    await inTransaction(async (tx) => {
      const pointer = await lockLivePointer(tx, storefront)
      // What went back is told first, once it is written.
      if (pointer.reads !== pointer.number) return
      await stepOfTime(tx, storefront, pointer, now)
    })
}
