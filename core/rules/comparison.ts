import type { RuleNode } from './condition'
import type { Comparison } from './operator-shape'
import { comparingOperators, isNumeric } from './operators'

/** What a condition of a checked rule asks of its fact, told without the name of its operator. */
export function comparisonOf({ field, is, operand }: Extract<RuleNode, { kind: 'test' }>): Comparison {
  return comparingOperators[is].comparison(operand, isNumeric(field.kind) ? operand.numbers : operand.texts)
}
