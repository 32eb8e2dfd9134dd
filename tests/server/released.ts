import { inTransaction } from '@server/db/connect'
import { insertStaged, writeReleased } from '@server/db/queries/released-pages'
import { insertRelease, lockLivePointer, movePointer } from '@server/db/queries/releases'
import { followHere } from '@server/services/delivery/following'
import { stepOfRelease } from '@server/services/release/steps'
import { now } from './database'

export const hour = 3_600_000
const nowhere = { slug: null, category: null, name: null }

/** A page from a moment on, in hours after the beginning; null is no page. */
export type Stretches = [hours: number, document: number | null][]
/** By key; where a page differs from group to group, by group: '' is a shopper of none. */
export type Pages = Record<string, Stretches | Record<string, Stretches>>

const byGroup = (page: Pages[string]): [string, Stretches][] =>
  Array.isArray(page) ? [['', page]] : Object.entries(page)

/** Releases some pages of a storefront, as a release that goes live at a moment. Returns its number. */
export async function goLive(storefront: string, pages: Pages, at: number): Promise<number> {
  return inTransaction(async (tx) => {
    const pointer = await lockLivePointer(tx, storefront)
    const number = pointer.number + 1
    const of = { storefront, title: '', scope: {}, base: pointer.number, madeBy: 1, made: new Date(now) }
    const id = await insertRelease(tx, of)
    const staged = Object.entries(pages).map(([key, page]) => ({
      ...{ language: 'en-GB', kind: 'product', key, change: 'changed' as const, changes: [], title: key, type: null },
      ...{ held: [], causes: [], like: null },
      rows: byGroup(page).flatMap(([group, stretches]) =>
        stretches.map(([hours, document]) => ({
          ...{ group, document },
          begins: hours === 0 ? -Infinity : now + hours * hour,
          ...nowhere,
        })),
      ),
    }))
    await insertStaged(tx, id, staged)
    await writeReleased(tx, { releaseId: id, storefront, number })
    await stepOfRelease(tx, storefront, pointer, { number, at })
    await movePointer(tx, storefront, { number, reads: number })
    tx.onceCommitted.add(followHere)
    return number
  })
}
