import { sql } from 'drizzle-orm'
import type { Family, Price, Product } from '@core/catalogue/model'
import type { Value } from '@core/attributes/attribute'
import { byCodePoint } from '@core/text/fold'
import type { Db } from '../connect'
import type { StoredSetup } from './setup'
import { versionOf } from './versions'

/** What is stored of a translation beside its value. */
export interface TranslationMark {
  state: string | null
  sourceHash: string | null
  madeFrom: Value | null
}

/** The key under which a value's mark is kept. */
export function markKey(v: { attribute: string; storefront: string | null; language: string | null }): string {
  return `${v.attribute}@${v.storefront ?? ''}/${v.language ?? ''}`
}

/** A product with the numbers under which the database knows it. */
export interface StoredProduct extends Product {
  id: number
  version: number
  /** By the path of a value: where it is a translation, what it was made from. */
  marks: Map<string, TranslationMark>
  /** By the same: the hashes under which translations remember source texts, where they were asked for. */
  hashes: Map<string, string>
}

export interface StoredFamily extends Family {
  root: StoredProduct
  variants: StoredProduct[]
}

interface ProductRow {
  id: number; sku: string; parent_id: number | null; root_id: number; type: string; category: string | null; brand: string | null
  tags: string[]; status: string; kind: string; gtin: string | null; stock: number | null; available_from: string | null
  categories: string[] | null; minimum: number | null; differs_in: string[] | null; relations: Product['relations'] | null; carried: Product['carried'] | null
  range: Product['range']; created: string; changed: string; version: number
}

/** The roots of products by SKU, for those that exist. */
export async function rootsOfSkus(db: Db, skus: readonly string[]): Promise<Map<string, number>> {
  if (skus.length === 0) return new Map()
  const { rows } = await db.execute<{ sku: string; root_id: number }>(sql`select sku, root_id from product where sku = any(${sql.param([...skus])}::text[])`)
  return new Map(rows.map((r) => [r.sku, r.root_id]))
}

/** The number of a product by its SKU. */
export async function idOfSku(db: Db, sku: string): Promise<number | undefined> {
  const { rows } = await db.execute<{ id: number }>(sql`select id from product where sku = ${sku}`)
  return rows[0]?.id
}

/** Who has a GTIN, for those that are taken. */
export async function ownersOfGtins(db: Db, gtins: readonly string[]): Promise<Map<string, string>> {
  if (gtins.length === 0) return new Map()
  const { rows } = await db.execute<{ gtin: string; sku: string }>(sql`select gtin, sku from product where gtin = any(${sql.param([...gtins])}::text[])`)
  return new Map(rows.map((r) => [r.gtin, r.sku]))
}

/** Keeps others from changing families until the transaction ends. Locked in one order, so that two never wait for each other. */
export async function lockFamilies(db: Db, rootIds: readonly number[]): Promise<void> {
  if (rootIds.length > 0) await db.execute(sql`select 1 from product where root_id = any(${sql.param([...rootIds])}::int[]) order by id for update`)
}

/** What all have who are only looked at. */
const noMarks = new Map<string, TranslationMark>()
const noHashes = new Map<string, string>()

/** Product, attribute, storefront, language, value; then state, hash of the source, and what it was made from or its own hash. */
type StoredRow = [number, number, number, string, Value, (string | null)?, (string | null)?, (Value | null)?]

interface PriceRow { product_id: number; storefront_id: number; special: boolean; group_code: string | null; from_local: string | null; to_local: string | null; amount: number; quantity: number }

/**
 * Families with every value and price, by the number of their root: four queries whatever their number. With `only`,
 * values of no other attributes and nothing of translations, for those who look and do not change; `toJudge` are those of readiness, which asks for
 * hashes, and not for what translations were made from.
 */
