import type { Value } from '../attributes/attribute'
import {
  basePriceIn,
  valueAt,
  type Price,
  type Product,
  type ProductKind,
  type ProductStatus,
  type RangeEntry,
  type Relation,
} from './model'

/** The fields of a product that are no attribute. */
export interface ProductFields {
  type: string
  category: string | null
  categories: string[]
  brand: string | null
  tags: string[]
  status: ProductStatus
  kind: ProductKind
  gtin: string | null
  stock: number | null
  availableFrom: string | null
  minimum: number | null
  range: RangeEntry[]
  differsIn: string[]
  relations: Relation[]
  carried: Record<string, string>
}

export const fieldNames = [
  'type',
  'category',
  'categories',
  'brand',
  'tags',
  'status',
  'kind',
  'gtin',
  'stock',
  'availableFrom',
  'minimum',
  'range',
  'differsIn',
  'relations',
  'carried',
] as const satisfies readonly (keyof ProductFields)[]

/** A value to set at a scope, or to clear (null). */
export interface ValueChange {
  attribute: string
  storefront: string | null
  language: string | null
  value: Value | null
}

/** What is to change in a product, whoever asks: an import, an edit, a put-back. */
export interface ProductPatch {
  fields: Partial<ProductFields>
  values: ValueChange[]
  /** Base prices by storefront; null takes the price away. */
  basePrices: { storefront: string; amount: number | null }[]
  /** All special prices, if they are to change. */
  specials?: Price[]
  /** Facts of other systems to set, or to take away (null); the others stay. */
  carried?: Record<string, string | null>
}

/** One change of one thing in a product: where, what it was, what it is. Null is nothing. */
export interface Difference {
  path: string
  before: unknown
  after: unknown
}

/** The path of a value in a history: `attribute:summary@uk/en-GB`, `attribute:weight` without a scope. */
export function valuePath(v: { attribute: string; storefront: string | null; language: string | null }): string {
  const scope = v.storefront !== null || v.language !== null ? `@${v.storefront ?? ''}/${v.language ?? ''}` : ''
  return `attribute:${v.attribute}${scope}`
}

/** The value that a path names, or undefined where it names another thing. */
export function scopeOfPath(
  path: string,
): { attribute: string; storefront: string | null; language: string | null } | undefined {
  const m = /^attribute:([^@]+)(?:@([^/]*)\/(.*))?$/.exec(path)
  return m ? { attribute: m[1]!, storefront: m[2] || null, language: m[3] || null } : undefined
}

/** What a product has now at a path of its history: a value, a base price (`price@uk`), `specials` or a field. */
export function currentAt(product: ProductFields & Pick<Product, 'values' | 'prices'>, path: string): unknown {
  const scope = scopeOfPath(path)
  if (scope) return valueAt(product, scope)
  const storefront = storefrontOfPrice(path)
  if (storefront !== undefined) return basePriceIn(product, storefront)
  if (path === 'specials') return product.prices.filter((p) => p.special)
  return product[path as keyof ProductFields]
}

const storefrontOfPrice = (path: string) => /^price@(.+)$/.exec(path)?.[1]

/** Whether two plain JSON values are the same. */
export function same(a: unknown, b: unknown): boolean {
  if (a === b) return true
  if (typeof a !== 'object' || typeof b !== 'object' || a === null || b === null) return false
  if (Array.isArray(a)) return Array.isArray(b) && a.length === b.length && a.every((x, i) => same(x, b[i]))
  const ka = Object.keys(a)
  return (
    ka.length === Object.keys(b).length &&
    ka.every((k) => same((a as Record<string, unknown>)[k], (b as Record<string, unknown>)[k]))
  )
}

/** A product after a patch, and what differs; nothing differs where the patch says what is there already. */
export function applyPatch<P extends Product>(
  product: P,
  patch: ProductPatch,
): { product: P; differences: Difference[] } {
  const differences: Difference[] = []
  const next: P = { ...product }
  for (const name of fieldNames) {
    const after = patch.fields[name]
    if (after === undefined || same(product[name], after)) continue
    differences.push({ path: name, before: product[name], after })
    ;(next as unknown as Record<string, unknown>)[name] = after
  }
  if (patch.carried) {
    const after = { ...next.carried }
    for (const [name, value] of Object.entries(patch.carried)) {
      if (value === null) Reflect.deleteProperty(after, name)
      else after[name] = value
    }
    if (!same(next.carried, after)) {
      differences.push({ path: 'carried', before: next.carried, after })
      next.carried = after
    }
  }
  if (patch.values.length > 0) {
    const values = new Map(product.values.map((v) => [valuePath(v), v]))
    for (const change of patch.values) {
      const path = valuePath(change)
      const before = values.get(path)?.value ?? null
      if (same(before, change.value)) continue
      differences.push({ path, before, after: change.value })
      if (change.value === null) values.delete(path)
      else
        values.set(path, {
          attribute: change.attribute,
          storefront: change.storefront,
          language: change.language,
          value: change.value,
        })
    }
    next.values = [...values.values()]
  }
  for (const { storefront, amount } of patch.basePrices) {
    const before = basePriceIn(next, storefront)
    if (before === amount) continue
    differences.push({ path: `price@${storefront}`, before, after: amount })
    next.prices = next.prices.filter((p) => p.special || p.storefront !== storefront)
    if (amount !== null)
      next.prices = [
        ...next.prices,
        { storefront, special: false, group: null, from: null, to: null, quantity: 1, amount },
      ]
  }
  if (patch.specials) {
    const before = next.prices.filter((p) => p.special)
    if (!same(before, patch.specials)) {
      differences.push({ path: 'specials', before, after: patch.specials })
      next.prices = [...next.prices.filter((p) => !p.special), ...patch.specials]
    }
  }
  return { product: next, differences }
}

/** A product before anything is said of it. */
export function blankProduct(sku: string, parent: string | null, now: number): Product {
  return {
    sku,
    parent,
    type: '',
    category: null,
    categories: [],
    brand: null,
    tags: [],
    status: 'draft',
    kind: 'shipped',
    gtin: null,
    stock: null,
    availableFrom: null,
    minimum: null,
    range: [],
    differsIn: [],
    relations: [],
    carried: {},
    lists: [],
    created: now,
    changed: now,
    values: [],
    prices: [],
  }
}

/**
 * The patch that takes differences back. A thing that has changed again since is left alone and named in `skipped`.
 */
export function inversePatch(
  product: Product,
  differences: readonly Difference[],
): { patch: ProductPatch; skipped: string[] } {
  const patch: ProductPatch = { fields: {}, values: [], basePrices: [] }
  const skipped: string[] = []
  for (const d of differences) {
    const scope = scopeOfPath(d.path)
    const storefront = storefrontOfPrice(d.path)
    if (!same(currentAt(product, d.path), d.after)) {
      skipped.push(d.path)
      continue
    }
    if (scope) patch.values.push({ ...scope, value: d.before as Value | null })
    else if (storefront) patch.basePrices.push({ storefront, amount: d.before as number | null })
    else if (d.path === 'specials') patch.specials = d.before as Price[]
    else Object.assign(patch.fields, { [d.path]: d.before })
  }
  return { patch, skipped }
}
