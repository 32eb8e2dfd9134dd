import type { Value } from '../attributes/attribute'
import { attributeTypes } from '../attributes/types/registry'
import { valueAt, type Family, type Product, type Setup } from '../catalogue/model'
import { same, scopeOfPath, type ProductPatch } from '../catalogue/patch'
import { standingOf, type ValueSource } from '../catalogue/source'
import { readItem, type PoolItem } from './item'
import type { Mapping } from '../imports/mapping'

/**
 * How a product and an item stand to each other in one thing: the `same`; the product has none (`empty`); they
 * `differ`; the item's text could not be read (`unread`); or nothing of ours has the property's name (`unknown`).
 */
export type PoolState = 'same' | 'empty' | 'differs' | 'unread' | 'unknown'

/** One property of an item beside what a product says. */
export interface PoolComparison {
  property: string
  /** As the pool writes it. */
  text: string
  path: string | null
  state: PoolState
  ours: unknown
  /** Whether ours is the parent's. */
  inherited: boolean
  theirs: unknown
  problem: string | null
  /** Whether the product's type has such an attribute. */
  asked: boolean
  source: ValueSource | null
}

/** What a product says at a path: its own, else what it inherits. */
export function saidAt(product: Product, family: Family, path: string): { value: unknown; inherited: boolean } {
  const scope = scopeOfPath(path)
  const own = scope ? valueAt(product, scope) : product[path as keyof Product]
  if (own !== null && own !== undefined) return { value: own, inherited: false }
  if (!scope || product === family.root) return { value: null, inherited: false }
  const parents = valueAt(family.root, scope)
  return { value: parents, inherited: parents !== null }
}

/** Whether two values say the same, however they are written: 1200 g is 1.2 kg. */
export function saysTheSame(path: string, a: unknown, b: unknown, setup: Setup): boolean {
  if (same(a, b)) return true
  const attribute = setup.attributes.get(scopeOfPath(path)?.attribute ?? '')
  if (!attribute || a === null || b === null) return false
  const { comparable, isText } = attributeTypes[attribute.type]
  const [x, y] = isText ? [] : [comparable(a as Value, attribute), comparable(b as Value, attribute)]
  return x !== undefined && y !== undefined && same(x, y)
}

/** An item beside a product, property by property, in the item's order. */
export function compareItem(
  item: PoolItem,
  product: Product,
  family: Family,
  setup: Setup,
  sources: ReadonlyMap<string, ValueSource>,
  kept?: Mapping,
): PoolComparison[] {
  const asked = new Set(setup.types.get(family.root.type)?.attributes.map((a) => a.attribute))
  return readItem(item, setup, kept)
    .filter((p) => p.path !== 'type')
    .map((p): PoolComparison => {
      const { property, text, path, problem } = p
      if (path === null || problem !== null || p.value === null) {
        return {
          property,
          text,
          path,
          problem,
          ours: null,
          inherited: false,
          theirs: null,
          state: path === null ? 'unknown' : 'unread',
          asked: false,
          source: null,
        }
      }
      const { value: ours, inherited } = saidAt(product, family, path)
      const attribute = scopeOfPath(path)?.attribute
      return {
        property,
        text,
        path,
        problem: null,
        ours,
        inherited,
        theirs: p.value,
        asked: attribute === undefined || asked.has(attribute),
        source: sources.get(path) ?? null,
        state: ours === null ? 'empty' : saysTheSame(path, ours, p.value, setup) ? 'same' : 'differs',
      }
    })
}

/** Whether a difference has been dealt with: a reason stands beside it that was given to what the item says now. */
export function isExplained(c: PoolComparison): boolean {
  return c.source !== null && same(c.source.value, c.theirs) && standingOf(c.ours, c.source) === 'own'
}

/** The patch that puts what an item says at some paths into a product. */
export function takeOver(rows: readonly Pick<PoolComparison, 'path' | 'theirs'>[]): ProductPatch {
  const patch: ProductPatch = { fields: {}, values: [], basePrices: [] }
  for (const { path, theirs } of rows) {
    const scope = scopeOfPath(path!)
    if (scope) patch.values.push({ ...scope, value: theirs as Value })
    else Object.assign(patch.fields, { [path!]: theirs })
  }
  return patch
}
