import { sql, type SQL } from 'drizzle-orm'
import type { Db, Tx } from '../connect'
import { holds, membersOfSets } from './history'

// How often a product was changed, and when last, stands in a row of its own. A change of very many products leaves
// these rows alone: it is counted on reading, from the bits of its history, until the worker has folded it into them.

/** The changes of many that are not folded yet, a row for each of their products: `product_id`, `at`. */
const unfolded = sql`
  (select m.product_id, st.at from ${membersOfSets(sql`not s.folded`)} m join change_set cs on cs.id = m.set_id
  join step st on st.id = cs.step_id)
`

/**
 * Of some products, how many changes their rows do not count, and when the last of them was, in milliseconds. Those
 * that have none are not among them.
 */
export async function unfoldedOf(db: Db, ids: readonly number[]): Promise<Map<number, { n: number; was: number }>> {
  const { rows } = await db.execute<{ product_id: number; n: number; was: string }>(sql`
    select p.id as product_id, count(*)::int as n, max(st.at)::text as was from change_set s
    join step st on st.id = s.step_id
      join unnest(${sql.param([...ids])}::int[]) p(id) on true join change_block m on m.set_id = s.id
      and ${holds(sql`p.id`)} where not s.folded group by 1`)
  return new Map(rows.map((r) => [r.product_id, { n: r.n, was: Date.parse(r.was) }]))
}

/** The products that were last changed at a time that meets a condition over `changed`, as a query of their numbers. */
export const changedWhere = (condition: SQL): SQL => sql`
  select product_id from (
    select v.product_id, greatest(v.changed, u.was) as changed from product_version v left
      join (select product_id, max(at) as was from ${unfolded} x group by 1) u on u.product_id = v.product_id) y
    where ${condition}`

/** The products that were changed at a moment or later, as a query of their numbers. */
export const changedFrom = (moment: string): SQL => sql`
  select v.product_id from product_version v where v.changed >= ${moment} union select x.product_id from ${unfolded} x
  where x.at >= ${moment}`

/** A version that a changed product has now, and when that was. */
export interface Version {
  id: number
  version: number
  changed: string | null
}

/** Writes the versions that changed products have now. Their families are locked. */
export async function writeVersions(tx: Tx, versions: readonly Version[]): Promise<void> {
  // Nearly always all are folded.
  const counted = (await hasUnfolded(tx.db))
    ? await unfoldedOf(
        tx.db,
        versions.map((v) => v.id),
      )
    : new Map<number, { n: number; was: number }>()
  const rows =
    counted.size === 0 ? versions : versions.map((v) => ({ ...v, version: v.version - (counted.get(v.id)?.n ?? 0) }))
  await tx.db.execute(sql`
    update product_version v set version = r.version, changed = r.changed
    from jsonb_to_recordset(${JSON.stringify(rows)}::jsonb) as r(id int, version int, changed timestamptz)
    where v.product_id = r.id`)
}

/**
 * Folds changes of many into the versions of their products: all of them, or those of one step. Nobody else may write
 * these products meanwhile.
 */
export async function foldVersions(tx: Tx, step?: number): Promise<void> {
  const sets = (s: SQL) => sql`not ${s}.folded and ${step === undefined ? sql`true` : sql`${s}.step_id = ${step}`}`
  await tx.db.execute(sql`
    with taken as (update change_set c set folded = true where ${sets(sql`c`)} returning c.id, c.step_id),
    u as (select x.product_id, count(*)::int as n, max(st.at) as was from ${membersOfSets(sets(sql`s`))} x
    join taken t on t.id = x.set_id join step st on st.id = t.step_id group by 1)
    update product_version v set version = v.version + u.n, changed = greatest(v.changed, u.was) from u
    where v.product_id = u.product_id`)
}

/** Whether some changes are not folded yet, as a condition. */
export const someUnfolded = sql`exists (select 1 from change_set where not folded)`

/** Whether some changes are not folded yet. */
export async function hasUnfolded(db: Db): Promise<boolean> {
  const { rows } = await db.execute<{ some: boolean }>(sql`select ${someUnfolded} as some`)
  return rows[0]!.some
}
