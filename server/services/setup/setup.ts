import { sql } from 'drizzle-orm'
import { codesOf, allFields } from '@core/rules/fields'
import { operatorNames, writtenOperator } from '@core/rules/operators'
import { fold } from '@core/text/fold'
import { database } from '../../db/connect'
import { knownCarried } from '../../db/queries/reach'
import { loadSetup } from '../../db/queries/setup'
import { likePattern } from '../../db/queries/like'

/** Everything that the interface is set up with. */
export async function setupDocument() {
  const setup = await loadSetup(database())
  return {
    source: setup.source,
    attributes: [...setup.attributes.values()],
    types: [...setup.types.values()],
    categories: [...setup.categories.values()],
    brands: [...setup.brands.values()],
    lists: [...setup.lists.values()],
    groups: [...setup.groups.values()],
    campaigns: [...setup.campaigns.values()],
    rules: [...setup.rules.values()],
    storefronts: [...setup.storefronts.values()],
    fields: allFields(setup, await knownCarried(database())).map(({ field, label }) => ({
      ...field,
      label,
      codes: codesOf(field, setup) ?? null,
      operators: operatorNames.filter((o) => writtenOperator(o)!.kinds.includes(field.kind)),
      translatable: field.attribute !== null && setup.attributes.get(field.attribute)!.translatable,
    })),
  }
}

/** Whatever a word finds: products by SKU, GTIN or name, pieces and assignments by name or code. */
export async function find(q: string) {
  const db = database()
  const setup = await loadSetup(db)
  const folded = fold(q)
  if (folded === '') return { items: [] }
  const like = likePattern(folded)
  const name = setup.attributeIds.get('name') ?? 0
  const products = await db.execute<{ sku: string; name: string | null }>(sql`
    with hit as (
      select id, sku, root_id, case when sku_folded = ${folded} or gtin = ${q.trim()} then 0
      when sku_folded like ${`${folded}%`} then 1 else 2 end as rank from product where sku_folded like ${like}
      or gtin like ${like}
      union all select p.id, p.sku, p.root_id, 3 from fact f join product p on p.id = f.root_id
      where f.attribute_id = ${name} and f.txt like ${like})
    select h.sku, (select v.value #>> '{}' from value v where v.product_id = h.root_id and v.attribute_id = ${name}
      and v.language = ${setup.source} and v.storefront_id = 0) as name
    from (select distinct on (id) * from hit order by id, rank) h order by h.rank, h.sku limit 12`)
  const others = async (table: 'piece' | 'assignment') =>
    (
      await db.execute<{ code: string; name: string }>(sql`
    select code, name from ${sql.raw(table)} where lower(name) like ${like} or code like ${like} order by name limit 6`)
    ).rows
  return {
    items: [
      ...products.rows.map((p) => ({ kind: 'product', code: p.sku, name: p.name ?? p.sku })),
      ...(await others('piece')).map((p) => ({ kind: 'piece', ...p })),
      ...(await others('assignment')).map((a) => ({ kind: 'assignment', ...a })),
    ],
  }
}
