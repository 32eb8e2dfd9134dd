import { now } from '../../clock'
import { beforeCommit, inTransaction, isOutage, mustBeginAgain } from '../../db/connect'
import { countEditions, deleteDue } from '../../db/queries/evaluation'
import { enqueueEvaluation } from './due'
import { evaluateRoots } from './evaluate-roots'

/** So many editions of products are evaluated in the transaction that changes them; more are left to the worker. */
const pagesAtOnce = 500

/** How many products that is. */
export const productsAtOnce = (editions: number) => Math.max(1, Math.floor(pagesAtOnce / Math.max(1, editions)))

/**
 * Has every transaction that touches products evaluate them before it stands: one edit shows its effect at once, and
 * nobody waits for very many. Where that fails, the change stands all the same, and the evaluation is left to the
 * worker, which sets it aside.
 */
export function evaluateBeforeCommit(): void {
  beforeCommit(async (tx) => {
    const roots = [...tx.invalidated.roots]
    const isMany = tx.invalidated.more || roots.length > productsAtOnce(await countEditions(tx.db))
    if (isMany) return enqueueEvaluation(tx)
    try {
      // A savepoint: what fails in there takes nothing else with it.
      await inTransaction(async (inner) => {
        await evaluateRoots(inner, roots, now())
        await deleteDue(inner, roots)
      })
    } catch (e) {
      if (isOutage(e) || mustBeginAgain(e)) throw e
      console.error('Readiness could not be evaluated with a change; it is left to the worker:', e)
      await enqueueEvaluation(tx)
    }
  })
}
