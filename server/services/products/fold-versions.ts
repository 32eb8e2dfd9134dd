import { database, inTransaction, mustBeginAgain, sqlState } from '../../db/connect'
import { limitLockWait, lockProducts, TooBusy } from '../../db/queries/families'
import { foldVersions, hasUnfolded } from '../../db/queries/versions'

/**
 * At most so many milliseconds it waits for any lock; others wait behind it. Shorter than the second after which
 * PostgreSQL looks for a deadlock, so that it is always the folding that gives way, and never an import.
 */
const patience = 700

/**
 * Folds changes of very many products into their versions, as part of no person's work. Where somebody writes products
 * just now, it is left for the next time: nothing waits for it, as versions are right either way.
 */
export async function foldWhenFree(): Promise<void> {
  if (!(await hasUnfolded(database()))) return
  try {
    await inTransaction(async (tx) => {
      await lockProducts(tx, patience)
      await limitLockWait(tx, patience)
      await foldVersions(tx)
    })
  } catch (e) {
    if (!(e instanceof TooBusy) && !mustBeginAgain(e) && sqlState(e) !== '55P03') throw e
  }
}
