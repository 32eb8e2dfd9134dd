import { sql } from 'drizzle-orm'
import type { Db } from '../connect'

/** Waits for a lock that many may have at once, and has it until the transaction ends; whoever has it alone waits. */
export const lockTogether = async (db: Db, name: string): Promise<void> =>
  void (await db.execute(sql`select pg_advisory_xact_lock_shared(hashtextextended(${name}, 0))`))

/** Waits until nobody else has a lock, and has it alone until the transaction ends. */
export const lockAlone = async (db: Db, name: string): Promise<void> =>
  void (await db.execute(sql`select pg_advisory_xact_lock(hashtextextended(${name}, 0))`))

/** Takes a lock by its name until the transaction ends, where nobody else has it; says whether. */
export async function tryLock(db: Db, name: string): Promise<boolean> {
  const { rows } = await db.execute<{ taken: boolean }>(
    sql`select pg_try_advisory_xact_lock(hashtextextended(${name}, 0)) as taken`,
  )
  return rows[0]!.taken
}
