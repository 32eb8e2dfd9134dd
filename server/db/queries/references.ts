import { sql, type SQL } from 'drizzle-orm'
import type { ProductReference } from '@contracts/product'
import type { Db } from '../connect'
import { likeText } from './like'

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

const countOf = async (db: Db, from: SQL): Promise<number> =>
  (await db.execute<{ n: number }>(sql`select count(*)::int as n from ${from}`)).rows[0]!.n

/** How many products are of a type. */
export const countProductsOfType = (db: Db, type: string): Promise<number> =>
  countOf(db, sql`product where type = ${type}`)

/** How many products are in a category, as their first or a further one. */
export const countProductsIn = (db: Db, category: string): Promise<number> =>
  countOf(db, sql`product where category = ${category} or ${category} = any(categories)`)

/** Which values of an attribute are meant, by its number: all, those of one storefront alone, or those with an option. */
export interface ValuesOf {
  attribute: number
  onlyOfStorefronts?: boolean
  /** The option as values hold it: its code, or a list of one where several may be chosen. */
  option?: string | string[]
}

/** How many values of an attribute are stored. */
export function countValues(db: Db, { attribute, onlyOfStorefronts, option }: ValuesOf): Promise<number> {
  const ofStorefronts = onlyOfStorefronts ? sql`storefront_id <> 0` : sql`true`
  const withOption = option === undefined ? sql`true` : sql`value @> ${JSON.stringify(option)}::jsonb`
  return countOf(db, sql`value where attribute_id = ${attribute} and ${ofStorefronts} and ${withOption}`)
}

/** How often a field of a type of block is filled. */
export const countFilled = (db: Db, blockType: string, field: string): Promise<number> =>
  countOf(
    db,
    sql`
      piece_text x join piece p on p.id = x.piece_id, jsonb_array_elements(coalesce(x.entries, '[]')) e
      where p.block_kind = ${blockType} and coalesce(e ->> ${field}, '') <> ''
    `,
  )

/** How many blocks are of a type. */
export const countBlocks = (db: Db, blockType: string): Promise<number> =>
  countOf(db, sql`piece where block_kind = ${blockType}`)

/** How many texts of pieces show a picture or link to a file. */
export const countTextsShowing = (db: Db, media: string): Promise<number> =>
  countOf(db, sql`piece_text where body like ${`%/delivery/media/${likeText(media)}"%`}`)

/** The own versions of a picture or file, by name. */
export async function versionsOfMedia(db: Db, name: string): Promise<string[]> {
  const { rows } = await db.execute<{ name: string }>(sql`select name from media where of_name = ${name} order by name`)
  return rows.map((r) => r.name)
}

/** Whether another file than one is a version of an original for a storefront and language already. */
export async function hasOtherVersion(
  db: Db,
  { name, storefront, language }: { name: string; storefront: string | null; language: string | null },
  but: string,
): Promise<boolean> {
  const n = await countOf(
    db,
    sql`
      media where of_name = ${name} and of_storefront = ${storefront ?? ''} and of_language = ${language ?? ''}
      and name <> ${but}
    `,
  )
  return n > 0
}

/** The pieces in whose texts an inline value stands, by code. */
export async function piecesWithInlineValue(db: Db, address: string): Promise<string[]> {
  const { rows } = await db.execute<{ code: string }>(
    sql`
      select distinct p.code from piece p join piece_text x on x.piece_id = p.id
      where x.body like ${`%"${address}"%`} order by 1
    `,
  )
  return rows.map((r) => r.code)
}

/** Assignments and pieces of single products that are limited to a campaign, by name. */
export async function contentOfCampaign(db: Db, campaign: string): Promise<string[]> {
  const { rows } = await db.execute<{ name: string }>(sql`
    select name from assignment where limits ->> 'campaign' = ${campaign} union all select name from piece
    where own -> 'limits' ->> 'campaign' = ${campaign} union all select body ->> 'name' from record
    where kind = 'composed-pages' and (body -> 'limits' ->> 'campaign' = ${campaign}
      or body::jsonb @? ${`$.sections[*].limits.campaign ? (@ == ${JSON.stringify(campaign)})`}::jsonpath)
    order by 1`)
  return rows.map((r) => r.name)
}

/** Some assignments and pieces of single products that stand in an area, by name. */
export async function contentInArea(db: Db, area: string, limit: number): Promise<string[]> {
  const { rows } = await db.execute<{ name: string }>(sql`
    select name from assignment where area = ${area} union all select name from piece
    where own ->> 'area' = ${area} limit ${limit}`)
  return rows.map((r) => r.name)
}

/** The assignments that bring a piece or question set, and those in which it replaces another, by name. */
export async function assignmentsNaming(db: Db, code: string): Promise<{ name: string; replaces: boolean }[]> {
  const { rows } = await db.execute<{ name: string; replaces: boolean }>(
    sql`
      select name, replaces = ${code} as replaces from assignment where ${code} = any(pieces) or ${code} = any(sets)
      or replaces = ${code} order by name
    `,
  )
  return rows
}

/** Some products in whose values of some attributes a code stands, by SKU. */
export async function productsWithCode(
  db: Db,
  attributes: readonly number[],
  code: string,
  limit: number,
): Promise<string[]> {
  if (attributes.length === 0) return []
  const { rows } = await db.execute<{ sku: string }>(
    sql`
      select p.sku from value v join product p on p.id = v.product_id
      where v.attribute_id = any(${sql.param([...attributes])}::smallint[])
        and v.value @> ${JSON.stringify([code])}::jsonb
      order by p.sku limit ${limit}
    `,
  )
  return rows.map((r) => r.sku)
}

/** The roots of products that have any of some codes in some attributes, which are given by their numbers. */
export const rootsWithAnyCode = (attributes: readonly number[], codes: readonly string[]): SQL => sql`
  select p.root_id from value v join product p on p.id = v.product_id
  where v.attribute_id = any(${sql.param([...attributes])}::smallint[])
    and v.value @> any(${sql.param(codes.map((code) => JSON.stringify([code])))}::jsonb[])`

/** Which of some SKUs no product has. */
export async function unknownSkus(db: Db, skus: readonly string[]): Promise<string[]> {
  const { rows } = await db.execute<{ sku: string }>(
    sql`
      select s as sku from unnest(${sql.param([...skus])}::text[]) s
      where not exists (select 1 from product p where p.sku = s)
    `,
  )
  return rows.map((r) => r.sku)
}
