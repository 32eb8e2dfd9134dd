import type { Setup } from '../catalogue/model'
import { checkCondition } from '../rules/check'
import type { Condition } from '../rules/condition'
import { compileExplainer, type Explainer, type Explanation } from '../rules/explain'
import type { Facts } from '../rules/facts'
import { compilePredicate, type Predicate } from '../rules/predicate'
import type { Limits } from './limits'

export const areas = ['summary', 'beside-price', 'details', 'below-details', 'foot'] as const
export type Area = (typeof areas)[number]

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
  reach: Reach
  limits: Limits
  area: Area
  order: number
  resting: boolean
}

/** An assignment with its rule compiled. */
export interface PreparedAssignment extends Assignment {
  meets: Predicate
  explain: Explainer
  addedSet: ReadonlySet<string>
  leftOutSet: ReadonlySet<string>
  chosenSet: ReadonlySet<string>
}

/** Compiles an assignment's reach. Throws a RuleError where its rule does not fit the set-up. */
export function prepareAssignment(assignment: Assignment, setup: Setup): PreparedAssignment {
  const { reach } = assignment
  const node = checkCondition(reach.base === 'rule' ? reach.rule : { all: [] }, setup)
  return {
    ...assignment,
    meets: compilePredicate(node, reach.eachVariant),
    explain: compileExplainer(node, reach.eachVariant),
    addedSet: new Set(reach.added), leftOutSet: new Set(reach.leftOut), chosenSet: new Set(reach.chosen),
  }
}

/** Why a reach has a product or not. */
export type ReachReason = 'everything' | 'rule' | 'chosen' | 'added' | 'left-out' | 'not-met' | 'not-chosen'

export interface ReachAnswer {
  reached: boolean
  reason: ReachReason
  explanation: Explanation | null
}

/**
 * Whether a reach has a product: `skus` are those that name it. Of a family that is the parent's and its variants';
 * where each variant is asked, the variant's own and its parent's, so that a left-out parent leaves out all its variants.
 * `facts` are the root's, or the variant's where each variant is asked.
 */
export function reaches(a: PreparedAssignment, skus: readonly string[], facts: Facts): Omit<ReachAnswer, 'explanation'> {
  if (skus.some((s) => a.leftOutSet.has(s))) return { reached: false, reason: 'left-out' }
  if (skus.some((s) => a.addedSet.has(s))) return { reached: true, reason: 'added' }
  if (a.reach.base === 'everything') return { reached: true, reason: 'everything' }
  if (a.reach.base === 'chosen') {
    return skus.some((s) => a.chosenSet.has(s)) ? { reached: true, reason: 'chosen' } : { reached: false, reason: 'not-chosen' }
  }
  return a.meets(facts) ? { reached: true, reason: 'rule' } : { reached: false, reason: 'not-met' }
}

/** The same with each condition of the rule explained. */
export function explainReach(a: PreparedAssignment, skus: readonly string[], facts: Facts): ReachAnswer {
  return { ...reaches(a, skus, facts), explanation: a.reach.base === 'rule' ? a.explain(facts) : null }
}
