import type { RuleNode } from './condition'
import type { Facts, FactValue } from './fact-shape'
import type { ComparingName } from './operators'
import { compileTest, factKey } from './predicate'

/** A condition with what it came to, and the value seen; for variant facts, the values of all variants. */
export interface Explanation {
  kind: RuleNode['kind']
  path: string
  met: boolean
  field?: string
  is?: ComparingName
  wanted?: unknown
  value?: FactValue | null
  /** The values of each variant by SKU, where the condition reads a variant fact of a parent. */
  variants?: { sku: string; value: FactValue | null; met: boolean }[]
  /** For `variant`: the first variant that meets the whole. */
  metBy?: string | null
  children?: Explanation[]
  /** Where it stands for named rules, their codes. */
  rules?: string[]
}

export type Explainer = (facts: Facts) => Explanation

/** A checked rule as a function that says, condition by condition, what it came to. Every condition is looked at. */
export function compileExplainer(node: RuleNode, eachVariant = false): Explainer {
  const { kind, path } = node
  if (node.kind === 'test') {
    const { field, is, given } = node
    const test = compileTest(node)
    const key = factKey(node) === 'sku-order' ? 'sku' : field.key
    const name = field.name
    // Whole object literals: copying a common part costs many times the comparison itself.
    const direct: Explainer = (facts) => ({
      kind,
      path,
      met: test(facts),
      field: name,
      is,
      wanted: given,
      value: (facts[key] as FactValue | undefined) ?? null,
    })
    if (!field.perVariant || eachVariant) return direct
    const absence = is === 'present' && node.operand.flag === false
    return (facts) => {
      const list = facts.variants!
      if (list.length === 1) return direct(list[0]!)
      const variants = list.map((v) => ({
        sku: v.sku as string,
        value: (v[key] as FactValue | undefined) ?? null,
        met: test(v),
      }))
      return {
        kind,
        path,
        met: absence ? variants.every((v) => v.met) : variants.some((v) => v.met),
        field: name,
        is,
        wanted: given,
        variants,
      }
    }
  }
  if (node.kind === 'variant') {
    const child = compileExplainer(node.child, true)
    return (facts) => {
      const all = eachVariant ? [facts] : facts.variants!
      let shown: Explanation | undefined
      for (const v of all) {
        const e = child(v)
        if (e.met) return { kind, path, met: true, metBy: v.sku as string, children: [e] }
        shown ??= e
      }
      return { kind, path, met: false, metBy: null, children: shown ? [shown] : [] }
    }
  }
  const { rules } = node
  const parts = node.children.map((c) => compileExplainer(c, eachVariant))
  // A group is settled by its first child that comes to this; else it comes to the opposite.
  const settling = kind !== 'all'
  const settled = kind === 'any'
  return (facts) => {
    const children = new Array<Explanation>(parts.length)
    let met = !settled
    for (let i = 0; i < parts.length; i++) {
      const child = parts[i]!(facts)
      if (child.met === settling) met = settled
      children[i] = child
    }
    return rules ? { kind, path, met, children, rules } : { kind, path, met, children }
  }
}

/**
 * The part of an explanation that decides it: the first condition that fails where all must be met, the one that is met
 * where one is enough. It is a group where all of its conditions decide together.
 */
export function decidingPart(explanation: Explanation): Explanation {
  const { kind, met, children = [] } = explanation
  const decider = children.length === 1 ? children[0] : children.find((child) => decides(kind, met, child))
  return decider ? decidingPart(decider) : explanation
}

/** Whether one condition of a group settles what the group comes to. */
function decides(kind: Explanation['kind'], met: boolean, child: Explanation): boolean {
  if (kind === 'all') return !met && !child.met
  if (kind === 'any') return met && child.met
  return kind === 'none' && !met && child.met
}
