import type { Person } from '@contracts/people'
import type { ReleaseScope } from '@contracts/release'
import { now as clock } from '@server/clock'
import { database, inTransaction } from '@server/db/connect'
import { setAnyway, stagedPages } from '@server/db/queries/released-pages'
import { insertRelease, livePointer, releaseById } from '@server/db/queries/releases'
import { putTogether } from '@server/services/release/put-together'
import { raiseStamp } from '@server/db/queries/setup'
import { readStorefront, writeStorefront } from '@server/db/queries/set-up-records'
import { goLive } from '@server/services/release/going-live'
import { submitRelease } from '@server/services/release/on-its-way'
import { recount } from '@server/services/release/pages-taken'

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

/** Puts a release of a storefront together. */
async function prepared(
  person: Person,
  storefront: string,
  { title, scope }: Wanted,
): Promise<{ id: number; base: number }> {
  const { id, base } = await inTransaction(async (tx) => {
    const { number } = await livePointer(tx.db, storefront)
    const made = new Date(clock())
    return {
      id: await insertRelease(tx, { storefront, title, scope, base: number, madeBy: person.id, made }),
      base: number,
    }
  })
  await putTogether(id, clock)
  return { id, base }
}

/** Puts a release of a storefront together and makes it live. */
export async function release(person: Person, storefront: string, { anyway, ...wanted }: Wanted): Promise<void> {
  const { id, base } = await prepared(person, storefront, wanted)
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

/** Has a storefront ask one other person for approval, and leaves it a release that waits for it. */
export async function leaveWaiting(person: Person, storefront: string): Promise<void> {
  await inTransaction(async (tx) => {
    const record = (await readStorefront(tx.db, storefront))!
    await writeStorefront(tx, { ...record, releasing: { ...record.releasing, approvals: 1 } })
    await raiseStamp(tx.db, 'setup')
  })
  const helmets = { field: 'category', is: 'equals', value: 'helmets' } as const
  const { id, base } = await prepared(person, storefront, { title: 'Helmets', scope: { condition: helmets } })
  await releaseHeld(id, 'The helmets are in the shops; what their pages lack follows.', person.id)
  await submitRelease(person, String(id), { base }, clock())
}
