import { and, eq, ne, sql } from 'drizzle-orm'
import type { PortionDocument } from '@contracts/readiness'
import { dateIn } from '@core/moments/instant'
import { database, inTransaction } from '../../db/connect'
import { nearestRoots, readyRoots } from '../../db/queries/cloth'
import { loadEditions, type NumberedEditions } from '../../db/queries/readiness'
import { loadSetup, type StoredSetup } from '../../db/queries/setup'
import * as t from '../../db/schema'
import type { Person } from '@contracts/people'
import { unprocessable } from '../problem'
import { filterOf, lensOf } from '../reach/reach'

/** The day of a portion: that of the first storefront, where the team is at home. */
export const today = (setup: StoredSetup, now: number) =>
  dateIn([...setup.storefronts.values()][0]?.timeZone ?? 'UTC', now)

/** The person that is meant by `me` or by an e-mail address. Throws a 422 problem where there is none. */
export async function personOf(person: Person, who: string | undefined): Promise<{ id: number }> {
  if (who === undefined || who === 'me') return person
  const [found] = await database().select({ id: t.person.id }).from(t.person).where(eq(t.person.email, who))
  if (!found)
    throw unprocessable('The person is not valid.', [{ path: 'person', message: `Nobody has the address ${who}.` }])
  return found
}

/** The others who have set a portion. */
export async function othersWithPortions(person: Person): Promise<{ email: string; name: string }[]> {
  return database()
    .select({ email: t.person.email, name: t.person.name })
    .from(t.portion)
    .innerJoin(t.person, eq(t.person.id, t.portion.personId))
    .where(ne(t.person.id, person.id))
    .orderBy(t.person.name)
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
  const [set] = await db.select().from(t.portion).where(eq(t.portion.personId, person.id))
  if (!set) return null
  const day = today(setup, now)
  const mine = and(eq(t.portionProduct.personId, person.id), eq(t.portionProduct.day, day))
  const numbers = editionsFor(setup, editions, set.storefront)
  let rows = await db.select().from(t.portionProduct).where(mine)
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
      await db
        .insert(t.portionProduct)
        .values(more.map((rootId) => ({ personId: person.id, day, rootId })))
        .onConflictDoNothing()
      rows = await db.select().from(t.portionProduct).where(mine)
    }
  }
  // What was done stays done today, whatever comes up in it later.
  const fresh = await readyRoots(
    db,
    rows.filter((r) => !r.done).map((r) => r.rootId),
    numbers,
  )
  if (fresh.size > 0)
    await db.execute(
      sql`
        update portion_product set done = true where person_id = ${person.id} and day = ${day}
        and root_id = any(${sql.param([...fresh])}::int[])
      `,
    )
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
    const row = { products: body.products, storefront: body.storefront, filter: body.filter }
    await db
      .insert(t.portion)
      .values({ personId: person.id, ...row })
      .onConflictDoUpdate({ target: t.portion.personId, set: row })
    await db.execute(
      sql`delete from portion_product where person_id = ${person.id} and (day < ${today(setup, now)} or not done)`,
    )
  })
  return portionOf(person, setup, await loadEditions(database(), setup), now)
}

/** Lets the portion go. */
export async function dropPortion(person: Person): Promise<void> {
  await database().delete(t.portion).where(eq(t.portion.personId, person.id))
  await database().delete(t.portionProduct).where(eq(t.portionProduct.personId, person.id))
}
