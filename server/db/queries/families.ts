import type { TranslationState } from '@core/translation/state'
import { sql, type SQL } from 'drizzle-orm'
import type { Family, Price, Product } from '@core/catalogue/model'
import type { Value } from '@core/attributes/attribute'
import { byCodePoint } from '@core/text/fold'
import { sqlState, type Db, type Tx } from '../connect'
import type { StoredSetup } from './setup'
import { someUnfolded, unfoldedOf } from './versions'

/** What is stored of a translation beside its value. */
export interface TranslationMark {
  state: TranslationState | null
  /** Whether a machine wrote it and no person has confirmed it. */
  unread: boolean
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
  id: number
  sku: string
  parent_id: number | null
  root_id: number
  type: string
  category: string | null
  brand: string | null
  tags: string[]
  status: string
  kind: string
  gtin: string | null
  stock: number | null
  available_from: string | null
  categories: string[] | null
  minimum: number | null
  differs_in: string[] | null
  relations: Product['relations'] | null
  carried: Product['carried'] | null
  range: Product['range']
  created: string
  changed: string
  version: number
}

/** The roots of products by SKU, for those that exist. */
export async function rootsOfSkus(db: Db, skus: readonly string[]): Promise<Map<string, number>> {
  if (skus.length === 0) return new Map()
  const { rows } = await db.execute<{ sku: string; root_id: number }>(
    sql`select sku, root_id from product where sku = any(${sql.param([...skus])}::text[])`,
  )
  return new Map(rows.map((r) => [r.sku, r.root_id]))
}

/** The SKUs of whole families by those of some of their members: the product's first, then its variants'. */
export async function familySkus(db: Db, skus: readonly string[]): Promise<Map<string, string[]>> {
  const { rows } = await db.execute<{ named: string; members: string[] }>(sql`
    select x.sku as named,
      (select array_agg(m.sku order by (m.id <> m.root_id), m.sku) from product m where m.root_id = x.root_id) as members
    from product x where x.sku = any(${sql.param([...skus])}::text[])`)
  return new Map(rows.map((r) => [r.named, r.members]))
}

/** SKUs as products have them, by their folded form. */
export async function skusByFolded(db: Db, folded: readonly string[]): Promise<Map<string, string>> {
  const { rows } = await db.execute<{ sku: string; sku_folded: string }>(
    sql`select sku, sku_folded from product where sku_folded = any(${sql.param([...folded])}::text[])`,
  )
  return new Map(rows.map((r) => [r.sku_folded, r.sku]))
}

/** The SKUs of products by their numbers, in their order. */
export async function skusOfRoots(db: Db, ids: Iterable<number>): Promise<string[]> {
  const { rows } = await db.execute<{ sku: string }>(
    sql`select sku from product where id = any(${sql.param([...new Set(ids)])}::int[]) order by sku`,
  )
  return rows.map((r) => r.sku)
}

/** The number of a product by its SKU. */
export async function idOfSku(db: Db, sku: string): Promise<number | undefined> {
  const { rows } = await db.execute<{ id: number }>(sql`select id from product where sku = ${sku}`)
  return rows[0]?.id
}

/** Who has a GTIN, for those that are taken. */
export async function ownersOfGtins(db: Db, gtins: readonly string[]): Promise<Map<string, string>> {
  if (gtins.length === 0) return new Map()
  const { rows } = await db.execute<{ gtin: string; sku: string }>(
    sql`select gtin, sku from product where gtin = any(${sql.param([...gtins])}::text[])`,
  )
  return new Map(rows.map((r) => [r.gtin, r.sku]))
}

/**
 * Keeps others from changing families until the transaction ends. Locked in one order, so that two never wait for each
 * other.
 */
export async function lockFamilies(tx: Tx, rootIds: readonly number[]): Promise<void> {
  const free = [...new Set(rootIds)].filter((root) => !tx.lockedRoots.has(root))
  if (free.length === 0) return
  await tx.db.execute(sql`select 1 from product where root_id = any(${sql.param(free)}::int[]) order by id for update`)
  for (const root of free) tx.lockedRoots.add(root)
}

