import { sql } from 'drizzle-orm'
import type { Bitmap } from '@core/assignments/bitmap'
import type { Db } from '../connect'
import type { StoredSetup } from './setup'
import { changedFrom } from './versions'
import { clockShift } from '../../clock'

/** A cached reach as it stands. */
export interface CachedReach {
  assignment: number
  key: string
  bits: Bitmap
  asOf: number
  until: number | null
}

/** The cached reaches of a storefront. */
export async function readCached(db: Db, setup: StoredSetup, storefront: string): Promise<CachedReach[]> {
  const { rows } = await db.execute<{
    assignment: number
    key: string
    bits: Buffer
    as_of: string
    until: string | null
  }>(sql`
    select assignment, key, bits, as_of::text, until::text from cached_reach
    where storefront_id = ${setup.storefrontIds.get(storefront)!}`)
  return rows.map((r) => ({
    assignment: r.assignment,
    key: r.key,
    bits: new Uint32Array(new Uint8Array(r.bits).buffer),
    asOf: Date.parse(r.as_of),
    until: r.until === null ? null : Date.parse(r.until),
  }))
}

/** Caches reaches of a storefront, over what was cached of them. */
export async function writeCached(
  db: Db,
  setup: StoredSetup,
  storefront: string,
  list: readonly CachedReach[],
): Promise<void> {
  const id = setup.storefrontIds.get(storefront)!
  for (const k of list) {
    await db.execute(sql`
      insert into cached_reach (assignment, storefront_id, key, bits, as_of, until)
      values (${k.assignment}, ${id}, ${k.key}, ${Buffer.from(k.bits.buffer, k.bits.byteOffset, k.bits.byteLength)},
          ${new Date(k.asOf).toISOString()}, ${k.until === null ? null : new Date(k.until).toISOString()})
      on conflict (storefront_id, assignment) do update
      set key = excluded.key, bits = excluded.bits, as_of = excluded.as_of, until = excluded.until`)
  }
}

/** Forgets reaches of assignments that are no more. */
export async function forgetCached(db: Db): Promise<void> {
  await db.execute(
    sql`delete from cached_reach c where not exists (select 1 from assignment a where a.number = c.assignment)`,
  )
}

/** The highest number of a product, up to which sets of them reach. */
export async function highestProduct(db: Db): Promise<number> {
  const { rows } = await db.execute<{ n: number }>(sql`select coalesce(max(id), 0)::int as n from product`)
  return rows[0]!.n
}

/** The roots of products that were changed from a moment on, at most so many and one more. */
export async function changedSince(db: Db, since: number, most: number): Promise<number[]> {
  const { rows } = await db.execute<{ id: number }>(sql`
    select distinct p.root_id as id from (${changedFrom(new Date(since).toISOString())}) c
    join product p on p.id = c.product_id limit ${most + 1}`)
  return rows.map((r) => r.id)
}

/** How long a change may take from its moment to its standing, in milliseconds. */
const margin = 60_000

/**
 * A moment before which everything that was changed is seen: before now, and before whatever is still being written.
 */
export async function settledBefore(db: Db): Promise<number> {
  const { rows } = await db.execute<{ at: string }>(sql`
    select least(now(), min(xact_start))::text as at from pg_stat_activity where datname = current_database()
    and xact_start is not null`)
  // The database has the machine's time; what products were changed at is told by our clock.
  return Date.parse(rows[0]!.at) + clockShift() - margin
}

/** The next moment from now on at which a price of a storefront begins or ends, as local dates of all open ends. */
export async function priceEnds(db: Db, storefrontId: number): Promise<string[]> {
  const { rows } = await db.execute<{ at: string }>(sql`
    select distinct from_local as at from price where storefront_id = ${storefrontId} and special
    and from_local is not null union select distinct to_local from price where storefront_id = ${storefrontId}
    and special and to_local is not null`)
  return rows.map((r) => r.at)
}
