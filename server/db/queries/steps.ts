import { and, desc, eq, notLike, sql } from 'drizzle-orm'
import type { Difference } from '@core/catalogue/patch'
import type { Db } from '../connect'
import * as t from '../schema'

/** A step by its number: what was done, by whom. */
export async function stepById(db: Db, id: number): Promise<{ title: string; personId: number | null } | undefined> {
  const [row] = await db.select().from(t.step).where(eq(t.step.id, id))
  return row
}

/** A change of one record, as part of a step. */
export interface NewChange {
  step: number
  /** The record's kind and code, with a colon between. */
  record: string
  differences: readonly Difference[]
}

/** Writes changes into the history. */
export async function insertChanges(db: Db, changes: readonly NewChange[]): Promise<void> {
  if (changes.length === 0) return
  const rows = changes.map(({ step, record, differences }) => ({ stepId: step, record, differences: [...differences] }))
  await db.insert(t.change).values(rows)
}

/** What a step changed besides products, the latest first. */
export async function recordChangesOfStep(
  db: Db,
  step: number,
): Promise<{ record: string; differences: Difference[] }[]> {
  return db
    .select({ record: t.change.record, differences: t.change.differences })
    .from(t.change)
    .where(and(eq(t.change.stepId, step), notLike(t.change.record, 'product:%')))
    .orderBy(desc(t.change.id))
}

/** Keeps others from writing a record until the transaction ends. */
export async function lockRecord(db: Db, kind: string, code: string): Promise<void> {
  await db.execute(sql`select pg_advisory_xact_lock(hashtext(${`${kind}:${code}`}))`)
}

/** What one change did to a record; nothing where it did not touch it. */
export async function changeOfRecord(db: Db, record: string, change: number): Promise<Difference[]> {
  const [row] = await db
    .select({ differences: t.change.differences })
    .from(t.change)
    .where(and(eq(t.change.id, change), eq(t.change.record, record)))
  return row?.differences ?? []
}
