import { and, asc, eq, inArray, isNotNull, isNull, lte } from 'drizzle-orm'
import type { Db, Tx } from '../connect'
import * as t from '../schema'
import type { ReleaseRow } from './releases'

export type PlanRow = typeof t.releasePlan.$inferSelect
/** What is written of a plan, but for what comes by itself. */
export type PlanValues = Omit<PlanRow, 'id'>

/** The standing plans of a storefront, in the order in which they were made; of all where none is named. */
export const plansOf = (db: Db, storefront?: string): Promise<PlanRow[]> =>
  db
    .select()
    .from(t.releasePlan)
    .where(storefront === undefined ? undefined : eq(t.releasePlan.storefront, storefront))
    .orderBy(asc(t.releasePlan.id))

/** A plan by its id. */
export async function planById(db: Db, id: number): Promise<PlanRow | undefined> {
  const [row] = await db.select().from(t.releasePlan).where(eq(t.releasePlan.id, id))
  return row
}

/** A plan by its id, held until the transaction ends. */
export async function lockPlan(tx: Tx, id: number): Promise<PlanRow | undefined> {
  const [row] = await tx.db.select().from(t.releasePlan).where(eq(t.releasePlan.id, id)).for('update')
  return row
}

/** Writes a new plan. Returns its id. */
export async function insertPlan(tx: Tx, values: PlanValues): Promise<number> {
  const [row] = await tx.db.insert(t.releasePlan).values(values).returning({ id: t.releasePlan.id })
  return row!.id
}

export async function updatePlan(tx: Tx, id: number, to: Partial<PlanValues>): Promise<void> {
  await tx.db.update(t.releasePlan).set(to).where(eq(t.releasePlan.id, id))
}

export async function deletePlan(tx: Tx, id: number): Promise<void> {
  await tx.db.delete(t.releasePlan).where(eq(t.releasePlan.id, id))
}

/** The plans that are on and whose moment has come. */
export const duePlans = (db: Db, now: number): Promise<PlanRow[]> =>
  db
    .select()
    .from(t.releasePlan)
    .where(
      and(eq(t.releasePlan.paused, false), isNull(t.releasePlan.stopped), lte(t.releasePlan.nextRun, new Date(now))),
    )
    .orderBy(asc(t.releasePlan.nextRun), asc(t.releasePlan.id))

/** Releases that plans made and that have not gone live: those that are prepared, or still being. */
export const plannedReleases = (db: Db, states: readonly string[], plan?: number): Promise<ReleaseRow[]> =>
  db
    .select()
    .from(t.release)
    .where(
      and(
        isNotNull(t.release.plan),
        isNull(t.release.number),
        isNull(t.release.stopped),
        inArray(t.release.state, [...states]),
        plan === undefined ? undefined : eq(t.release.plan, plan),
      ),
    )
    .orderBy(asc(t.release.id))
