import { sql } from 'drizzle-orm'
import { attributeTypes } from '@core/attributes/types/registry'
import { scopeOfPath, type Difference } from '@core/catalogue/patch'
import { attributeFacts, languageFacts, pricesOf } from '@core/rules/facts'
import { digitAwareKey, fold } from '@core/text/fold'
import { sourceHash } from '@core/translation/state'
import type { Tx } from '../connect'
import { arrayLiteral, copyInto, type Cell } from '../copy'
import type { StoredFamily, StoredProduct } from './families'
import type { StoredSetup } from './setup'

/** A product after a change, with what differs; `before` is what is stored now. */
export interface ProductWrite {
  before: StoredProduct | null
  after: StoredProduct
  differences: Difference[]
}

/** Numbers for new products. */
export async function reserveProductIds(tx: Tx, n: number): Promise<number[]> {
  if (n === 0) return []
  const { rows } = await tx.db.execute<{ id: number }>(sql`select nextval('product_id_seq')::int as id from generate_series(1, ${n})`)
  return rows.map((r) => r.id)
}

/** A new step of work. Returns its number. */
export async function beginStep(tx: Tx, title: string, personId: number | null, at: number): Promise<number> {
  const { rows } = await tx.db.execute<{ id: number }>(sql`insert into step (at, person_id, title) values (${new Date(at).toISOString()}, ${personId}, ${title}) returning id`)
  return Number(rows[0]!.id)
}

const iso = (ms: number | null) => (ms === null || !Number.isFinite(ms) ? null : new Date(ms).toISOString())

/**
 * Writes changed products with their values, prices, facts and history, set by set.
 * `families` are those of all written products as they are after the change; `stored` says which roots had rows before.
 */
export async function writeProducts(tx: Tx, setup: StoredSetup, writes: readonly ProductWrite[], families: readonly StoredFamily[], stored: ReadonlySet<number>, stepId: number): Promise<void> {
  const created = writes.filter((w) => w.before === null)
  const updated = writes.filter((w) => w.before !== null)
  const rootOf = new Map<StoredProduct, number>()
  const leaf = new Set<StoredProduct>()
  for (const f of families) {
    rootOf.set(f.root, f.root.id)
    if (f.variants.length === 0) leaf.add(f.root)
    for (const v of f.variants) {
      rootOf.set(v, f.root.id)
      leaf.add(v)
    }
  }
  const row = (p: StoredProduct): Cell[] => [
    p.id, p.sku, fold(p.sku), digitAwareKey(p.sku), p.parent === null ? null : rootOf.get(p)!, rootOf.get(p)!, leaf.has(p), p.type, p.category, p.brand,
    arrayLiteral(p.tags), arrayLiteral(p.tags.map(fold)), p.status, p.kind, p.gtin, p.stock, p.availableFrom, JSON.stringify(p.range), iso(p.created), iso(p.changed), p.version,
  ]
  const columns = ['id', 'sku', 'sku_folded', 'sku_order', 'parent_id', 'root_id', 'is_leaf', 'type', 'category', 'brand', 'tags', 'tags_folded', 'status', 'kind', 'gtin', 'stock', 'available_from', 'range', 'created', 'changed', 'version']
  if (updated.length > 0) {
    // A GTIN may move from one product to another within a step, so all are let go first.
    await tx.db.execute(sql`update product set gtin = null where id = any(${sql.param(updated.filter((w) => w.before!.gtin !== w.after.gtin).map((w) => w.after.id))}::int[])`)
    await tx.db.execute(sql`
      update product p set type = r.type, category = r.category, brand = r.brand, tags = r.tags, tags_folded = r.tags_folded, status = r.status, kind = r.kind,
        gtin = r.gtin, stock = r.stock, available_from = r.available_from, range = r.range, changed = r.changed, version = r.version
      from jsonb_to_recordset(${JSON.stringify(updated.map(({ after: p }) => ({
        id: p.id, type: p.type, category: p.category, brand: p.brand, tags: p.tags, tags_folded: p.tags.map(fold), status: p.status, kind: p.kind,
        gtin: p.gtin, stock: p.stock, available_from: p.availableFrom, range: p.range, changed: iso(p.changed), version: p.version,
      })))}::jsonb) as r(id int, type text, category text, brand text, tags text[], tags_folded text[], status text, kind text, gtin text, stock int,
        available_from date, range jsonb, changed timestamptz, version int)
      where p.id = r.id`)
  }
  await copyInto(tx.client, 'product', columns, created.map((w) => row(w.after)))
  const parentsOfNew = created.filter((w) => w.after.parent !== null).map((w) => rootOf.get(w.after)!).filter((id) => stored.has(id))
  if (parentsOfNew.length > 0) await tx.db.execute(sql`update product set is_leaf = false where id = any(${sql.param(parentsOfNew)}::int[]) and is_leaf`)

  await writeValues(tx, setup, writes)
  await writePrices(tx, setup, writes)
  await writeFacts(tx, setup, families, stored)
  await copyInto(tx.client, 'change', ['step_id', 'record', 'differences'], writes.filter((w) => w.differences.length > 0)
    .map((w) => [stepId, `product:${w.after.sku}`, JSON.stringify(w.differences)]))
}

