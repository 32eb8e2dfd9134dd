import type { FieldKind } from '@core/rules/operator-shape'
import { writtenOperator, type OperatorName } from '@core/rules/operators'

/** An operator as the builder offers it; one that is asked with yes or no is offered as two. */
export interface OfferedOperator {
  id: string
  is: OperatorName
  value?: boolean
  label: string
}

/** The operators of a field, in words. */
export function offeredOperators(kind: FieldKind, operators: readonly OperatorName[]): OfferedOperator[] {
  return operators.flatMap((is) => {
    const { offered, offeredOf } = writtenOperator(is)!
    return offered.map(({ words, value }): OfferedOperator => {
      const one = { id: offeredId(is, value), is, label: offeredOf?.[kind] ?? words }
      return value === undefined ? one : { ...one, value }
    })
  })
}

/** The id under which a condition's operator is offered. */
export function offeredId(is: OperatorName, value: unknown): string {
  if (writtenOperator(is)!.operand !== 'flag') return is
  return value === false ? `${is}-not` : is
}
