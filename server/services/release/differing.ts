import type { UnreleasedChanges } from '@contracts/release'
import { chunked } from '@core/lists/chunked'
import { database, inTransaction, type Tx } from '../../db/connect'
import { commonState, countDiffering, countTouches, noteStatesLive } from '../../db/queries/page-touches'
import { keptDocuments } from '../../db/queries/released-documents'
import { rowsOfPages } from '../../db/queries/released-pages'
import { livePointers, unnotedReleases, updateRelease } from '../../db/queries/releases'
import { documentsIn, isSameFrom, pagesOfFamily, readBlock, rootsWith, rowsOf, type Block } from './made-pages'
import { noteState, workbenchOf, type Workbench } from './workbench'

// What was changed and is not released yet is known before anybody prepares a release: pages are compared with what is
// live soon after something was changed for them.

/** Where more products than this may differ, that is found out when a release is prepared. */
const mostAtOnce = 2000
/** So many families are put together at a time, and in one turn: other work of the program must not wait for it. */
const blockSize = 5
const familiesOfTurn = 25

/** How many products differ from what is live, in each storefront that has something live. */
export async function unreleasedChanges(): Promise<{ items: UnreleasedChanges[] }> {
  const db = database()
  const common = await commonState(db)
  const items: UnreleasedChanges[] = []
  for (const { storefront, number } of await livePointers(db)) {
    if (number === 0) continue
    const { differing, unknown } = await countDiffering(db, storefront, common)
    items.push({ storefront, products: differing, unknown })
  }
  return { items }
}

/** How everything stood when nothing was left to be looked at. */
let settled = ''

/**
 * Compares pages of products that something was changed for with what is live, some of them each time that it is asked
 * for, storefront by storefront.
 */
export async function lookWhatDiffers(now: number): Promise<void> {
  const db = database()
  const live = (await livePointers(db)).filter(({ number }) => number > 0)
  const standing = [await commonState(db), await countTouches(db), live.map((l) => [l.storefront, l.number])]
  const state = JSON.stringify(standing)
  if (state === settled) return
  for (const { storefront } of live) if (await lookIn(storefront, now)) return
  settled = state
}

/** Notes of what went live that it does not differ any more, so that nobody puts it together to find that out. */
export async function noteWhatWentLive(): Promise<void> {
  for (const { id, storefront, base, number } of await unnotedReleases(database()))
    await inTransaction(async (tx) => {
      await noteStatesLive(tx, { id, storefront, base, number: number! })
      await updateRelease(tx, id, { noted: true })
    })
}

/** Compares some products of a storefront. Returns whether there were any. */
async function lookIn(code: string, now: number): Promise<boolean> {
  const bench = await workbenchOf(code, undefined, now, { unknownOnly: true, limit: mostAtOnce + 1 })
  const unknown = [...bench.due.products.keys()]
  if (unknown.length === 0 || unknown.length > mostAtOnce) return false
  const roots = unknown.slice(0, familiesOfTurn)
  for (const block of chunked(roots, blockSize)) await inTransaction((tx) => compareBlock(tx, bench, block))
  return true
}

async function compareBlock(tx: Tx, bench: Workbench, roots: readonly number[]): Promise<void> {
  const block = await readBlock(tx, bench, roots)
  const differ = new Set<number>()
  for (const language of bench.languages) {
    const differing = await differingIn(tx, bench, block, language)
    for (const root of rootsWith(block.families, differing)) differ.add(root)
  }
  await noteState(tx, bench, roots, { differ, foundBy: null })
}

/** The SKUs of the pages of some families that differ from what is live in a language. */
async function differingIn(tx: Tx, bench: Workbench, block: Block, language: string): Promise<Set<string>> {
  const made = block.families.flatMap((family) => pagesOfFamily(family, language, bench, block))
  const keys = made.map((m) => m.key)
  const live = await rowsOfPages(tx.db, bench.storefront.code, bench.base, { language, kind: 'product', keys })
  const numbers = await keptDocuments(tx.db, documentsIn(made).keys())
  const differing = made.filter((m) => !isSameFrom(live.get(m.key) ?? [], rowsOf(m, numbers), bench.now))
  return new Set(differing.map((m) => m.key))
}
