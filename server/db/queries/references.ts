import { sql } from 'drizzle-orm'
import type { ProductReference } from '@contracts/product'
import type { Db } from '../connect'

/**
 * What names some products beside themselves: assignments, named lists, relations of products that are none of them,
 * and pieces of their own, each with the SKUs that it names; in the order of kind and name.
 */
export async function referencesTo(db: Db, skus: readonly string[]): Promise<ProductReference[]> {
  const some = sql`${sql.param([...skus])}::text[]`
  const { rows } = await db.execute<ProductReference & Record<string, unknown>>(sql`
    select 'assignment' as kind, a.code, a.name, array_agg(distinct s order by s) as skus from assignment a,
      jsonb_array_elements_text((a.reach -> 'chosen') || (a.reach -> 'added') || (a.reach -> 'leftOut')) s
      where s = any(${some}) group by a.code, a.name
    union all
    select 'list', l.code, l.name, array_agg(p.sku::text order by p.sku) from named_list l
      join list_member m on m.list_id = l.id join product p on p.id = m.product_id
      where p.sku = any(${some}) group by l.code, l.name
    union all
    select 'relation', o.sku, o.sku, array_agg(distinct r.sku order by r.sku) from product o,
      jsonb_to_recordset(o.relations) as r(sku text)
      where o.relations is not null and r.sku = any(${some}) and o.sku <> all(${some}) group by o.sku
    union all
    select 'own-piece', p.code, p.name, array[p.own_of] from piece p where p.own_of = any(${some})
    order by 1, 3, 2`)
  return rows
}
