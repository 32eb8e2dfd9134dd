import type { PortionDocument } from '@contracts/readiness'
import { dateIn } from '@core/moments/instant'
import { database, inTransaction } from '../../db/connect'
import { nearestRoots, readyRoots } from '../../db/queries/cloth'
import { peopleWithPortions, personByEmail } from '../../db/queries/people'
import {
  addPortionProducts,
  clearPortionProducts,
  deletePortion,
  notePortionDone,
  portionProducts,
  readPortion,
  writePortion,
} from '../../db/queries/portions'
import { loadEditions, type NumberedEditions } from '../../db/queries/readiness'
import { loadSetup, type StoredSetup } from '../../db/queries/setup'
import type { Person } from '@contracts/people'
import { unprocessable } from '../problem'
import { filterOf, lensOf } from '../reach/reach'

/** The day of a portion: that of the first storefront, where the team is at home. */
export const today = (setup: StoredSetup, now: number) =>
  dateIn([...setup.storefronts.values()][0]?.timeZone ?? 'UTC', now)

/** The person that is meant by `me` or by an e-mail address. Throws a 422 problem where there is none. */
export async function personOf(person: Person, who: string | undefined): Promise<{ id: number }> {
  if (who === undefined || who === 'me') return person
  const found = await personByEmail(database(), who)
  if (!found)
    throw unprocessable('The person is not valid.', [{ path: 'person', message: `Nobody has the address ${who}.` }])
  return found.person
}

/** The others who have set a portion. */
export async function othersWithPortions(person: Person): Promise<{ email: string; name: string }[]> {
  return peopleWithPortions(database(), person.id)
}

/** The editions that a portion counts: those of its storefront, else all. */
const editionsFor = (setup: StoredSetup, editions: NumberedEditions, storefront: string | null) =>
  storefront === null
    ? []
    : (setup.storefronts
        .get(storefront)
        ?.editions.flatMap((e) => editions.numberOf.get(`${storefront}/${e.language}`) ?? []) ?? [])

/**
 * The share of the work that a person has set, or null; the day's products are chosen once, those nearest to ready
 * first.
 */
export async function portionOf(
  person: Person,
  setup: StoredSetup,
  editions: NumberedEditions,
  now: number,
): Promise<PortionDocument | null> {
  const db = database()
  const set = await readPortion(db, person.id)
  if (!set) return null
  const day = today(setup, now)
  const numbers = editionsFor(setup, editions, set.storefront)
  let rows = await portionProducts(db, person.id, day)
  if (rows.length < set.products) {
    const node = filterOf(setup, set.filter)
    const had = new Set(rows.map((r) => r.rootId))
    const more = (
      await nearestRoots(
        db,
        setup,
        {
          node,
          lens: lensOf(setup, { storefront: set.storefront ?? undefined } as never, now),
          editions: numbers,
          open: true,
        },
        set.products,
      )
    )
      .filter((id) => !had.has(id))
      .slice(0, set.products - rows.length)
    if (more.length > 0) {
      await addPortionProducts(db, person.id, day, more)
      rows = await portionProducts(db, person.id, day)
    }
  }
  // What was done stays done today, whatever comes up in it later.
  const fresh = await readyRoots(
    db,
    rows.filter((r) => !r.done).map((r) => r.rootId),
    numbers,
  )
  if (fresh.size > 0) await notePortionDone(db, person.id, day, fresh)
  return {
    products: set.products,
    storefront: set.storefront,
    filter: set.filter,
    done: rows.filter((r) => r.done || fresh.has(r.rootId)).length,
    of: rows.length,
  }
}

/**
 * Sets the share of the work that a person takes on each day; the day's products are chosen anew, but for what is done.
 */
export async function setPortion(
  person: Person,
  body: { products: number; storefront: string | null; filter: unknown },
  now: number,
): Promise<PortionDocument | null> {
  const setup = await loadSetup(database())
  if (body.storefront !== null && !setup.storefronts.has(body.storefront))
    throw unprocessable('The portion is not valid.', [
      { path: 'storefront', message: `There is no storefront “${body.storefront}”.` },
    ])
  filterOf(setup, body.filter)
  await inTransaction(async ({ db }) => {
    const { products, storefront, filter } = body
    await writePortion(db, { personId: person.id, products, storefront, filter })
    await clearPortionProducts(db, person.id, today(setup, now))
  })
  return portionOf(person, setup, await loadEditions(database(), setup), now)
}

/** Deletes the portion. */
export async function dropPortion(person: Person): Promise<void> {
  await deletePortion(person.id)
}
