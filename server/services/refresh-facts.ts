import { sql } from 'drizzle-orm'
import type { Tx } from '../db/connect'
import { loadFamilies } from '../db/queries/families'
import { readSetup } from '../db/queries/setup'
import { writeFacts } from '../db/queries/write-products'
import { enqueue } from './jobs'

/** More families than this are left to the worker, so that nobody waits for them. */
const atOnce = 500

/** Derives the facts of all products of a type anew (of every product, for null): in this step where few, else by the worker. */
export async function refreshFactsOfType(tx: Tx, type: string | null): Promise<void> {
  const { rows } = await tx.db.execute<{ n: number }>(sql`select count(*)::int as n from product where id = root_id and ${type === null ? sql`true` : sql`type = ${type}`}`)
  if (rows[0]!.n <= atOnce) await refreshFacts(tx, type)
  else await enqueue(tx, { kind: 'refresh-facts', title: 'Bringing what rules read up to date', personId: null, input: { type } })
}

/** Derives facts anew, some hundred families at a time. */
export async function refreshFacts(tx: Tx, type: string | null, onProgress?: (done: number, total: number) => void): Promise<void> {
  const setup = await readSetup(tx.db)
  const { rows } = await tx.db.execute<{ id: number }>(sql`select id from product where id = root_id and ${type === null ? sql`true` : sql`type = ${type}`} order by id`)
  for (let i = 0; i < rows.length; i += atOnce) {
    const ids = rows.slice(i, i + atOnce).map((r) => r.id)
    const families = await loadFamilies(tx.db, setup, ids)
    await writeFacts(tx, setup, [...families.values()], new Set(ids))
    onProgress?.(Math.min(i + atOnce, rows.length), rows.length)
  }
}
