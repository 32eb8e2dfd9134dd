import { builtInField } from './built-in-fields'
import type { RuleNode } from './condition'
import { comparingOperators } from './operators'

/** Met by everything, and by nothing. */
const met: RuleNode = { kind: 'all', path: '', children: [] }
const unmet: RuleNode = { kind: 'any', path: '', children: [] }

/** Whether a condition is met or not by a product that nobody changes, as time goes by or for another customer. */
function isByItself({ field, is }: Extract<RuleNode, { kind: 'test' }>): boolean {
  return builtInField(field.name)?.changesByItself === true || comparingOperators[is].operand === 'days'
}

/** A rule with the conditions that change by themselves taken as met, or under a “none” as not met. */
function taken(node: RuleNode, as: RuleNode): RuleNode {
  switch (node.kind) {
    case 'test':
      return isByItself(node) ? as : node
    case 'variant':
      return { ...node, child: taken(node.child, as) }
    case 'none':
      return { ...node, children: node.children.map((child) => taken(child, as === met ? unmet : met)) }
    default:
      return { ...node, children: node.children.map((child) => taken(child, as)) }
  }
}

/**
 * A rule that every product meets which meets a rule at any moment and for any customer, as it is stored now: perhaps
 * some more, and none too few. Prices, campaigns, ranges and days counted back are taken as met.
 */
export const metEver = (node: RuleNode): RuleNode => taken(node, met)

/** Whether a rule is met or not by a product that nobody changes, as time goes by or for another customer. */
export function changesByItself(node: RuleNode): boolean {
  switch (node.kind) {
    case 'test':
      return isByItself(node)
    case 'variant':
      return changesByItself(node.child)
    default:
      return node.children.some(changesByItself)
  }
}
