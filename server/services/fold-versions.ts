import { database, inTransaction } from '../db/connect'
import { lockProducts, TooBusy } from '../db/queries/families'
import { foldVersions, hasUnfolded } from '../db/queries/versions'

/** At most so many milliseconds it waits for those who write products; others wait behind it. */
const patience = 1000

/**
 * Folds changes of very many products into their versions, as part of no person's work. Where somebody writes products
 * just now, it is left for the next time: nothing waits for it, as versions are right either way.
 */
export async function foldWhenFree(): Promise<void> {
  if (!(await hasUnfolded(database()))) return
  try {
    await inTransaction(async (tx) => {
      await lockProducts(tx, patience)
      await foldVersions(tx)
    })
  } catch (e) {
    if (!(e instanceof TooBusy)) throw e
  }
}
