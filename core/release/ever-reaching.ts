import { isReached, reachReason, type PreparedAssignment } from '../assignments/assignment'
import type { Limits } from '../assignments/limits'
import { cachedFor } from '../cache/cached-for'
import type { Family, Setup } from '../catalogue/model'
import { hasEnded } from '../moments/instant'
import { memberCalled, skusNaming, type PageInput } from '../page/assemble'
import { checkCondition } from '../rules/check'
import { changesByItself, metEver } from '../rules/ever'
import type { Facts } from '../rules/fact-shape'
import { factsOf } from '../rules/facts'
import { compilePredicate } from '../rules/predicate'

// Most assignments never reach a product, at no moment and for no customer: what a page is over time does not depend on
// them.

/** An assignment with its rule taken as widely as it is at any moment and for any customer. */
interface Widest {
  assignment: PreparedAssignment
  /** Whether it is the same at every moment and for every customer. */
  isCertain: boolean
}

/** Facts are the same for all pages of a family in a storefront, whatever their language. */
const factsEver = cachedFor<Family, Facts>(10)

const widest = new WeakMap<PreparedAssignment, Widest>()

function widestOf(assignment: PreparedAssignment, setup: Setup): Widest {
  const known = widest.get(assignment)
  if (known) return known
  const { reach } = assignment
  const made = reach.base === 'rule' ? withWidestRule(assignment, setup) : { assignment, isCertain: true }
  widest.set(assignment, made)
  return made
}

function withWidestRule(assignment: PreparedAssignment, setup: Setup): Widest {
  const { rule, eachVariant } = assignment.reach
  const node = checkCondition(rule, setup)
  const meets = compilePredicate(metEver(node), eachVariant)
  return { assignment: { ...assignment, meets }, isCertain: !changesByItself(node) }
}

/** Whether limits let something hold in an edition at any moment from now on, for any customer. */
function canHold(limits: Limits, { lens, setup }: PageInput, now: number): boolean {
  const { timeZone } = setup.storefronts.get(lens.storefront)!
  if (limits.storefronts.length > 0 && !limits.storefronts.includes(lens.storefront)) return false
  if (limits.languages.length > 0 && !limits.languages.includes(lens.language)) return false
  return !hasEnded(limits, timeZone, now)
}

/** Assignments that reach a page at some moment from now on or for some customer. */
export interface EverReaching {
  assignments: PreparedAssignment[]
  /** Those whose rule is the same at every moment and for every customer: their limits alone are asked again. */
  certain: ReadonlySet<PreparedAssignment>
}

/** The assignments of a page that reach it at some moment from now on or for some customer: perhaps some more. */
export function everReaching(input: PageInput, now: number): EverReaching {
  const { family, sku, lens, setup } = input
  const product = memberCalled(family, sku)
  const skus = skusNaming(family, product)
  const ofRoot = () =>
    factsEver(family, `${lens.storefront} ${now}`, () => factsOf(family, { ...lens, group: null, moment: now }, setup))
  const ofProduct = () => (product === family.root ? ofRoot() : ofRoot().variants![family.variants.indexOf(product)]!)
  const assignments: PreparedAssignment[] = []
  const certain = new Set<PreparedAssignment>()
  for (const one of input.assignments) {
    if (one.resting || !canHold(one.limits, input, now)) continue
    const { assignment, isCertain } = widestOf(one, setup)
    const reason = one.reach.eachVariant
      ? reachReason(assignment, skus.ofVariant, ofProduct)
      : reachReason(assignment, skus.ofFamily, ofRoot)
    if (!isReached(reason)) continue
    assignments.push(one)
    if (isCertain) certain.add(one)
  }
  return { assignments, certain }
}
