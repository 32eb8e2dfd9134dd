import type { RuleNode } from './condition'
import type { Predicate } from './operator-shape'
import { comparingOperators } from './operators'

type TestNode = Extract<RuleNode, { kind: 'test' }>

/** The key of the fact that a condition reads: SKUs are ordered by their digit-aware key. */
export function factKey(node: TestNode): string {
  return node.field.kind === 'sku' && comparingOperators[node.is].orders ? 'sku-order' : node.field.key
}

/** One condition on the facts it reads directly. */
export function compileTest(node: TestNode): Predicate {
  const test = comparingOperators[node.is].compile(node.operand, node.field.kind, factKey(node))
  const { currency } = node.operand
  return currency === null ? test : (facts) => facts.currency === currency && test(facts)
}

/**
 * A condition asked of a root: on a variant fact it is met if any variant meets it,
 * and absence is met if no variant has a value.
 */
function acrossVariants(node: TestNode, test: Predicate): Predicate {
  if (node.is === 'present' && node.operand.flag === false) return (facts) => facts.variants!.every(test)
  return (facts) => {
    const variants = facts.variants!
    for (let i = 0; i < variants.length; i++) if (test(variants[i]!)) return true
    return false
  }
}

/**
 * A checked rule as a function of facts. With `eachVariant` the facts are those of one variant,
 * and conditions on variant facts read that variant alone.
 */
export function compilePredicate(node: RuleNode, eachVariant = false): Predicate {
  switch (node.kind) {
    case 'test': {
      const test = compileTest(node)
      return node.field.perVariant && !eachVariant ? acrossVariants(node, test) : test
    }
    case 'variant': {
      const child = compilePredicate(node.child, true)
      return eachVariant ? child : (facts) => facts.variants!.some(child)
    }
    case 'all': {
      const parts = node.children.map((c) => compilePredicate(c, eachVariant))
      return (facts) => {
        for (let i = 0; i < parts.length; i++) if (!parts[i]!(facts)) return false
        return true
      }
    }
    default: {
      const parts = node.children.map((c) => compilePredicate(c, eachVariant))
      const hit = node.kind === 'any'
      return (facts) => {
        for (let i = 0; i < parts.length; i++) if (parts[i]!(facts)) return hit
        return !hit
      }
    }
  }
}