async function writeValues(tx: Tx, setup: StoredSetup, writes: readonly ProductWrite[]) {
  const gone: { p: number; a: number; s: number; l: string }[] = []
  const rows: Cell[][] = []
  for (const w of writes) {
    // A translation's mark can change without its text.
    const paths = new Set(w.differences.map((d) => d.path))
    for (const path of paths) {
      const scope = scopeOfPath(path.replace(/^state:/, 'attribute:'))
      if (!scope || (path.startsWith('state:') && paths.has(path.replace(/^state:/, 'attribute:')))) continue
      const key = { p: w.after.id, a: setup.attributeIds.get(scope.attribute)!, s: scope.storefront ? setup.storefrontIds.get(scope.storefront)! : 0, l: scope.language ?? '' }
      if (w.before) gone.push(key)
      const found = w.after.values.find((v) => v.attribute === scope.attribute && v.storefront === scope.storefront && v.language === scope.language)
      if (!found) continue
      const { translatable } = setup.attributes.get(scope.attribute)!
      const mark = w.after.marks.get(`${scope.attribute}@${scope.storefront ?? ''}/${scope.language ?? ''}`)
      rows.push([key.p, key.a, key.s, key.l, JSON.stringify(found.value), translatable ? sourceHash(found.value) : null,
        mark?.state, mark?.sourceHash, mark?.madeFrom === null || mark === undefined ? null : JSON.stringify(mark.madeFrom)])
    }
  }
  if (gone.length > 0) {
    await tx.db.execute(sql`
      delete from value v using jsonb_to_recordset(${JSON.stringify(gone)}::jsonb) as g(p int, a smallint, s smallint, l text)
      where v.product_id = g.p and v.attribute_id = g.a and v.storefront_id = g.s and v.language = g.l`)
  }
  await copyInto(tx.client, 'value', ['product_id', 'attribute_id', 'storefront_id', 'language', 'value', 'hash', 'state', 'source_hash', 'made_from'], rows)
}

async function writePrices(tx: Tx, setup: StoredSetup, writes: readonly ProductWrite[]) {
  const priced = writes.filter((w) => w.differences.some((d) => d.path.startsWith('price@') || d.path === 'specials'))
  const old = priced.filter((w) => w.before).map((w) => w.after.id)
  if (old.length > 0) await tx.db.execute(sql`delete from price where product_id = any(${sql.param(old)}::int[])`)
  await copyInto(tx.client, 'price', ['product_id', 'storefront_id', 'special', 'group_code', 'from_local', 'to_local', 'amount'],
    priced.flatMap((w) => w.after.prices.map((p) => [w.after.id, setup.storefrontIds.get(p.storefront)!, p.special, p.group, p.from, p.to, p.amount])))
}

/** Derives the facts of families anew: what rules read is true in the moment that the values are. */
export async function writeFacts(tx: Tx, setup: StoredSetup, families: readonly StoredFamily[], stored: ReadonlySet<number>): Promise<void> {
  const known = families.map((f) => f.root.id).filter((id) => stored.has(id))
  if (known.length > 0) {
    for (const table of ['fact', 'fact_text', 'fact_price']) await tx.db.execute(sql`delete from ${sql.raw(table)} where root_id = any(${sql.param(known)}::int[])`)
  }
  const facts: Cell[][] = []
  const texts: Cell[][] = []
  const prices: Cell[][] = []
  for (const family of families) {
    const root = family.root.id
    for (const f of [...attributeFacts(family, setup), ...languageFacts(family.root, setup)]) {
      const attribute = setup.attributes.get(f.attribute)!
      const base = [setup.attributeIds.get(f.attribute)!, f.storefront ? setup.storefrontIds.get(f.storefront)! : 0, root, (f.product as StoredProduct).id]
      if (f.language !== null || attributeTypes[attribute.type].ruleKind === 'long') texts.push([...base, f.language ?? '', f.value as string])
      else if (typeof f.value === 'number') facts.push([...base, f.value, null])
      else if (typeof f.value === 'boolean') facts.push([...base, f.value ? 1 : 0, null])
      else for (const code of Array.isArray(f.value) ? f.value : [f.value]) facts.push([...base, null, code])
    }
    for (const p of family.variants.length > 0 ? family.variants : [family.root]) prices.push(...priceFacts(p, family, root, setup))
  }
  const base = ['attribute_id', 'storefront_id', 'root_id', 'product_id']
  await copyInto(tx.client, 'fact', [...base, 'num', 'txt'], facts)
  await copyInto(tx.client, 'fact_text', [...base, 'language', 'txt'], texts)
  await copyInto(tx.client, 'fact_price', ['storefront_id', 'root_id', 'product_id', 'special', 'group_code', 'from_at', 'to_at', 'amount'], prices)
}

function priceFacts(product: StoredProduct, family: StoredFamily, root: number, setup: StoredSetup): Cell[][] {
  const out: Cell[][] = []
  if (product.prices.length === 0 && family.root.prices.length === 0) return out
  for (const s of setup.storefronts.values()) {
    const list = pricesOf(product, family, s.code, s.timeZone)
    const id = setup.storefrontIds.get(s.code)!
    if (list.base !== null) out.push([id, root, product.id, false, null, null, null, list.base])
    for (const p of list.specials) out.push([id, root, product.id, true, p.group, iso(p.from), iso(p.to), p.amount])
  }
  return out
}

