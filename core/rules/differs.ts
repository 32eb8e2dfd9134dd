import type { Setup } from '../catalogue/model'
import { attributeTypes } from '../attributes/types/registry'
import { builtInField } from './built-in-fields'
import type { Condition } from './condition'

const reading = new WeakMap<object, boolean>()

/** Whether a condition reads nothing but a root's own record, of which `recordFacts` tells all. */
export function readsOnlyRecord(condition: Condition): boolean {
  let only = reading.get(condition)
  if (only === undefined)
    reading.set(
      condition,
      (only =
        'field' in condition
          ? builtInField(condition.field)?.recordFact !== undefined
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
  if (!('field' in condition)) return partsOf(condition).some((c) => differsByStorefront(c, setup))
  const [name] = condition.field.split('@') as [string]
  const builtIn = builtInField(name)
  if (builtIn?.sameEverywhere) return false
  const code = builtIn?.attribute ?? (name.startsWith('attribute:') ? name.slice('attribute:'.length) : undefined)
  const attribute = code === undefined ? undefined : setup.attributes.get(code)
  return !attribute || attribute.perStorefront || attributeTypes[attribute.type].ruleKind === 'date'
}
