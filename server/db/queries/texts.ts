import { sql } from 'drizzle-orm'
import type { Value } from '@core/attributes/attribute'
import type { Db } from '../connect'

/** A text of a product, with the numbers of its attribute and storefront; 0 is every storefront. */
export interface StoredText {
  sku: string
  attribute_id: number
  storefront_id: number
  value: Value
}

/** Texts of some attributes in a language that are like one of some patterns, by SKU. */
export async function textsLike(
  db: Db,
  patterns: readonly string[],
  {
    language,
    attributes,
    storefront,
    limit,
  }: { language: string; attributes: readonly number[]; storefront: number | undefined; limit: number },
): Promise<StoredText[]> {
  const inStorefront = storefront === undefined ? sql`true` : sql`v.storefront_id in (0, ${storefront})`
  const { rows } = await db.execute<StoredText & Record<string, unknown>>(sql`
    select p.sku, v.attribute_id, v.storefront_id, v.value from value v join product p on p.id = v.product_id
    where v.language = ${language} and v.attribute_id = any(${sql.param([...attributes])}::smallint[])
      and ${inStorefront} and v.value::text ilike any(${sql.param([...patterns])}::text[])
    order by p.sku limit ${limit}`)
  return rows
}

/** How many texts an attribute has in a language. */
export async function countTexts(db: Db, attribute: number, language: string): Promise<number> {
  const { rows } = await db.execute<{ n: number }>(
    sql`select count(*)::int as n from value where attribute_id = ${attribute} and language = ${language}`,
  )
  return rows[0]!.n
}

/** Texts of an attribute in a language, of the products after one, in the order of their numbers. */
export async function textsAfter(
  db: Db,
  attribute: number,
  language: string,
  { after, limit }: { after: number; limit: number },
): Promise<{ product_id: number; sku: string; value: Value }[]> {
  const { rows } = await db.execute<{ product_id: number; sku: string; value: Value }>(sql`
    select v.product_id, p.sku, v.value from value v join product p on p.id = v.product_id
    where v.attribute_id = ${attribute} and v.language = ${language} and v.product_id > ${after}
    order by v.product_id limit ${limit}`)
  return rows
}

/** The codes that stand in lists of values of some attributes, each once. */
export async function codesInValues(db: Db, attributes: readonly number[]): Promise<string[]> {
  if (attributes.length === 0) return []
  const { rows } = await db.execute<{ code: string }>(
    sql`
      select distinct jsonb_array_elements_text(value) as code from value
      where attribute_id = any(${sql.param([...attributes])}::smallint[])
    `,
  )
  return rows.map((r) => r.code)
}

/** A value of a product as a pass over all of an attribute's values reads it; storefront 0 is every one. */
export interface ScannedValue {
  storefront: number
  language: string
  value: Value
}

/** All values of an attribute, product by product, of some products after one. */
export async function valuesAfter(
  db: Db,
  attribute: number,
  { after, limit }: { after: number; limit: number },
): Promise<{ id: number; sku: string; list: ScannedValue[] }[]> {
  const { rows } = await db.execute<{ id: number; sku: string; list: ScannedValue[] }>(sql`
    select p.id, p.sku, x.list
    from (select product_id,
        jsonb_agg(jsonb_build_object('storefront', storefront_id, 'language', language, 'value', value)) as list
      from value where attribute_id = ${attribute} and product_id > ${after} group by product_id order by product_id
      limit ${limit}) x
    join product p on p.id = x.product_id order by p.id`)
  return rows
}

/** The roots of products that have a value of an attribute. */
export async function rootsWithValues(db: Db, attribute: number): Promise<number[]> {
  const { rows } = await db.execute<{ id: number }>(
    sql`
      select distinct p.root_id as id from value v join product p on p.id = v.product_id
      where v.attribute_id = ${attribute} order by 1
    `,
  )
  return rows.map((r) => r.id)
}
