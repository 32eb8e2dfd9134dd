import { randomUUID } from 'node:crypto'
import { and, desc, eq, isNotNull, isNull, lt } from 'drizzle-orm'
import type { PoolQuery } from '@contracts/pool'
import { database, type Db, type Tx } from '../connect'
import * as t from '../schema'

/** A question to the data pool as it is stored. */
export type PoolQueryRow = typeof t.poolQuery.$inferSelect

/** Whether a question about a value of a product waits for its answer. */
export async function isAsked(db: Db, productId: number, path: string): Promise<boolean> {
  const [open] = await db
    .select({ id: t.poolQuery.id })
    .from(t.poolQuery)
    .where(and(eq(t.poolQuery.productId, productId), eq(t.poolQuery.path, path), isNull(t.poolQuery.answered)))
  return open !== undefined
}

/** Writes a question, under a number of its own. */
export async function insertPoolQuery(tx: Tx, query: Omit<typeof t.poolQuery.$inferInsert, 'id'>): Promise<void> {
  await tx.db.insert(t.poolQuery).values({ id: randomUUID(), ...query })
}

const shownColumns = {
  id: t.poolQuery.id,
  sku: t.product.sku,
  path: t.poolQuery.path,
  gtin: t.poolQuery.gtin,
  property: t.poolQuery.property,
  ours: t.poolQuery.ours,
  theirs: t.poolQuery.theirs,
  reason: t.poolQuery.reason,
  person: t.person.name,
  asked: t.poolQuery.asked,
  answered: t.poolQuery.answered,
  agreed: t.poolQuery.agreed,
  words: t.poolQuery.words,
}
const selectShown = () =>
  database()
    .select(shownColumns)
    .from(t.poolQuery)
    .innerJoin(t.product, eq(t.product.id, t.poolQuery.productId))
    .leftJoin(t.person, eq(t.person.id, t.poolQuery.personId))
const asShown = (r: Awaited<ReturnType<typeof selectShown>>[number]): PoolQuery => ({
  ...r,
  asked: r.asked.toISOString(),
  answered: r.answered?.toISOString() ?? null,
})

/** The questions about a product, the oldest first. */
export async function poolQueriesOf(productId: number): Promise<PoolQuery[]> {
  const rows = await selectShown().where(eq(t.poolQuery.productId, productId)).orderBy(t.poolQuery.asked)
  return rows.map(asShown)
}

const inState = {
  all: undefined,
  open: isNull(t.poolQuery.answered),
  answered: isNotNull(t.poolQuery.answered),
}

/** Questions that were asked before a moment, the latest first; `open` those that wait for an answer. */
export async function poolQueriesBefore(
  state: keyof typeof inState,
  before: Date | undefined,
  limit: number,
): Promise<PoolQuery[]> {
  const rows = await selectShown()
    .where(and(inState[state], before && lt(t.poolQuery.asked, before)))
    .orderBy(desc(t.poolQuery.asked))
    .limit(limit)
  return rows.map(asShown)
}

/** All questions that wait for an answer, the oldest first. */
export const openPoolQueries = (db: Db): Promise<PoolQueryRow[]> =>
  db.select().from(t.poolQuery).where(isNull(t.poolQuery.answered)).orderBy(t.poolQuery.asked)

/** Notes that a question was sent. */
export async function notePoolQuerySent(db: Db, id: string, sent: Date): Promise<void> {
  await db.update(t.poolQuery).set({ sent }).where(eq(t.poolQuery.id, id))
}

/** Notes the answer to a question. Returns false where it has one already. */
export async function writePoolAnswer(
  tx: Tx,
  id: string,
  answer: { agreed: boolean; words: string; answered: Date },
): Promise<boolean> {
  const noted = await tx.db
    .update(t.poolQuery)
    .set(answer)
    .where(and(eq(t.poolQuery.id, id), isNull(t.poolQuery.answered)))
    .returning({ id: t.poolQuery.id })
  return noted.length > 0
}
