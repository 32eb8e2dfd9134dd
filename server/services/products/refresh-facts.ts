import { sql } from 'drizzle-orm'
import { inTransaction, type Tx } from '../../db/connect'
import { loadFamilies } from '../../db/queries/families'
import { readSetup } from '../../db/queries/setup'
import { writeFacts } from '../../db/queries/write-products'
import { enqueue } from '../work/jobs'

/** Rises when facts are derived otherwise than before, so that those of an earlier version are derived anew. */
const derivation = 2

/** More families than this are left to the worker, so that nobody waits for them. */
const atOnce = 500

/**
 * Derives the facts of all products of a type anew (of every product, for null): in this step where few, else by the
 * worker.
 */
export async function refreshFactsOfType(tx: Tx, type: string | null): Promise<void> {
  const { rows } = await tx.db.execute<{ n: number }>(
    sql`select count(*)::int as n from product where id = root_id and ${type === null ? sql`true` : sql`type = ${type}`}`,
  )
  if (rows[0]!.n <= atOnce) await refreshFacts(tx, type)
  else
    await enqueue(tx, {
      kind: 'refresh-facts',
      title: 'Updating rule data',
      personId: null,
      input: { type },
    })
}

/** Derives facts anew, some hundred families at a time. */
export async function refreshFacts(
  tx: Tx,
  type: string | null,
  onProgress?: (done: number, total: number) => void,
): Promise<void> {
  const setup = await readSetup(tx.db)
  const { rows } = await tx.db.execute<{ id: number }>(
    sql`select id from product where id = root_id and ${type === null ? sql`true` : sql`type = ${type}`} order by id`,
  )
  for (let i = 0; i < rows.length; i += atOnce) {
    const ids = rows.slice(i, i + atOnce).map((r) => r.id)
    const families = await loadFamilies(tx.db, setup, ids)
    await writeFacts(tx, setup, [...families.values()], new Set(ids))
    onProgress?.(Math.min(i + atOnce, rows.length), rows.length)
  }
}

/**
 * After an upgrade: has facts that an earlier version derived derived anew, by the worker. Does nothing where there are
 * none.
 */
export async function refreshFactsOfOldVersion(): Promise<void> {
  await inTransaction(async (tx) => {
    const { rows } = await tx.db.execute<{ n: number; products: boolean }>(
      sql`
        select coalesce((select n from stamp where name = 'facts'), 1)::int as n,
          exists (select 1 from product) as products
      `,
    )
    if (rows[0]!.n >= derivation) return
    if (rows[0]!.products) await refreshFactsOfType(tx, null)
    await tx.db.execute(
      sql`insert into stamp (name, n) values ('facts', ${derivation}) on conflict (name) do update set n = excluded.n`,
    )
  })
}
