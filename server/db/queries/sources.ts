import { sql } from 'drizzle-orm'
import type { Difference } from '@core/catalogue/patch'
import { sourcePath, type ValueSource } from '@core/catalogue/source'
import type { Db, Tx } from '../connect'
import * as t from '../schema'

/** What outside sources say of products: by the number of the product, then by path. */
export async function loadSources(
  db: Db,
  productIds: readonly number[],
): Promise<Map<number, Map<string, ValueSource>>> {
  const out = new Map<number, Map<string, ValueSource>>()
  if (productIds.length === 0) return out
  const rows = await db
    .select({ productId: t.valueSource.productId, path: t.valueSource.path, statement: t.valueSource.statement })
    .from(t.valueSource)
    .where(sql`${t.valueSource.productId} = any(${sql.param([...productIds])}::int[])`)
    .orderBy(t.valueSource.path)
  for (const r of rows) {
    if (!out.has(r.productId)) out.set(r.productId, new Map())
    out.get(r.productId)!.set(r.path, r.statement)
  }
  return out
}

/** Writes what differences of sources say of products; other differences are passed over. */
export async function writeSources(
  tx: Tx,
  products: readonly { id: number; differences: readonly Difference[] }[],
  personId: number | null,
): Promise<void> {
  const changes = products.flatMap(({ id, differences }) =>
    differences.flatMap((d) => {
      const path = sourcePath(d)
      return path === undefined ? [] : [{ productId: id, path, statement: d.after as ValueSource | null }]
    }),
  )
  if (changes.length === 0) return
  const gone = changes.filter((c) => c.statement === null)
  if (gone.length > 0)
    await tx.db.execute(
      sql`
        delete from value_source s
        using unnest(${sql.param(gone.map((c) => c.productId))}::int[],
            ${sql.param(gone.map((c) => c.path))}::text[]) g(id, path) where s.product_id = g.id and s.path = g.path
      `,
    )
  const rows = changes.flatMap(({ productId, path, statement }) =>
    statement === null ? [] : [{ productId, path, statement, personId }],
  )
  if (rows.length > 0)
    await tx.db
      .insert(t.valueSource)
      .values(rows)
      .onConflictDoUpdate({
        target: [t.valueSource.productId, t.valueSource.path],
        set: { statement: sql`excluded.statement`, personId },
      })
}
