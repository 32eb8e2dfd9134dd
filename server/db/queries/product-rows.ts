import { attributeTypes } from '@core/attributes/types/registry'
import type { Comparable } from '@core/attributes/types/shape'
import { scopeOfPath, type Difference } from '@core/catalogue/patch'
import { windowIn } from '@core/moments/instant'
import { pricesOf } from '@core/prices/of-product'
import { attributeFacts, languageFacts } from '@core/rules/facts'
import { comparesAsOne, scalarAttributes } from '@core/rules/scalar'
import { digitAwareKey, fold } from '@core/text/fold'
import { sourceHash } from '@core/translation/state'
import { arrayLiteral, CopyRows, type Cell } from '../copy'
import { markKey, type StoredFamily, type StoredProduct } from './families'
import type { StoredSetup } from './setup'

/** A product after a change, with what differs; `before` is what is stored now. */
export interface ProductWrite {
  before: StoredProduct | null
  after: StoredProduct
  differences: Difference[]
}

/** A value's place in its table. */
export interface ValueKey {
  p: number
  a: number
  s: number
  l: string
}

let lastMoment = NaN
let lastText = ''

/** A moment as PostgreSQL reads it; open ends are null. Whole imports share one moment, so the last is remembered. */
export function momentText(ms: number | null): string | null {
  if (ms === null || !Number.isFinite(ms)) return null
  if (ms !== lastMoment) [lastMoment, lastText] = [ms, new Date(ms).toISOString()]
  return lastText
}

/** The tables that a product's own rows stand in. */
export function newProductRows() {
  return {
    products: new CopyRows('product', [
      'id',
      'sku',
      'sku_folded',
      'sku_order',
      'parent_id',
      'root_id',
      'is_leaf',
      'type',
      'category',
      'brand',
      'tags',
      'tags_folded',
      'status',
      'kind',
      'gtin',
      'stock',
      'available_from',
      'range',
      'created',
      'categories',
      'minimum',
      'differs_in',
      'relations',
      'carried',
      'carried_folded',
    ]),
    versions: new CopyRows('product_version', ['product_id', 'version', 'changed']),
    values: new CopyRows('value', [
      'product_id',
      'attribute_id',
      'storefront_id',
      'language',
      'value',
      'hash',
      'state',
      'unread',
      'source_hash',
      'made_from',
      'num',
      'txt',
    ]),
    prices: new CopyRows('price', [
      'product_id',
      'storefront_id',
      'special',
      'group_code',
      'from_local',
      'to_local',
      'amount',
      'quantity',
      'priority',
    ]),
    changes: new CopyRows('change', ['step_id', 'record', 'differences']),
  }
}

/** Facts of other systems as rules compare them, null where there are none. */
export function carriedFolded(carried: Record<string, string>): Record<string, string> | null {
  const entries = Object.entries(carried)
  return entries.length === 0 ? null : Object.fromEntries(entries.map(([name, value]) => [name, fold(value)]))
}

/** Adds the row of a new product, a leaf of its family until variants of it are written. */
export function addProduct(
  { products, versions }: Pick<ReturnType<typeof newProductRows>, 'products' | 'versions'>,
  p: StoredProduct,
  root: number,
): void {
  versions.add([p.id, p.version, momentText(p.changed)])
  products.add([
    p.id,
    p.sku,
    fold(p.sku),
    digitAwareKey(p.sku),
    root === p.id ? null : root,
    root,
    true,
    p.type,
    p.category,
    p.brand,
    arrayLiteral(p.tags),
    arrayLiteral(p.tags.map(fold)),
    p.status,
    p.kind,
    p.gtin,
    p.stock,
    p.availableFrom,
    JSON.stringify(p.range),
    momentText(p.created),
    p.categories.length === 0 ? null : arrayLiteral(p.categories),
    p.minimum,
    p.differsIn.length === 0 ? null : arrayLiteral(p.differsIn),
    p.relations.length === 0 ? null : JSON.stringify(p.relations),
    Object.keys(p.carried).length === 0 ? null : JSON.stringify(p.carried),
    Object.keys(p.carried).length === 0 ? null : JSON.stringify(carriedFolded(p.carried)),
  ])
}

/** What a comparable is in the columns `num` and `txt`. */
export interface FactCell {
  num: number | null
  txt: string | null
}

/** The cells of a comparable: one for each of a list, none for nothing. */
export function factCells(value: Comparable | undefined): FactCell[] {
  if (value === undefined) return []
  if (typeof value === 'number') return [{ num: value, txt: null }]
  if (typeof value === 'boolean') return [{ num: value ? 1 : 0, txt: null }]
  return (Array.isArray(value) ? value : [value]).map((txt) => ({ num: null, txt }))
}

/**
 * What rules compare of a value where it stands in the value's own row: of a root's, without storefront and language.
 */
export function ownFact(
  product: StoredProduct,
  v: StoredProduct['values'][number],
  setup: StoredSetup,
): FactCell | undefined {
  if (product.parent !== null || v.storefront !== null || v.language !== null) return undefined
  const attribute = setup.attributes.get(v.attribute)
  return attribute && comparesAsOne(attribute)
    ? factCells(attributeTypes[attribute.type].comparable(v.value, attribute))[0]
    : undefined
}

