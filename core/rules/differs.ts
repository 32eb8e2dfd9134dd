import type { Setup } from '../catalogue/model'
import type { Condition } from './condition'

/** Fields that read the same through every storefront's lens. */
const same = new Set([
  'type',
  'kind',
  'brand',
  'category',
  'tags',
  'sku',
  'gtin',
  'status',
  'season',
  'model',
  'list',
  'stock',
  'minimum',
  'variant',
])

/** Fields that stand in a root's own record. */
const inRecord = new Set(['type', 'kind', 'brand', 'category', 'tags', 'status', 'list'])

const reading = new WeakMap<object, boolean>()

/** Whether a condition reads nothing but a root's own record, of which `recordFacts` tells all. */
export function readsOnlyRecord(condition: Condition): boolean {
  let only = reading.get(condition)
  if (only === undefined)
    reading.set(
      condition,
      (only =
        'field' in condition
          ? inRecord.has(condition.field)
          : !('variant' in condition) && partsOf(condition).every(readsOnlyRecord)),
    )
  return only
}

const partsOf = (condition: Exclude<Condition, { field: string }>): readonly Condition[] =>
  'all' in condition
    ? condition.all
    : 'any' in condition
      ? condition.any
      : 'none' in condition
        ? condition.none
        : [condition.variant]

const known = new WeakMap<object, WeakMap<object, boolean>>()

/**
 * Whether a condition can be met in one storefront and not in another: it reads prices, days, ranges, or an attribute
 * whose values may differ by storefront. Of fields that are not known here, it can.
 */
export function differsByStorefront(condition: Condition, setup: Pick<Setup, 'attributes'>): boolean {
  let answers = known.get(setup.attributes)
  if (!answers) known.set(setup.attributes, (answers = new WeakMap()))
  let differs = answers.get(condition)
  if (differs === undefined) answers.set(condition, (differs = look(condition, setup)))
  return differs
}

function look(condition: Condition, setup: Pick<Setup, 'attributes'>): boolean {
  if ('field' in condition) {
    const code = /^(?:attribute:)?([^@]+)/.exec(condition.field)![1]!
    if (same.has(condition.field)) return false
    const attribute =
      condition.field.startsWith('attribute:') || code === 'name' ? setup.attributes.get(code) : undefined
    return !attribute || attribute.perStorefront || attribute.type === 'date'
  }
  return partsOf(condition).some((c) => differsByStorefront(c, setup))
}
