import { sql } from 'drizzle-orm'
import type { Relation } from '@core/catalogue/model'
import type { Db } from '../connect'

/** Of one product, at most so many relations of others are shown. */
const mostOfOne = 200

/** Relations of other products to some: by SKU, from whom, and of which kind, in SKU order. */
export async function relationsTo(db: Db, skus: readonly string[]): Promise<Map<string, Relation[]>> {
  const found = new Map<string, Relation[]>()
  if (skus.length === 0) return found
  const { rows } = await db.execute<{ to: string; sku: string; relations: Relation[] }>(sql`
    select s.sku as "to", p.sku, p.relations from unnest(${sql.param([...skus])}::text[]) s(sku)
      join product p on p.relations is not null
      and p.relations @> jsonb_build_array(jsonb_build_object('sku', s.sku))
    order by s.sku, p.sku`)
  for (const { to, sku, relations } of rows) {
    const list = found.get(to) ?? []
    found.set(to, list)
    if (list.length >= mostOfOne) continue
    for (const relation of relations) if (relation.sku === to) list.push({ kind: relation.kind, sku })
  }
  return found
}
