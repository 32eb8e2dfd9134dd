import { and, eq, sql } from 'drizzle-orm'
import { database, type Db } from '../connect'
import * as t from '../schema'

/** The share of the daily work that a person has set. */
export type PortionRow = typeof t.portion.$inferSelect

/** A person's share of the daily work. */
export async function readPortion(db: Db, personId: number): Promise<PortionRow | undefined> {
  const [row] = await db.select().from(t.portion).where(eq(t.portion.personId, personId))
  return row
}

/** Sets a person's share of the daily work. */
export async function writePortion(db: Db, { personId, ...row }: typeof t.portion.$inferInsert): Promise<void> {
  await db
    .insert(t.portion)
    .values({ personId, ...row })
    .onConflictDoUpdate({ target: t.portion.personId, set: row })
}

/** Deletes a person's share, with the products that were chosen for it. */
export async function deletePortion(personId: number): Promise<void> {
  await database().delete(t.portion).where(eq(t.portion.personId, personId))
  await database().delete(t.portionProduct).where(eq(t.portionProduct.personId, personId))
}

/** The products of a person's share on a day, by the numbers of their roots. */
export async function portionProducts(
  db: Db,
  personId: number,
  day: string,
): Promise<{ rootId: number; done: boolean }[]> {
  return db
    .select()
    .from(t.portionProduct)
    .where(and(eq(t.portionProduct.personId, personId), eq(t.portionProduct.day, day)))
}

/** Adds products to a person's share of a day. */
export async function addPortionProducts(
  db: Db,
  personId: number,
  day: string,
  roots: readonly number[],
): Promise<void> {
  await db
    .insert(t.portionProduct)
    .values(roots.map((rootId) => ({ personId, day, rootId })))
    .onConflictDoNothing()
}

/** Notes that products of a person's share are done. */
export async function notePortionDone(
  db: Db,
  personId: number,
  day: string,
  roots: ReadonlySet<number>,
): Promise<void> {
  await db.execute(
    sql`
      update portion_product set done = true where person_id = ${personId} and day = ${day}
      and root_id = any(${sql.param([...roots])}::int[])
    `,
  )
}

/** Forgets the products of earlier days, and those of a day that are not done. */
export async function clearPortionProducts(db: Db, personId: number, day: string): Promise<void> {
  await db.execute(sql`delete from portion_product where person_id = ${personId} and (day < ${day} or not done)`)
}
