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
export type Pages = Record<string, Stretches>

/** Releases some pages of a storefront, as a release that goes live at a moment. Returns its number. */
export async function goLive(storefront: string, pages: Pages, at: number): Promise<number> {
  return inTransaction(async (tx) => {
    const pointer = await lockLivePointer(tx, storefront)
    const number = pointer.number + 1
    const of = { storefront, title: '', scope: {}, base: pointer.number, madeBy: 1, made: new Date(now) }
    const id = await insertRelease(tx, of)
    const staged = Object.entries(pages).map(([key, stretches]) => ({
      ...{ language: 'en-GB', kind: 'product', key, change: 'changed' as const, changes: [], title: key, type: null },
      ...{ held: [], causes: [], like: null },
      rows: stretches.map(([hours, document]) => ({
        group: '',
        begins: hours === 0 ? -Infinity : now + hours * hour,
        document,
        ...nowhere,
      })),
    }))
    await insertStaged(tx, id, staged)
    await writeReleased(tx, id, storefront, number)
    await stepOfRelease(tx, storefront, pointer, { number, at })
    await movePointer(tx, storefront, { number, reads: number })
    tx.onceCommitted.add(followHere)
    return number
  })
}