export async function loadFamilies(db: Db, setup: StoredSetup, rootIds: readonly number[], { only, toJudge = false }: { only?: readonly number[] | undefined; toJudge?: boolean } = {}): Promise<Map<number, StoredFamily>> {
  const families = new Map<number, StoredFamily>()
  if (rootIds.length === 0) return families
  const ids = [...new Set(rootIds)]
  const { rows } = await db.execute<ProductRow & Record<string, unknown>>(sql`
    select id, sku, parent_id, root_id, type, category, brand, tags, status, kind, gtin, stock, available_from::text, range, categories, minimum, differs_in, relations, carried, created::text, changed::text, version
    from product cross join ${versionOf(sql`product.id`)} v where root_id = any(${sql.param(ids)}::int[]) order by root_id, id`)
  const byId = new Map<number, StoredProduct>()
  const skuOf = new Map(rows.map((r) => [r.id, r.sku]))
  for (const r of rows) {
    byId.set(r.id, {
      id: r.id, version: r.version, sku: r.sku, parent: r.parent_id === null ? null : skuOf.get(r.parent_id) ?? null,
      type: r.type, category: r.category, categories: r.categories ?? [], brand: r.brand, tags: r.tags, status: r.status as Product['status'], kind: r.kind as Product['kind'],
      gtin: r.gtin, stock: r.stock, availableFrom: r.available_from, minimum: r.minimum, range: r.range, differsIn: r.differs_in ?? [], relations: r.relations ?? [], carried: r.carried ?? {}, lists: [], created: Date.parse(r.created), changed: Date.parse(r.changed),
      values: [], prices: [], marks: only ? noMarks : new Map(), hashes: only ? noHashes : new Map(),
    })
  }
  const productIds = [...byId.keys()]
  // In one text: there are very many, and the driver takes a multiple of the time to read them as rows.
  const { rows: values } = await db.execute<{ list: StoredRow[] | null }>(sql`
    select json_agg(json_build_array(product_id, attribute_id, storefront_id, language, value ${only === undefined ? sql`, state, source_hash, ${toJudge ? sql`hash` : sql`made_from`}` : sql``})) as list from value
    where product_id = any(${sql.param(productIds)}::int[]) ${only === undefined ? sql`` : sql`and attribute_id = any(${sql.param([...only])}::smallint[])`}`)
  for (const [product, attribute, storefront, language, value, state = null, sourceHash = null, more = null] of values[0]!.list ?? []) {
    const code = setup.attributeCodes.get(attribute)
    if (code === undefined) continue
    const owner = byId.get(product)!
    const stored = { attribute: code, storefront: storefront === 0 ? null : setup.storefrontCodes.get(storefront) ?? null, language: language || null, value }
    owner.values.push(stored)
    if (state !== null) owner.marks.set(markKey(stored), { state, sourceHash, madeFrom: toJudge ? null : more })
    if (toJudge && more !== null) owner.hashes.set(markKey(stored), more as string)
  }
  const { rows: prices } = await db.execute<PriceRow & Record<string, unknown>>(sql`
    select product_id, storefront_id, special, group_code, from_local, to_local, amount::float8 as amount, quantity from price where product_id = any(${sql.param(productIds)}::int[])`)
  for (const p of prices) {
    const price: Price = { storefront: setup.storefrontCodes.get(p.storefront_id)!, special: p.special, group: p.group_code, from: p.from_local, to: p.to_local, amount: p.amount, quantity: p.quantity }
    byId.get(p.product_id)!.prices.push(price)
  }
  // Few products are in lists.
  const { rows: lists } = await db.execute<{ product_id: number; code: string }>(sql`
    select m.product_id, n.code from list_member m join named_list n on n.id = m.list_id where m.product_id = any(${sql.param(ids)}::int[]) order by n.code`)
  for (const l of lists) byId.get(l.product_id)?.lists.push(l.code)
  for (const r of rows) {
    const product = byId.get(r.id)!
    const family = families.get(r.root_id)
    if (r.id === r.root_id) families.set(r.root_id, { root: product, variants: family?.variants ?? [] })
    else if (family) family.variants.push(product)
    else families.set(r.root_id, { root: undefined as never, variants: [product] })
  }
  for (const f of families.values()) f.variants.sort((a, b) => byCodePoint(a.sku, b.sku))
  return families
}

/** The family that a SKU belongs to. */
export async function loadFamilyOf(db: Db, setup: StoredSetup, sku: string): Promise<StoredFamily | undefined> {
  const root = (await rootsOfSkus(db, [sku])).get(sku)
  return root === undefined ? undefined : (await loadFamilies(db, setup, [root])).get(root)
}

/** The member of a family with a SKU. */
export function memberOf(family: StoredFamily, sku: string): StoredProduct {
  return family.root.sku === sku ? family.root : family.variants.find((v) => v.sku === sku)!
}
