import { checkCondition } from '../rules/check'
import type { Condition } from '../rules/condition'
import type { Facts } from '../rules/fact-shape'
import type { Predicate } from '../rules/operator-shape'
import { compilePredicate } from '../rules/predicate'
import type { Setup } from '../catalogue/model'
import type { TypeAttribute } from './attribute'

const compiled = new WeakMap<object, WeakMap<Condition, Predicate>>()

function predicateOf(condition: Condition, setup: Setup): Predicate {
  let known = compiled.get(setup.attributes)
  if (!known) compiled.set(setup.attributes, (known = new WeakMap()))
  let predicate = known.get(condition)
  if (!predicate) known.set(condition, (predicate = compilePredicate(checkCondition(condition, setup))))
  return predicate
}

/**
 * Whether a product's type asks for an attribute in a storefront: it is required there, and the product meets the
 * condition, if there is one. `facts` are the product's through the storefront's lens, and only asked for where needed.
 */
export function isRequired(use: TypeAttribute, storefront: string, facts: () => Facts, setup: Setup): boolean {
  if (!use.required || (use.requiredIn.length > 0 && !use.requiredIn.includes(storefront))) return false
  return use.requiredWhere === null || predicateOf(use.requiredWhere, setup)(facts())
}
