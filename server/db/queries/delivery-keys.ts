import { desc, eq, sql } from 'drizzle-orm'
import type { Db } from '../connect'
import * as t from '../schema'

/** A delivery key as it is stored. */
export type DeliveryKeyRow = typeof t.deliveryKey.$inferSelect

/** All delivery keys with the names of those who made them, the newest first. */
export async function deliveryKeys(db: Db): Promise<(DeliveryKeyRow & { maker: string | null })[]> {
  const rows = await db
    .select({ key: t.deliveryKey, maker: t.person.name })
    .from(t.deliveryKey)
    .leftJoin(t.person, eq(t.person.id, t.deliveryKey.madeBy))
    .orderBy(desc(t.deliveryKey.id))
  return rows.map(({ key, maker }) => ({ ...key, maker }))
}

export async function countDeliveryKeys(db: Db): Promise<number> {
  return db.$count(t.deliveryKey)
}

/** Keeps a key, and returns its number. */
export async function insertDeliveryKey(db: Db, key: Omit<DeliveryKeyRow, 'id' | 'used'>): Promise<number> {
  const [row] = await db.insert(t.deliveryKey).values(key).returning({ id: t.deliveryKey.id })
  return row!.id
}

/** Deletes a key, and returns what it was; undefined where there is none. */
export async function deleteDeliveryKey(db: Db, id: number): Promise<DeliveryKeyRow | undefined> {
  const [row] = await db.delete(t.deliveryKey).where(eq(t.deliveryKey.id, id)).returning()
  return row
}

/** Notes that a key was used, where that was not noted since a moment. */
export async function noteKeyUsed(db: Db, id: number, at: Date, since: Date): Promise<void> {
  await db.execute(sql`
    update delivery_key set used = ${at.toISOString()}
    where id = ${id} and (used is null or used < ${since.toISOString()})`)
}
