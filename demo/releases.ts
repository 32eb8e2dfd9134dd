import type { Person } from '@contracts/people'
import type { ReleaseScope } from '@contracts/release'
import { now as clock } from '@server/clock'
import { inTransaction } from '@server/db/connect'
import { insertRelease, livePointer } from '@server/db/queries/releases'
import { putTogether } from '@server/services/release/put-together'
import { goLive } from '@server/services/release/releases'

/** Puts a release of a storefront together and makes it live. */
async function release(person: Person, storefront: string, title: string, scope: ReleaseScope): Promise<void> {
  const { id, base } = await inTransaction(async (tx) => {
    const { number } = await livePointer(tx.db, storefront)
    const made = new Date(clock())
    return {
      id: await insertRelease(tx, { storefront, title, scope, base: number, madeBy: person.id, made }),
      base: number,
    }
  })
  await putTogether(id, clock)
  await goLive(person, String(id), { base }, clock(), { personId: person.id, origin: 'demo', by: 'demo' })
}

/** Releases every storefront: its bags first, then everything that is ready. */
export async function releaseAll(person: Person, storefronts: readonly { code: string }[]): Promise<void> {
  for (const { code } of storefronts) {
    const bags = { field: 'category', is: 'equals', value: 'bags' } as const
    await release(person, code, 'Bags', { condition: bags })
    await release(person, code, 'Everything that is ready', {})
  }
}