/** Keeps others from changing a product until the transaction ends. Returns its SKU; undefined where there is none. */
export async function lockProduct(tx: Tx, id: number): Promise<string | undefined> {
  const { rows } = await tx.db.execute<{ sku: string }>(sql`select sku from product where id = ${id} for update`)
  return rows[0]?.sku
}

/** Has the rest of a transaction wait for any lock at most so many milliseconds. */
export async function limitLockWait(tx: Tx, atMost: number): Promise<void> {
  await tx.db.execute(sql`select set_config('lock_timeout', ${String(atMost)}, true)`)
}

/** Others were writing products for longer than somebody would wait. */
export class TooBusy extends Error {}

/** What the database says where a lock was not to be had in time. */
const notInTime = '55P03'

/**
 * Keeps others from changing any product until the transaction ends; waits for those that do, at most so many
 * milliseconds (0: as long as the process waits for locks at all). Throws TooBusy.
 */
export async function lockProducts(tx: Tx, atMost = 0): Promise<void> {
  if (atMost > 0) await limitLockWait(tx, atMost)
  try {
    await tx.db.execute(sql`lock table product in exclusive mode`)
  } catch (e) {
    throw sqlState(e) === notInTime ? new TooBusy() : e
  }
  if (atMost > 0) await tx.db.execute(sql`set local lock_timeout to default`)
}

/** What all have who are only looked at. */
const noMarks = new Map<string, TranslationMark>()
const noHashes = new Map<string, string>()

/**
 * Product, attribute, storefront, language, value; then state, whether it is unread, hash of the source, and what it was
 * made from or its own hash.
 */
type StoredRow = [
  number,
  number,
  number,
  string,
  Value,
  (TranslationState | null)?,
  (1 | null)?,
  (string | null)?,
  (Value | null)?,
]

/** Product, storefront, whether it is special, group, from, to, amount, quantity. */
type PriceTuple = [number, number, 0 | 1, string | null, string | null, string | null, number, number, number | null]

/** A text as JSON has it. */
const textOrNull = (column: SQL) => sql`coalesce(to_json(${column})::text, 'null')`

/**
 * The rows of a table with columns that are JSON as they are written, as one text: there are very many, and the driver
 * takes a multiple of the time to read them as rows.
 */
const tuples = (columns: readonly SQL[], from: SQL): SQL =>
  sql`(select string_agg(${sql.join([...columns], sql` || ',' || `)}, '],[') from ${from})`

const readTuples = <T extends unknown[]>(list: string | null): T[] =>
  list === null ? [] : (JSON.parse(`[[${list}]]`) as T[])

/**
 * Families with every value and price, by the number of their root: two queries whatever their number. With `only`,
 * values of no other attributes and nothing of translations, versions and lists, for those who look and do not change;
 * `toEvaluate` are those of readiness, which asks for hashes, and not for what translations were made from.
 */
