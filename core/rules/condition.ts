import type { FieldKind, Operand } from './operator-shape'
import type { ComparingName, OperatorName } from './operators'

/** A rule as it is stored and as it crosses the wire. */
export type Condition =
  | { all: Condition[] }
  | { any: Condition[] }
  | { none: Condition[] }
  | { variant: Condition }
  | { field: string; is: OperatorName; value?: unknown }

/** The fields that a condition asks, by their names in it, as far as it can be read. */
export function fieldsNamedIn(condition: unknown): string[] {
  if (typeof condition !== 'object' || condition === null) return []
  if ('field' in condition) return [String(condition.field)]
  return Object.values(condition).flatMap((part) =>
    Array.isArray(part) ? part.flatMap(fieldsNamedIn) : fieldsNamedIn(part),
  )
}

export const maxDepth = 8
export const maxConditions = 200

/** A field of a rule, found and understood. */
export interface Field {
  name: string
  kind: FieldKind
  /** The key under which facts hold it. */
  key: string
  /** Whether some products have it on each variant. */
  perVariant: boolean
  /** The attribute behind it, if one is. */
  attribute: string | null
  /** The language it is read in exactly, if the rule names one. */
  language: string | null
}

/** A checked rule: what every reading of it works on. */
export type RuleNode =
  | {
      kind: 'all' | 'any' | 'none'
      path: string
      children: RuleNode[]
      /** Where it stands for named rules, their codes. */ rules?: string[]
    }
  | { kind: 'variant'; path: string; child: RuleNode }
  | { kind: 'test'; path: string; field: Field; is: ComparingName; operand: Operand; given: unknown }

/** What is wrong with a rule, and at which node. */
export interface RuleProblem {
  path: string
  message: string
}

/** Of which node of a rule's other form, such as JsonLogic, a condition was made, as a path. */
export type RulePlaces = WeakMap<object, string>

/** A rule under a name, to be used in others and changed in one place. */
export interface NamedRule {
  code: string
  name: string
  note: string
  rule: Condition
}

export class RuleError extends Error {
  constructor(readonly problems: RuleProblem[]) {
    super(problems.map((p) => `${p.path || 'rule'}: ${p.message}`).join(' '))
    this.name = 'RuleError'
  }
}
