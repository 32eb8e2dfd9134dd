import type { Person } from '@contracts/people'
import type { ReleaseScope } from '@contracts/release'
import { now as clock } from '@server/clock'
import { database, inTransaction } from '@server/db/connect'
import { setAnyway, stagedPages } from '@server/db/queries/released-pages'
import { insertRelease, livePointer, releaseById } from '@server/db/queries/releases'
import { putTogether } from '@server/services/release/put-together'
import { goLive, recount } from '@server/services/release/releases'

interface Wanted {
  title: string
  scope: ReleaseScope
  /** Why pages that are not ready go all the same. */
  anyway?: string
}

/** Has every page that a release holds back released all the same. */
async function releaseHeld(id: number, reason: string, by: number): Promise<void> {
  const { items } = await stagedPages(database(), id, { change: 'held' }, { offset: 0, limit: 10_000 })
  await inTransaction(async (tx) => {
    for (const page of items) await setAnyway(tx, id, page, { reason, by })
    await recount(tx, (await releaseById(tx.db, id))!)
  })
}

/** Puts a release of a storefront together and makes it live. */
async function release(person: Person, storefront: string, { title, scope, anyway }: Wanted): Promise<void> {
  const { id, base } = await inTransaction(async (tx) => {
    const { number } = await livePointer(tx.db, storefront)
    const made = new Date(clock())
    return {
      id: await insertRelease(tx, { storefront, title, scope, base: number, madeBy: person.id, made }),
      base: number,
    }
  })
  await putTogether(id, clock)
  if (anyway !== undefined) await releaseHeld(id, anyway, person.id)
  await goLive(person, String(id), { base }, clock(), { personId: person.id, origin: 'demo', by: 'demo' })
}

/** Releases every storefront: its bags first, finished or not, then everything that is ready. */
export async function releaseAll(person: Person, storefronts: readonly { code: string }[]): Promise<void> {
  for (const { code } of storefronts) {
    const bags = { field: 'category', is: 'equals', value: 'bags' } as const
    await release(person, code, {
      title: 'Opening with bags',
      scope: { condition: bags },
      anyway: 'The shop opens with the bags that it has; what they lack follows.',
    })
    await release(person, code, { title: 'Everything that is ready', scope: {} })
  }
}
