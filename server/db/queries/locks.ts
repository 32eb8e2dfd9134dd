import { sql } from 'drizzle-orm'
import type { Db } from '../connect'

/** Takes a lock by its name until the transaction ends, where nobody else has it; says whether. */
export async function tryLock(db: Db, name: string): Promise<boolean> {
  const { rows } = await db.execute<{ taken: boolean }>(
    sql`select pg_try_advisory_xact_lock(hashtextextended(${name}, 0)) as taken`,
  )
  return rows[0]!.taken
}
