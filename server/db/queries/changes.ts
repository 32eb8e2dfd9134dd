import { sql } from 'drizzle-orm'
import type { ChangedProduct } from '@contracts/product'
import type { Db } from '../connect'
import { membersOfSets } from './history'
import { isoText } from './instants'

// What was changed, for those who follow it. Steps are followed in the order of the transactions that wrote them, and
// only those are told that no earlier transaction can still be beside: so nothing is missed, however long some take.

/** Where a follower is: behind the change of a product by a step. */
export interface FeedPlace {
  written: number
  step: number
  sku: string
}

export type PlacedChange = ChangedProduct & { place: FeedPlace }

/** Transactions are numbered with 64 bits; those that are under way are told by the lower 32. */
const half = 2n ** 32n

/**
 * The number of the first transaction that may still be under way in this database: whatever earlier ones wrote is seen
 * by every statement that begins after this one. The next number is from the statement's snapshot, which is older than
 * its look at those that are under way, so that one that ends in between is not missed.
 */
async function firstUnderWay(db: Db): Promise<string> {
  const { rows } = await db.execute<{ next: string; running: string[] }>(sql`
    select pg_snapshot_xmax(pg_current_snapshot())::text as next,
      array(select a.backend_xid::text from pg_stat_activity a
        where a.datname = current_database() and a.backend_xid is not null) as running`)
  const next = BigInt(rows[0]!.next)
  const whole = rows[0]!.running.map((low) => {
    const number = next - (next % half) + BigInt(low)
    return number > next + half / 2n ? number - half : number
  })
  return String(whole.reduce((first, number) => (number < first ? number : first), next))
}

/** Steps that are looked at for one page: most change few products, and all of a page come from few. */
const stepsAtOnce = 2000

/**
 * What a follower's places are places of: a restored database, and one in another installation, is another.
 */
export async function feedEpoch(db: Db): Promise<string> {
  const { rows } = await db.execute<{ epoch: string }>(sql`
    select (select system_identifier from pg_control_system()) || '-' ||
      (select oid from pg_database where datname = current_database()) as epoch`)
  return rows[0]!.epoch
}

/**
 * Products that were changed after a place, or at a moment or later, in order: a product stands there once for each step
 * that changed it. `last` is the place behind all steps that were looked at, where no product was found among them.
 */
export async function productChanges(
  db: Db,
  from: { place: FeedPlace } | { moment: string },
  limit: number,
): Promise<{ changes: PlacedChange[]; last: FeedPlace | null }> {
  const since =
    'place' in from
      ? sql`(st.written, st.id) >= (${from.place.written}::bigint, ${from.place.step}::bigint)`
      : sql`st.at >= ${from.moment}::timestamptz`
  const first = await firstUnderWay(db)
  const { rows: steps } = await db.execute<{ written: string; id: string }>(sql`
    select st.written, st.id from step st where ${since} and st.written < ${first}::bigint order by st.written, st.id
    limit ${stepsAtOnce}`)
  if (steps.length === 0) return { changes: [], last: null }
  const ids = steps.map((s) => Number(s.id))
  const list = sql`any(${sql.param(ids)}::bigint[])`
  const after =
    'place' in from
      ? sql`(st.written, st.id, x.sku) > (${from.place.written}::bigint, ${from.place.step}::bigint, ${from.place.sku})`
      : sql`true`
  const { rows } = await db.execute<{ sku: string; at: string; removed: boolean; written: string; step: string }>(sql`
    with x as (
      select c.step_id, substr(c.record, 9) collate "C" as sku from change c
      where c.step_id between ${Math.min(...ids)} and ${Math.max(...ids)} and c.step_id = ${list}
        and c.record like 'product:%'
      union
      select s.step_id, p.sku collate "C" from ${membersOfSets(sql`s.step_id = ${list}`)} m join change_set s on s.id = m.set_id
      join product p on p.id = m.product_id)
    select x.sku, ${isoText(sql`st.at`)} as at,
      not exists (select 1 from product p where p.sku = x.sku) as removed, st.written, st.id as step
    from x join step st on st.id = x.step_id where ${after}
    order by st.written, st.id, x.sku limit ${limit}`)
  const changes = rows.map(({ sku, at, removed, written, step }) => ({
    sku,
    changed: at,
    removed,
    place: { written: Number(written), step: Number(step), sku },
  }))
  const end = steps.at(-1)!
  // Behind every SKU of the last step: no text sorts after it.
  return { changes, last: { written: Number(end.written), step: Number(end.id), sku: '\u{10ffff}' } }
}
