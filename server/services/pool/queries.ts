import type { PoolQuery } from '@contracts/pool'
import { sourceDifference } from '@core/catalogue/source'
import { readItem } from '@core/pool/item'
import { database, inTransaction, type Tx } from '../../db/connect'
import { lockProduct } from '../../db/queries/families'
import {
  insertPoolQuery,
  isAsked,
  notePoolQuerySent,
  openPoolQueries,
  poolQueriesBefore,
  poolQueriesOf,
  writePoolAnswer,
  type PoolQueryRow,
} from '../../db/queries/pool-queries'
import { loadSetup } from '../../db/queries/setup'
import { loadSources, writeSources } from '../../db/queries/sources'
import { insertChanges } from '../../db/queries/steps'
import { beginStep } from '../../db/queries/write-products'
import { dataPool } from '../../stand-ins/chosen'
import type { PoolAnswer } from '../../stand-ins/data-pool'
import { poolMapping } from './meanings'
import { unprocessable } from '../problem'

/** Writes a question to the pool; the worker sends it. One that waits for its answer is not asked twice. Throws 422. */
export async function writeQuery(tx: Tx, query: Parameters<typeof insertPoolQuery>[1]): Promise<void> {
  if (await isAsked(tx.db, query.productId, query.path))
    throw unprocessable('The pool has been asked about this already, and has not answered yet.', [
      { path: 'ask', message: 'Wait for its answer, or keep your value without asking the pool.' },
    ])
  await insertPoolQuery(tx, query)
}

/** The latest question about each value of a product, by path. */
export async function latestQueries(productId: number): Promise<Map<string, PoolQuery>> {
  return new Map((await poolQueriesOf(productId)).map((query) => [query.path, query]))
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
  const before = cursor === undefined ? undefined : new Date(cursor)
  const rows = await poolQueriesBefore(state, before, limit + 1)
  const items = rows.slice(0, limit)
  return { items, next: rows.length > limit ? items.at(-1)!.asked : null }
}

/**
 * Sends questions that wait, and takes in the answers that have come. Returns how many were sent and answered. Throws
 * PoolProblem.
 */
export async function lookAfterQueries(now: number): Promise<{ sent: number; answered: number }> {
  const db = database()
  const open = await openPoolQueries(db)
  const waiting = open.filter((q) => q.sent === null)
  for (const q of waiting) {
    // Should this stop between the two, the same question is sent once more under its number, and is one question.
    await dataPool().ask({ id: q.id, gtin: q.gtin, property: q.property, proposed: q.ours, reason: q.reason })
    await notePoolQuerySent(db, q.id, new Date(now))
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
async function takeAnswer(query: PoolQueryRow, { agreed, words }: PoolAnswer, now: number): Promise<void> {
  const [item] = agreed ? await dataPool().byGtin([query.gtin]) : []
  await inTransaction(async (tx) => {
    const isNew = await writePoolAnswer(tx, query.id, { agreed, words, answered: new Date(now) })
    if (!isNew || !item) return
    const setup = await loadSetup(tx.db)
    const says = readItem(item, setup, await poolMapping(tx.db)).find(
      (p) => p.path === query.path && p.problem === null,
    )
    const sku = await lockProduct(tx, query.productId)
    const source = (await loadSources(tx.db, [query.productId])).get(query.productId)?.get(query.path)
    if (sku === undefined || !source || !says) return
    const difference = sourceDifference(query.path, source, {
      ...source,
      value: says.value,
      updated: item.updated,
      at: new Date(now).toISOString(),
      reason: null,
    })
    await writeSources(tx, [{ id: query.productId, differences: [difference] }], query.personId)
    const step = await beginStep(tx, 'The data pool agreed', null, now)
    await insertChanges(tx.db, [{ step, record: `product:${sku}`, differences: [difference] }])
  })
}
