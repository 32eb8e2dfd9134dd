import type { RuleNode } from './condition'
import { factKey } from './predicate'
import type { Comparison } from './operator-shape'
import { comparisonOf } from './comparison'

export type JsonLogic = boolean | number | string | null | JsonLogic[] | { [op: string]: JsonLogic }

type TestNode = Extract<RuleNode, { kind: 'test' }>
const many = new Set(['codes', 'category', 'texts'])

/** A pattern that is a plain prefix, suffix or infix: `ab*`, `*ab`, `*ab*`, or the text itself. */
function plainPattern(
  pattern: string,
): { how: 'equals' | 'starts-with' | 'ends-with' | 'contains'; text: string } | undefined {
  const m = /^(\*?)([^*?]+)(\*?)$/.exec(pattern)
  if (!m) return undefined
  const how = m[1] ? (m[3] ? 'contains' : 'ends-with') : m[3] ? 'starts-with' : 'equals'
  return { how, text: m[2]! }
}

function onText(part: string, subject: JsonLogic, text: string): JsonLogic {
  switch (part) {
    case 'contains':
      return { in: [text, subject] }
    case 'starts-with':
      return { '===': [{ substr: [subject, 0, text.length] }, text] }
    case 'ends-with':
      return { '===': [{ substr: [subject, -text.length] }, text] }
    case 'equals':
      return { '===': [subject, text] }
    default:
      return { like: [subject, text] }
  }
}

const present = (v: JsonLogic): JsonLogic => ({ '!==': [v, null] })

/** A subject and whether a fact of its field is a list. */
interface Subject {
  v: JsonLogic
  isList: boolean
}

/** Comparisons that say of a missing fact what they should, without a guard; the others need one. */
function unguarded(comparison: Comparison, { v, isList }: Subject): JsonLogic | undefined {
  switch (comparison.form) {
    case 'present':
      return present(v)
    case 'absent':
      return { '===': [v, null] }
    case 'flag':
      return { '===': [v, comparison.flag] }
    case 'one-of': {
      const values = [...comparison.values]
      const [one] = values
      if (isList) return values.length === 1 ? { in: [one!, v] } : { or: values.map((t) => ({ in: [t, v] })) }
      return values.length === 1 ? { '===': [v, one!] } : { in: [v, values] }
    }
    case 'text': {
      const { how, text } = plainText(comparison)
      if (isList) return { some: [v, onText(how, { var: '' }, text)] }
      return how === 'equals' || how === 'contains' ? onText(how, v, text) : undefined
    }
    default:
      return undefined
  }
}

/** A text comparison, patterns that are a plain part of a text said as that. */
function plainText({ part, text }: Extract<Comparison, { form: 'text' }>): { how: string; text: string } {
  return (part === 'pattern' ? plainPattern(text) : undefined) ?? { how: part, text }
}

/** The comparisons that need a guard against a missing fact: `null < 60` is true in JsonLogic. */
function guarded(comparison: Comparison, v: JsonLogic): JsonLogic[] {
  switch (comparison.form) {
    case 'last-days':
      return [{ '<=': [v, { var: 'today' }] }, { '>=': [v, { '-': [{ var: 'today' }, comparison.days] }] }]
    case 'range': {
      const { from, to } = comparison
      return [
        ...(from ? [{ [from.open ? '>' : '>=']: [v, from.value] }] : []),
        ...(to ? [{ [to.open ? '<' : '<=']: [v, to.value] }] : []),
      ]
    }
    case 'text': {
      const { how, text } = plainText(comparison)
      return [onText(how, v, text)]
    }
    default:
      throw new Error(`“${comparison.form}” needs no guard.`)
  }
}

/** A condition over the facts it reads directly. */
function test(node: TestNode): JsonLogic {
  const { field, operand } = node
  const v: JsonLogic = { var: factKey(node) }
  const comparison = comparisonOf(node)
  const bare = unguarded(comparison, { v, isList: many.has(field.kind) })
  const inCurrency: JsonLogic[] = operand.currency ? [{ '===': [{ var: 'currency' }, operand.currency] }] : []
  if (bare !== undefined && inCurrency.length === 0) return bare
  const parts = bare === undefined ? guarded(comparison, v) : [bare]
  return { and: [...inCurrency, present(v), ...parts] }
}

function rule(node: RuleNode, inVariant: boolean): JsonLogic {
  switch (node.kind) {
    case 'test': {
      if (!node.field.perVariant || inVariant) return test(node)
      if (node.is === 'present' && node.operand.flag === false)
        return { '!': [{ some: [{ var: 'variants' }, present({ var: factKey(node) })] }] }
      return { some: [{ var: 'variants' }, test(node)] }
    }
    case 'variant': {
      const child = rule(node.child, true)
      return inVariant || typeof child === 'boolean' ? child : { some: [{ var: 'variants' }, child] }
    }
    case 'all':
      return fold(
        node.children.map((c) => rule(c, inVariant)),
        true,
      )
    case 'any':
      return fold(
        node.children.map((c) => rule(c, inVariant)),
        false,
      )
    case 'none': {
      const any = fold(
        node.children.map((c) => rule(c, inVariant)),
        false,
      )
      return typeof any === 'boolean' ? !any : { '!': [any] }
    }
  }
}

/** Parts joined by `and` or `or`, constants folded. */
function fold(parts: JsonLogic[], all: boolean): JsonLogic {
  if (parts.includes(!all)) return !all
  const rest = parts.filter((p) => p !== all)
  if (rest.length === 0) return all
  return rest.length === 1 ? rest[0]! : all ? { and: rest } : { or: rest }
}

/**
 * A checked rule as JsonLogic over the facts of `factsOf`. Every product has at least one variant there: itself.
 * `like` beyond a plain prefix, suffix or infix is the custom operation `like` (pattern.ts has its meaning).
 */
export function toJsonLogic(node: RuleNode): JsonLogic {
  return rule(node, false)
}
