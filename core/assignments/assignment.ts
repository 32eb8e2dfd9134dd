import type { Setup } from '../catalogue/model'
import { checkCondition } from '../rules/check'
import type { Condition } from '../rules/condition'
import { compileExplainer, type Explainer, type Explanation } from '../rules/explain'
import type { Facts } from '../rules/fact-shape'
import type { Predicate } from '../rules/operator-shape'
import { compilePredicate } from '../rules/predicate'
import type { Area } from './areas'
import { isLimited, type Limits } from './limits'

/** Which products something goes to: ((everything, a rule's or chosen ones) plus added) minus left out. */
export interface Reach {
  base: 'everything' | 'rule' | 'chosen'
  rule: Condition | null
  chosen: string[]
  added: string[]
  leftOut: string[]
  /** Asked of each variant, not of parents. */
  eachVariant: boolean
}

export interface Assignment {
  code: string
  /** Given once, in the order of making; breaks ties of order. */
  number: number
  name: string
  pieces: string[]
  /** Question sets that it brings, by code: their questions flow into the area's FAQ. */
  sets: string[]
  reach: Reach
  limits: Limits
  area: Area
  order: number
  /** The piece whose place its own takes; null where it adds. */
  replaces: string | null
  resting: boolean
}

/** What an assignment is called by. */
export interface AssignmentName {
  number: number
  code: string
  name: string
}

/** An assignment with its rule compiled. */
export interface PreparedAssignment extends Assignment {
  called: AssignmentName
  /** Whether its limits can keep it from any page. */
  limited: boolean
  meets: Predicate
  explain: Explainer
  addedSet: ReadonlySet<string>
  leftOutSet: ReadonlySet<string>
  chosenSet: ReadonlySet<string>
}

/** Compiles an assignment's reach. Throws a RuleError where its rule does not fit the set-up. */
export function prepareAssignment(assignment: Assignment, setup: Setup): PreparedAssignment {
  const { code, number, name, pieces, sets, reach, limits, area, order, replaces, resting } = assignment
  const node = checkCondition(reach.base === 'rule' ? reach.rule : { all: [] }, setup)
  // Written out: with a spread, each would get a shape of its own, and pages ask hundreds of them.
  return {
    code,
    number,
    name,
    pieces,
    sets,
    reach,
    limits,
    area,
    order,
    replaces,
    resting,
    called: { number, code, name },
    limited: isLimited(limits),
    meets: compilePredicate(node, reach.eachVariant),
    explain: compileExplainer(node, reach.eachVariant),
    addedSet: new Set(reach.added),
    leftOutSet: new Set(reach.leftOut),
    chosenSet: new Set(reach.chosen),
  }
}

/** Why a reach has a product or not. */
export type ReachReason = 'everything' | 'rule' | 'chosen' | 'added' | 'left-out' | 'not-met' | 'not-chosen'

/** Whether a reason is one for having a product. */
export function isReached(reason: ReachReason): boolean {
  return reason !== 'not-met' && reason !== 'left-out' && reason !== 'not-chosen'
}

const holdsAny = (set: ReadonlySet<string>, skus: readonly string[]) => set.size > 0 && skus.some((s) => set.has(s))

/**
 * Whether and why a reach has a product: `skus` are those that name it. Of a family that is the parent's and its
 * variants'; where each variant is asked, the variant's own and its parent's, so that a left-out parent leaves out all
 * its variants. `facts`, or what makes them, are the root's, or the variant's where each variant is asked.
 */
export function reachReason(a: PreparedAssignment, skus: readonly string[], facts: Facts | (() => Facts)): ReachReason {
  if (holdsAny(a.leftOutSet, skus)) return 'left-out'
  if (holdsAny(a.addedSet, skus)) return 'added'
  if (a.reach.base === 'everything') return 'everything'
  if (a.reach.base === 'chosen') return holdsAny(a.chosenSet, skus) ? 'chosen' : 'not-chosen'
  return a.meets(typeof facts === 'function' ? facts() : facts) ? 'rule' : 'not-met'
}

/** The same with each condition of the rule explained. */
export function explainReach(
  a: PreparedAssignment,
  skus: readonly string[],
  facts: Facts,
): { reached: boolean; reason: ReachReason; explanation: Explanation | null } {
  const reason = reachReason(a, skus, facts)
  return { reached: isReached(reason), reason, explanation: a.reach.base === 'rule' ? a.explain(facts) : null }
}
