import { isScalar } from '@core/rules/scalar'
import type { Tx } from '../../db/connect'
import { TooBusy } from '../../db/queries/families'
import { moveFacts } from '../../db/queries/own-facts'
import type { StoredSetup } from '../../db/queries/setup'
import { Problem } from '../problem'

/**
 * After a change of the set-up, to what it is given as: has the facts of attributes stand where rules look for them
 * now. `was` says which were plain before. Throws a 409 problem where products are being written for long; nothing has
 * been changed then.
 */
export async function settleScalar(
  tx: Tx,
  setup: StoredSetup,
  codes: Iterable<string>,
  was: (code: string) => boolean,
): Promise<void> {
  try {
    for (const code of new Set(codes)) {
      const plain = isScalar(setup.attributes.get(code)!, setup)
      if (plain !== was(code)) await moveFacts(tx, setup, code, plain)
    }
  } catch (e) {
    if (!(e instanceof TooBusy)) throw e
    throw new Problem(
      409,
      'Products are being written',
      'An import or a bulk edit is running, and this affects all ' +
        'products. Save again when it is done. Nothing has been changed.',
    )
  }
}
