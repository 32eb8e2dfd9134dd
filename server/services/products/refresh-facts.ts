import { inTransaction, type Tx } from '../../db/connect'
import { loadFamilies } from '../../db/queries/families'
import { countRootsOfType, firstParents, rootsOfType } from '../../db/queries/product-lists'
import { readMark, readSetup, writeMark } from '../../db/queries/setup'
import { writeFacts } from '../../db/queries/write-products'
import { enqueue } from '../work/jobs'

/** Rises when facts are derived otherwise than before, so that those of an earlier version are derived anew. */
const derivation = 2

/** More families than this are left to the worker, so that nobody waits for them. */
const atOnce = 500

/**
 * Derives the facts of all products of a type anew (of every product, for null): in this step where few, else by the
 * worker.
 */
export async function refreshFactsOfType(tx: Tx, type: string | null): Promise<void> {
  if ((await countRootsOfType(tx.db, type)) <= atOnce) await refreshFacts(tx, type)
  else
    await enqueue(tx, {
      kind: 'refresh-facts',
      title: 'Updating rule data',
      personId: null,
      input: { type },
    })
}

/** Derives facts anew, some hundred families at a time. */
export async function refreshFacts(
  tx: Tx,
  type: string | null,
  onProgress?: (done: number, total: number) => void,
): Promise<void> {
  const setup = await readSetup(tx.db)
  const roots = await rootsOfType(tx.db, type)
  for (let i = 0; i < roots.length; i += atOnce) {
    const ids = roots.slice(i, i + atOnce)
    const families = await loadFamilies(tx.db, setup, ids)
    await writeFacts(tx, setup, [...families.values()], new Set(ids))
    onProgress?.(Math.min(i + atOnce, roots.length), roots.length)
  }
}

/**
 * After an upgrade: has facts that an earlier version derived derived anew, by the worker. Does nothing where there are
 * none.
 */
export async function refreshFactsOfOldVersion(): Promise<void> {
  await inTransaction(async (tx) => {
    if (((await readMark(tx.db, 'facts')) ?? 1) >= derivation) return
    if ((await firstParents(tx.db, 1)).length > 0) await refreshFactsOfType(tx, null)
    await writeMark(tx.db, 'facts', derivation)
  })
}
