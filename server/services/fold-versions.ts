import { sql } from 'drizzle-orm'
import { database, inTransaction } from '../db/connect'
import { foldVersions, hasUnfolded } from '../db/queries/versions'

/** What the database says where a lock was not to be had in time. */
const notInTime = '55P03'

/**
 * Folds changes of very many products into their versions, as part of no person's work. Where somebody writes products
 * just now, it is left for the next time: nothing waits for it, as versions are right either way.
 */
export async function foldWhenFree(): Promise<void> {
  if (!(await hasUnfolded(database()))) return
  try {
    await inTransaction(async (tx) => {
      await tx.db.execute(sql`set local lock_timeout = '1s'`)
      await tx.db.execute(sql`lock table product in exclusive mode`)
      await foldVersions(tx)
    })
  } catch (e) {
    if ((e as { cause?: { code?: string } }).cause?.code !== notInTime) throw e
  }
}
