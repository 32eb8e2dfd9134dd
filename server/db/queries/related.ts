import { sql } from 'drizzle-orm'
import type { Relation } from '@core/catalogue/model'
import type { Db } from '../connect'

/** Relations of other products to one: from whom, and of which kind. */
export async function relationsTo(db: Db, sku: string): Promise<Relation[]> {
  const { rows } = await db.execute<{ sku: string; relations: Relation[] }>(sql`
    select sku, relations from product where relations is not null and relations @> ${JSON.stringify([{ sku }])}::jsonb
    order by sku limit 200`)
  return rows.flatMap((r) => r.relations.filter((x) => x.sku === sku).map(({ kind }) => ({ kind, sku: r.sku })))
}
