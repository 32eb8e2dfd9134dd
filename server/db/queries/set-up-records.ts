import { asc, eq, sql } from 'drizzle-orm'
import type { Attribute, ProductType } from '@core/attributes/attribute'
import type { Category, NamedList, Storefront } from '@core/catalogue/model'
import type { Feed, FeedSourceName } from '@contracts/feeds'
import type { Db, Tx } from '../connect'
import * as t from '../schema'
import { attributeOf, storefrontOf, typeOf } from './setup'

// What the shops are set up with, record by record: read, written over, and deleted by their codes.

/** An attribute. */
export async function readAttribute(db: Db, code: string): Promise<Attribute | undefined> {
  const [row] = await db.select().from(t.attribute).where(eq(t.attribute.code, code))
  return row && attributeOf(row)
}

/** Writes an attribute in the place of what stands under its code. */
export async function writeAttribute(tx: Tx, { code, ...attribute }: Attribute): Promise<void> {
  const row = {
    type: attribute.type,
    labels: attribute.labels,
    help: attribute.help,
    family: attribute.family,
    unit: attribute.unit,
    options: attribute.options,
    translatable: attribute.translatable,
    perStorefront: attribute.perStorefront,
    serves: attribute.serves,
    allowed: attribute.allowed,
  }
  await tx.db
    .insert(t.attribute)
    .values({ code, ...row })
    .onConflictDoUpdate({ target: t.attribute.code, set: row })
}

/** Deletes an attribute. */
export async function deleteAttribute(tx: Tx, code: string): Promise<void> {
  await tx.db.delete(t.attribute).where(eq(t.attribute.code, code))
}

/** A product type. */
export async function readType(db: Db, code: string): Promise<ProductType | undefined> {
  const [row] = await db.select().from(t.productType).where(eq(t.productType.code, code))
  return row && typeOf(row)
}

/** Writes a product type in the place of what stands under its code. */
export async function writeType(tx: Tx, type: ProductType): Promise<void> {
  const { code, labels, groups, attributes, views, split } = type
  const row = { labels, groups, attributes, views, split }
  await tx.db
    .insert(t.productType)
    .values({ code, ...row })
    .onConflictDoUpdate({ target: t.productType.code, set: row })
}

/** Deletes a product type. */
export async function deleteType(tx: Tx, code: string): Promise<void> {
  await tx.db.delete(t.productType).where(eq(t.productType.code, code))
}

/** A category with its place among those beside it. */
export type PlacedCategory = Category & { position?: number }

/** A category. */
export async function readCategory(db: Db, code: string): Promise<PlacedCategory | undefined> {
  const [row] = await db.select().from(t.category).where(eq(t.category.code, code))
  if (!row) return undefined
  const { parent, names, type } = row
  const { rows } = await db.execute<{ n: number }>(sql`
    select count(*)::int as n from category
    where parent is not distinct from ${parent} and position < ${row.position}`)
  return { code, parent, names, type, position: rows[0]!.n }
}

/** A place after all others, until the categories beside it are put in order. */
const atTheEnd = 2_000_000_000

/** Writes a category in the place of what stands under its code, at its place among those beside it: last without. */
export async function writeCategory(tx: Tx, { code, parent, names, type, position }: PlacedCategory): Promise<void> {
  const row = { parent, names, type }
  await tx.db
    .insert(t.category)
    .values({ code, position: atTheEnd, ...row })
    .onConflictDoUpdate({ target: t.category.code, set: row })
  const rows = await tx.db
    .select({ code: t.category.code })
    .from(t.category)
    .where(sql`parent is not distinct from ${parent}`)
    .orderBy(asc(t.category.position))
  const beside = rows.map((c) => c.code).filter((c) => c !== code)
  beside.splice(position ?? beside.length, 0, code)
  await tx.db.execute(
    sql`
      update category c set position = o.n from unnest(${sql.param(beside)}::text[]) with ordinality as o(code, n)
      where c.code = o.code and c.position <> o.n
    `,
  )
}

