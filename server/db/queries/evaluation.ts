import { sql, type SQL } from 'drizzle-orm'
import type { Reach } from '@core/assignments/assignment'
import type { Db, Tx } from '../connect'
import type { DueSet } from '../schema'
import { membersOfSets } from './history'
import { rootsOfReaches } from './reach'
import { mostTries } from './readiness'
import type { StoredSetup } from './setup'

/** How many editions all storefronts have together. */
export async function countEditions(db: Db): Promise<number> {
  const { rows } = await db.execute<{ n: number }>(
    sql`select coalesce(sum(jsonb_array_length(editions)), 0)::int as n from storefront`,
  )
  return rows[0]!.n
}

/** Says of families that nothing of them is due. */
export async function deleteDue(tx: Tx, roots: readonly number[]): Promise<void> {
  await tx.db.execute(sql`delete from readiness_due where root_id = any(${sql.param([...roots])}::int[])`)
}

/** Whether an evaluation waits in the queue. */
export async function isEvaluationQueued(db: Db): Promise<boolean> {
  const { rows } = await db.execute<{ waits: boolean }>(
    sql`select exists (select 1 from job where kind = 'evaluate' and state = 'queued') as waits`,
  )
  return rows[0]!.waits
}

/** The roots that a set of what is due stands for, as queries; `reached` says those of a reach. */
export function rootsOfDueSet(what: DueSet, reached: (reach: Reach) => SQL[]): SQL[] {
  if ('type' in what) return [sql`select id from product where parent_id is null and type = ${what.type}`]
  if ('changed' in what)
    return [
      sql`select p.root_id from product_version v join product p on p.id = v.product_id where v.changed = ${what.changed}`,
    ]
  if ('step' in what)
    return [
      sql`select p.root_id from ${membersOfSets(sql`s.step_id = ${what.step}`)} m join product p on p.id = m.product_id`,
    ]
  if ('reach' in what) return reached(what.reach)
  return [sql`select id from product where parent_id is null`]
}

/** The roots that a reach has in any storefront, at any moment and for any customer, as queries. */
export const rootsOfReach = (setup: StoredSetup, reach: Reach, now: number): SQL[] =>
  [...setup.storefronts.keys()].map((storefront) =>
    rootsOfReaches(setup, [reach], { storefront, group: null, moment: now }, { ever: true }),
  )

/** The numbers of the roots that some queries find; at most about so many of each, where that is said. */
export async function rootsFoundBy(db: Db, queries: readonly SQL[], atMost: number | null = null): Promise<number[]> {
  if (queries.length === 0) return []
  const limited = queries.map((q) => sql`(${q} limit ${atMost})`)
  const { rows } = await db.execute<{ id: number }>(
    sql`select distinct id from (${sql.join(limited, sql` union all `)}) x(id)`,
  )
  return rows.map((r) => r.id)
}

/**
 * What stands of evaluating: whether there are products at all, whether some are due, and whether somebody is at it, or
 * has failed since a moment.
 */
export async function evaluationState(
  db: Db,
  failedSince: Date,
): Promise<{ products: boolean; due: boolean; busy: boolean }> {
  const { rows } = await db.execute<{ products: boolean; due: boolean; busy: boolean }>(sql`
    select exists (select 1 from product) as products,
      exists (select 1 from readiness_due where tries < ${mostTries} and after <= now())
        or exists (select 1 from readiness_due_set where tries < ${mostTries} and after <= now()) as due,
      exists (select 1 from job where kind = 'evaluate'
      and (state in ('queued', 'running') or state = 'failed' and finished > ${failedSince.toISOString()})) as busy`)
  return rows[0]!
}

/** The pages of an edition by its number, and the texts and the assigned work in its language. */
export async function workInEdition(
  db: Db,
  edition: number,
  language: string,
): Promise<{ pages: number; texts: number; shares: number }> {
  const { rows } = await db.execute<{ pages: number; texts: number; shares: number }>(sql`
    select
      (select coalesce(sum(sold), 0)::int from readiness_count where edition = ${edition}) as pages,
      (select count(*)::int from value where language = ${language}) as texts,
      (select count(*)::int from work_share where language = ${language}) as shares`)
  return rows[0]!
}