export async function loadFamilies(
  db: Db,
  setup: StoredSetup,
  rootIds: readonly number[],
  { only, toEvaluate = false }: { only?: readonly number[] | undefined; toEvaluate?: boolean } = {},
): Promise<Map<number, StoredFamily>> {
  const families = new Map<number, StoredFamily>()
  if (rootIds.length === 0) return families
  const ids = [...new Set(rootIds)]
  const rest =
    only === undefined
      ? sql`, created::text, changed::text, version from product join product_version on product_id = id`
      : sql`from product`
  const { rows } = await db.execute<ProductRow & Record<string, unknown>>(sql`
    select id, sku, parent_id, root_id, type, category, brand, tags, status, kind, gtin, stock, available_from::text,
      range, categories, minimum, differs_in, relations, carried
      ${rest}
      where root_id = any(${sql.param(ids)}::int[]) order by root_id, id`)
  const byId = new Map<number, StoredProduct>()
  const skuOf = new Map(rows.map((r) => [r.id, r.sku]))
  for (const r of rows) {
    byId.set(r.id, {
      id: r.id,
      version: r.version ?? 0,
      sku: r.sku,
      parent: r.parent_id === null ? null : (skuOf.get(r.parent_id) ?? null),
      type: r.type,
      category: r.category,
      categories: r.categories ?? [],
      brand: r.brand,
      tags: r.tags,
      status: r.status as Product['status'],
      kind: r.kind as Product['kind'],
      gtin: r.gtin,
      stock: r.stock,
      availableFrom: r.available_from,
      minimum: r.minimum,
      range: r.range,
      differsIn: r.differs_in ?? [],
      relations: r.relations ?? [],
      carried: r.carried ?? {},
      lists: [],
      created: Date.parse(r.created),
      changed: Date.parse(r.changed),
      values: [],
      prices: [],
      marks: only ? noMarks : new Map(),
      hashes: only ? noHashes : new Map(),
    })
  }
  const productIds = sql.param([...byId.keys()])
  const more =
    only !== undefined
      ? []
      : [
          textOrNull(sql`state`),
          sql`case when unread then '1' else 'null' end`,
          textOrNull(sql`source_hash`),
          toEvaluate ? textOrNull(sql`hash`) : sql`coalesce(made_from::text, 'null')`,
        ]
  const ofAttributes = only === undefined ? sql`` : sql`and attribute_id = any(${sql.param([...only])}::smallint[])`
  const values = tuples(
    [sql`product_id`, sql`attribute_id`, sql`storefront_id`, textOrNull(sql`language`), sql`value`, ...more],
    sql`value where product_id = any(${productIds}::int[]) ${ofAttributes}`,
  )
  const prices = tuples(
    [
      sql`product_id`,
      sql`storefront_id`,
      sql`special::int`,
      textOrNull(sql`group_code`),
      textOrNull(sql`from_local`),
      textOrNull(sql`to_local`),
      sql`amount`,
      sql`quantity`,
      sql`coalesce(priority::text, 'null')`,
    ],
    sql`price where product_id = any(${productIds}::int[])`,
  )
  // Few products are in lists, and nearly always all changes are folded.
  const lists = tuples(
    [sql`product_id`, textOrNull(sql`code`)],
    sql`(select m.product_id, n.code from list_member m join named_list n on n.id = m.list_id
      where m.product_id = any(${sql.param(ids)}::int[]) order by n.code) x`,
  )
  const whole = sql`, ${lists} as lists, ${someUnfolded} as unfolded`
  const {
    rows: [beside],
  } = await db.execute<{ values: string | null; prices: string | null; lists?: string | null; unfolded?: boolean }>(
    sql`select ${values} as values, ${prices} as prices ${only === undefined ? whole : sql``}`,
  )
  // After the rows: one that is folded in between reads as older than it is, which at worst refuses a write, and never
  // as newer.
  if (beside!.unfolded)
    for (const [id, { n, was }] of await unfoldedOf(db, [...byId.keys()])) {
      const product = byId.get(id)!
      Object.assign(product, { version: product.version + n, changed: Math.max(product.changed, was) })
    }
  for (const [
    product,
    attribute,
    storefront,
    language,
    value,
    state = null,
    unread = null,
    sourceHash = null,
    more = null,
  ] of readTuples<StoredRow>(beside!.values)) {
    const code = setup.attributeCodes.get(attribute)
    if (code === undefined) continue
    const owner = byId.get(product)!
    const stored = {
      attribute: code,
      storefront: storefront === 0 ? null : (setup.storefrontCodes.get(storefront) ?? null),
      language: language || null,
      value,
    }
    owner.values.push(stored)
    if (state !== null)
      owner.marks.set(markKey(stored), {
        state,
        unread: unread === 1,
        sourceHash,
        madeFrom: toEvaluate ? null : more,
      })
    if (toEvaluate && more !== null) owner.hashes.set(markKey(stored), more as string)
  }
  for (const tuple of readTuples<PriceTuple>(beside!.prices)) {
    const [product, storefront, isSpecial, group, from, to, amount, quantity, priority] = tuple
    const price: Price = {
      storefront: setup.storefrontCodes.get(storefront)!,
      special: isSpecial === 1,
      group,
      from,
      to,
      amount,
      quantity,
      ...(priority === null ? {} : { priority }),
    }
    byId.get(product)!.prices.push(price)
  }
  for (const [product, code] of readTuples<[number, string]>(beside!.lists ?? null)) byId.get(product)?.lists.push(code)
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
