import type { Setup } from '../catalogue/model'
import { same, scopeOfPath } from '../catalogue/patch'
import type { Value } from './attribute'
import { checkedValue } from './checked-value'
import { ValueProblem } from './types/shape'

/**
 * Whether a value that was stored at a path of a product's history can stand there again: its attribute is still there,
 * has the scope, and holds values of that shape. True for paths that name no value.
 */
export function stillFits(path: string, value: unknown, setup: Setup): boolean {
  const scope = scopeOfPath(path)
  if (!scope || value === null) return true
  const attribute = setup.attributes.get(scope.attribute)
  if (
    !attribute ||
    attribute.translatable !== (scope.language !== null) ||
    (scope.storefront !== null && !attribute.perStorefront)
  )
    return false
  try {
    return same(checkedValue(value as Value, { ...attribute, allowed: null }), value)
  } catch (e) {
    if (e instanceof ValueProblem) return false
    throw e
  }
}
