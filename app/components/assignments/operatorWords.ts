import type { FieldKind, OperatorName } from '@core/rules/condition'

/** An operator as the builder offers it; `present` is offered as two. */
export interface OfferedOperator {
  id: string
  is: OperatorName
  value?: boolean
  label: string
}

const words: Partial<Record<OperatorName, string>> = {
  equals: 'is',
  'one-of': 'is one of',
  contains: 'contains',
  'starts-with': 'starts with',
  'ends-with': 'ends with',
  like: 'matches the pattern',
  'at-least': 'at least',
  'at-most': 'at most',
  above: 'above',
  below: 'below',
  between: 'from … to',
  'within-days': 'within the last … days',
}
const ofKind: Partial<Record<FieldKind, Partial<Record<OperatorName, string>>>> = {
  category: { equals: 'is in', 'one-of': 'is in one of' },
  codes: { equals: 'has', 'one-of': 'has one of' },
  date: { 'at-least': 'on or after', 'at-most': 'on or before', above: 'after', below: 'before' },
}

/** The operators of a field, in words. */
export function offeredOperators(kind: FieldKind, operators: readonly OperatorName[]): OfferedOperator[] {
  return operators.flatMap((is): OfferedOperator[] =>
    is === 'present'
      ? [
          { id: 'filled', is, value: true, label: 'is filled' },
          { id: 'empty', is, value: false, label: 'is empty' },
        ]
      : [{ id: is, is, label: ofKind[kind]?.[is] ?? words[is] ?? is }],
  )
}

/** The id under which a condition's operator is offered. */
export const offeredId = (is: OperatorName, value: unknown) =>
  is === 'present' ? (value === false ? 'empty' : 'filled') : is
