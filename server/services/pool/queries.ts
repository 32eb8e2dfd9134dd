import { randomUUID } from 'node:crypto'
import { and, desc, eq, isNull, lt, sql } from 'drizzle-orm'
import type { PoolQuery } from '@contracts/pool'
import { sourceDifference } from '@core/catalogue/source'
import { readItem } from '@core/pool/item'
import { database, inTransaction, type Tx } from '../../db/connect'
import { loadSetup } from '../../db/queries/setup'
import { loadSources, writeSources } from '../../db/queries/sources'
import { beginStep } from '../../db/queries/write-products'
import * as t from '../../db/schema'
import { dataPool } from '../../stand-ins/chosen'
import type { PoolAnswer } from '../../stand-ins/data-pool'
import { poolMapping } from './meanings'
import { unprocessable } from '../problem'

type Row = typeof t.poolQuery.$inferSelect

/** Writes a question to the pool; the worker sends it. One that waits for its answer is not asked twice. Throws 422. */
export async function writeQuery(
  tx: Tx,
  query: Omit<Row, 'id' | 'sent' | 'answered' | 'agreed' | 'words'>,
): Promise<void> {
  const [open] = await tx.db
    .select({ id: t.poolQuery.id })
    .from(t.poolQuery)
    .where(
      and(eq(t.poolQuery.productId, query.productId), eq(t.poolQuery.path, query.path), isNull(t.poolQuery.answered)),
    )
  if (open)
    throw unprocessable('The pool has been asked about this already, and has not answered yet.', [
      { path: 'ask', message: 'Wait for its answer, or keep your value without asking the pool.' },
    ])
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
const select = () =>
  database()
    .select(shownColumns)
    .from(t.poolQuery)
    .innerJoin(t.product, eq(t.product.id, t.poolQuery.productId))
    .leftJoin(t.person, eq(t.person.id, t.poolQuery.personId))
const onTheWire = (r: Awaited<ReturnType<typeof select>>[number]): PoolQuery => ({
  ...r,
  asked: r.asked.toISOString(),
  answered: r.answered?.toISOString() ?? null,
})

/** The latest question about each value of a product, by path. */
export async function latestQueries(productId: number): Promise<Map<string, PoolQuery>> {
  const rows = await select().where(eq(t.poolQuery.productId, productId)).orderBy(t.poolQuery.asked)
  return new Map(rows.map((r) => [r.path, onTheWire(r)]))
}

/**
 * Questions to the pool, the latest first; `open` those that wait for an answer. The cursor is the moment of the last.
 */
export async function listQueries({
  state,
  cursor,
  limit,
}: {
  state: 'all' | 'open' | 'answered'
  cursor?: string
  limit: number
}): Promise<{ items: PoolQuery[]; next: string | null }> {
  const rows = await select()
    .where(
      and(
        state === 'all'
          ? undefined
          : state === 'open'
            ? isNull(t.poolQuery.answered)
            : sql`${t.poolQuery.answered} is not null`,
        cursor === undefined ? undefined : lt(t.poolQuery.asked, new Date(cursor)),
      ),
    )
    .orderBy(desc(t.poolQuery.asked))
    .limit(limit + 1)
  const items = rows.slice(0, limit).map(onTheWire)
  return { items, next: rows.length > limit ? items.at(-1)!.asked : null }
}

/**
 * Sends questions that wait, and takes in the answers that have come. Returns how many were sent and answered. Throws
 * PoolProblem.
 */
export async function lookAfterQueries(now: number): Promise<{ sent: number; answered: number }> {
  const db = database()
  const open = await db.select().from(t.poolQuery).where(isNull(t.poolQuery.answered)).orderBy(t.poolQuery.asked)
  const waiting = open.filter((q) => q.sent === null)
  for (const q of waiting) {
    // Should this stop between the two, the same question is sent once more under its number, and is one question.
    await dataPool().ask({ id: q.id, gtin: q.gtin, property: q.property, proposed: q.ours, reason: q.reason })
    await db
      .update(t.poolQuery)
      .set({ sent: new Date(now) })
      .where(eq(t.poolQuery.id, q.id))
  }
  const sent = open.filter((q) => q.sent !== null)
  const answers = sent.length === 0 ? [] : await dataPool().answers(sent.map((q) => q.id))
  for (const a of answers)
    await takeAnswer(
      sent.find((q) => q.id === a.id)!,
      a,
      now,
    )
  return { sent: waiting.length, answered: answers.length }
}

/**
 * Notes an answer. Where the pool agrees, it says the same as the product from then on, and the reason has done its
 * work.
 */
async function takeAnswer(query: Row, { agreed, words }: PoolAnswer, now: number): Promise<void> {
  const [item] = agreed ? await dataPool().byGtin([query.gtin]) : []
  await inTransaction(async (tx) => {
    const noted = await tx.db
      .update(t.poolQuery)
      .set({ agreed, words, answered: new Date(now) })
      .where(and(eq(t.poolQuery.id, query.id), isNull(t.poolQuery.answered)))
      .returning({ id: t.poolQuery.id })
    if (noted.length === 0 || !item) return
    const setup = await loadSetup(tx.db)
    const says = readItem(item, setup, await poolMapping(tx.db)).find(
      (p) => p.path === query.path && p.problem === null,
    )
    const [owner] = await tx.db
      .select({ sku: t.product.sku })
      .from(t.product)
      .where(eq(t.product.id, query.productId))
      .for('update')
    const source = (await loadSources(tx.db, [query.productId])).get(query.productId)?.get(query.path)
    if (!owner || !source || !says) return
    const difference = sourceDifference(query.path, source, {
      ...source,
      said: says.value,
      updated: item.updated,
      at: new Date(now).toISOString(),
      reason: null,
    })
    await writeSources(tx, [{ id: query.productId, differences: [difference] }], query.personId)
    await tx.db.insert(t.change).values({
      stepId: await beginStep(tx, 'The data pool agreed', null, now),
      record: `product:${owner.sku}`,
      differences: [difference],
    })
  })
}
