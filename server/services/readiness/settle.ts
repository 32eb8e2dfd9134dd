import { sql } from 'drizzle-orm'
import { beforeCommit } from '../../db/connect'
import { enqueueJudging } from './due'
import { judgeRoots } from './judge-roots'

/** So many editions of products are judged in the transaction that changes them; more are left to the worker. */
const pagesAtOnce = 500

/** How many products that is. */
export const productsAtOnce = (editions: number) => Math.max(1, Math.floor(pagesAtOnce / Math.max(1, editions)))

/** Has every transaction that touches products judge them before it stands: one edit shows its effect at once, and nobody waits for very many. */
export function judgeBeforeCommit(): void {
  beforeCommit(async (tx) => {
    const { rows } = await tx.db.execute<{ n: number }>(sql`select coalesce(sum(jsonb_array_length(editions)), 0)::int as n from storefront`)
    const roots = [...tx.touched.roots]
    if (tx.touched.more || roots.length > productsAtOnce(rows[0]!.n)) return enqueueJudging(tx)
    await judgeRoots(tx, roots, Date.now())
    await tx.db.execute(sql`delete from readiness_due where root_id = any(${sql.param(roots)}::int[])`)
  })
}