/** Deletes a category. */
export async function deleteCategory(tx: Tx, code: string): Promise<void> {
  await tx.db.delete(t.category).where(eq(t.category.code, code))
}

/** A storefront. */
export async function readStorefront(db: Db, code: string): Promise<Storefront | undefined> {
  const [row] = await db.select().from(t.storefront).where(eq(t.storefront.code, code))
  return row && storefrontOf(row)
}

/** Writes a storefront in the place of what stands under its code; a new one comes last. */
export async function writeStorefront(tx: Tx, { code, ...storefront }: Storefront): Promise<void> {
  const row = {
    name: storefront.name,
    currency: storefront.currency,
    timeZone: storefront.timeZone,
    colour: storefront.colour,
    carrierUnits: storefront.carrierUnits,
    addresses: storefront.addresses,
    releasing: storefront.releasing,
    editions: storefront.editions,
    facts: storefront.facts,
    pages: storefront.pages,
    phrases: storefront.phrases,
    addedPhrases: storefront.addedPhrases,
    menu: storefront.menu,
    layout: storefront.layout,
  }
  await tx.db
    .insert(t.storefront)
    .values({ code, position: sql`(select coalesce(max(position), 0) + 1 from storefront)`, ...row })
    .onConflictDoUpdate({ target: t.storefront.code, set: row })
}

/** A feed, without how it was fetched. */
export async function readFeed(db: Db, code: string): Promise<Feed | undefined> {
  const [row] = await db.select().from(t.feed).where(eq(t.feed.code, code))
  if (!row) return undefined
  const { name, source, place, everyMinutes, take, mapping, resting } = row
  return {
    code,
    name,
    source: source as FeedSourceName,
    place,
    everyMinutes,
    take: take as Feed['take'],
    mapping,
    resting,
  }
}

/** Writes a feed in the place of what stands under its code; it is fetched anew, and at once. */
export async function writeFeed(tx: Tx, feed: Feed): Promise<void> {
  const { code, name, source, place, everyMinutes, take, mapping, resting } = feed
  const row = { name, source, place, everyMinutes, take, mapping, resting }
  await tx.db
    .insert(t.feed)
    .values({ code, ...row, due: new Date(0) })
    .onConflictDoUpdate({ target: t.feed.code, set: { ...row, mark: null, due: new Date(0) } })
}

/** Deletes a feed. */
export async function deleteFeed(tx: Tx, code: string): Promise<void> {
  await tx.db.delete(t.feed).where(eq(t.feed.code, code))
}

/** A named list with the SKUs of its products. */
export async function readNamedList(db: Db, code: string): Promise<NamedList | undefined> {
  const [row] = await db.select().from(t.namedList).where(eq(t.namedList.code, code))
  if (!row) return undefined
  const members = await db
    .select({ sku: t.product.sku })
    .from(t.listMember)
    .innerJoin(t.product, eq(t.product.id, t.listMember.productId))
    .where(eq(t.listMember.listId, row.id))
    .orderBy(asc(t.product.sku))
  return { code: row.code, name: row.name, note: row.note, skus: members.map((m) => m.sku) }
}

/** Writes a named list in the place of what stands under its code, with its products. */
export async function writeNamedList(tx: Tx, { code, name, note, skus }: NamedList): Promise<void> {
  const row = { name, note }
  const [made] = await tx.db
    .insert(t.namedList)
    .values({ code, ...row })
    .onConflictDoUpdate({ target: t.namedList.code, set: row })
    .returning({ id: t.namedList.id })
  const ids = sql`select id from product where sku = any(${sql.param(skus)}::text[])`
  await tx.db.execute(sql`delete from list_member where list_id = ${made!.id} and product_id not in (${ids})`)
  await tx.db.execute(
    sql`
      insert into list_member (list_id, product_id) select ${made!.id}::int, i.id from (${ids}) i
      on conflict do nothing
    `,
  )
}

/** Deletes a named list. */
export async function deleteNamedList(tx: Tx, code: string): Promise<void> {
  await tx.db.delete(t.namedList).where(eq(t.namedList.code, code))
}