/** Adds the rows of the values that a write makes or changes. Returns the places of those that change or go. */
export function addValues(
  rows: CopyRows,
  { before, after, differences }: ProductWrite,
  setup: StoredSetup,
): ValueKey[] {
  const add = (v: StoredProduct['values'][number]) => {
    const mark = after.marks.size === 0 ? undefined : after.marks.get(markKey(v))
    const own = ownFact(after, v, setup)
    rows.add([
      after.id,
      setup.attributeIds.get(v.attribute)!,
      v.storefront ? setup.storefrontIds.get(v.storefront)! : 0,
      v.language ?? '',
      JSON.stringify(v.value),
      setup.attributes.get(v.attribute)!.translatable ? sourceHash(v.value) : null,
      mark?.state,
      mark?.unread ? true : null,
      mark?.sourceHash,
      !mark || mark.madeFrom === null ? null : JSON.stringify(mark.madeFrom),
      own?.num ?? null,
      own?.txt ?? null,
    ])
  }
  if (!before) {
    for (const v of after.values) add(v)
    return []
  }
  const gone: ValueKey[] = []
  // A translation's mark can change without its text.
  for (const path of new Set(differences.map((d) => d.path.replace(/^state:/, 'attribute:')))) {
    const scope = scopeOfPath(path)
    if (!scope) continue
    gone.push({
      p: after.id,
      a: setup.attributeIds.get(scope.attribute)!,
      s: scope.storefront ? setup.storefrontIds.get(scope.storefront)! : 0,
      l: scope.language ?? '',
    })
    const found = after.values.find(
      (v) => v.attribute === scope.attribute && v.storefront === scope.storefront && v.language === scope.language,
    )
    if (found) add(found)
  }
  return gone
}

/** Adds the price rows of a write, where prices changed. Returns whether they did. */
export function addPrices(rows: CopyRows, { before, after, differences }: ProductWrite, setup: StoredSetup): boolean {
  if (before && !differences.some((d) => d.path.startsWith('price@') || d.path === 'specials')) return false
  for (const p of after.prices) {
    const { special, group, from, to, amount, quantity, priority = null } = p
    rows.add([after.id, setup.storefrontIds.get(p.storefront)!, special, group, from, to, amount, quantity, priority])
  }
  return true
}

const factColumns = ['attribute_id', 'storefront_id', 'root_id', 'product_id']

/** Rows for what rules read: attributes, texts that stand in no index, prices. */
export function newFactRows() {
  return {
    facts: new CopyRows('fact', [...factColumns, 'num', 'txt']),
    texts: new CopyRows('fact_text', [...factColumns, 'language', 'txt']),
    prices: new CopyRows('fact_price', [
      'storefront_id',
      'root_id',
      'product_id',
      'special',
      'group_code',
      'from_at',
      'to_at',
      'amount',
      'priority',
    ]),
    ranges: new CopyRows('fact_range', ['storefront_id', 'root_id', 'group_code', 'from_at', 'to_at']),
  }
}

/** Derives what rules read of families, beside the values of plain attributes. */
export function addFacts(
  { facts, texts, prices, ranges }: ReturnType<typeof newFactRows>,
  families: readonly StoredFamily[],
  setup: StoredSetup,
): void {
  const plain = scalarAttributes(setup)
  for (const family of families) {
    const root = family.root.id
    for (const f of [...attributeFacts(family, setup, plain), ...languageFacts(family.root, setup)]) {
      const attribute = setup.attributes.get(f.attribute)!
      const [a, s, product] = [
        setup.attributeIds.get(f.attribute)!,
        f.storefront ? setup.storefrontIds.get(f.storefront)! : 0,
        (f.product as StoredProduct).id,
      ]
      if (f.language !== null || attributeTypes[attribute.type].ruleKind === 'long')
        texts.add([a, s, root, product, f.language ?? '', f.value as string])
      else for (const { num, txt } of factCells(f.value)) facts.add([a, s, root, product, num, txt])
    }
    for (const r of family.root.range) {
      const window = windowIn(r, setup.storefronts.get(r.storefront)!.timeZone)
      for (const group of r.groups.length === 0 ? [null] : r.groups)
        ranges.add([
          setup.storefrontIds.get(r.storefront)!,
          root,
          group,
          momentText(window.from),
          momentText(window.to),
        ])
    }
    for (const p of family.variants.length > 0 ? family.variants : [family.root])
      for (const row of priceFacts(p, family, root, setup)) prices.add(row)
  }
}

function priceFacts(product: StoredProduct, family: StoredFamily, root: number, setup: StoredSetup): Cell[][] {
  const out: Cell[][] = []
  if (product.prices.length === 0 && family.root.prices.length === 0) return out
  for (const s of setup.storefronts.values()) {
    const list = pricesOf(product, family, s.code, s.timeZone)
    const id = setup.storefrontIds.get(s.code)!
    if (list.base !== null) out.push([id, root, product.id, false, null, null, null, list.base, null])
    // Rules leave quantity steps aside.
    for (const { group, from, to, amount, priority = null } of list.specials.filter((p) => p.quantity === 1))
      out.push([id, root, product.id, true, group, momentText(from), momentText(to), amount, priority])
  }
  return out
}
