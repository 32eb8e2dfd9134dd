import type { RuleNode } from './condition'
import { factKey } from './predicate'
import { isNumeric } from './operators'

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

function onText(is: string, subject: JsonLogic, text: string): JsonLogic {
  switch (is) {
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

/** A condition over the facts it reads directly; comparisons are guarded, because `null < 60` is true in JsonLogic. */
function test(node: TestNode): JsonLogic {
  const { field, is, operand } = node
  const v: JsonLogic = { var: factKey(node) }
  const guard = (...parts: JsonLogic[]): JsonLogic => ({
    and: [
      ...(operand.currency ? [{ '===': [{ var: 'currency' }, operand.currency] } as JsonLogic] : []),
      present(v),
      ...parts,
    ],
  })
  if (is === 'present') return operand.flag === false ? { '===': [v, null] } : present(v)
  if (is === 'within-days')
    return guard({ '<=': [v, { var: 'today' }] }, { '>=': [v, { '-': [{ var: 'today' }, operand.numbers[0]!] }] })
  const list: (string | number)[] = isNumeric(field.kind) ? operand.numbers : operand.texts
  switch (is) {
    case 'at-least':
      return guard({ '>=': [v, list[0]!] })
    case 'at-most':
      return guard({ '<=': [v, list[0]!] })
    case 'above':
      return guard({ '>': [v, list[0]!] })
    case 'below':
      return guard({ '<': [v, list[0]!] })
    case 'between':
      return guard({ '>=': [v, list[0]!] }, { '<=': [v, list[1]!] })
    case 'equals':
    case 'one-of':
      if (field.kind === 'yes-no') return { '===': [v, operand.flag] }
      if (many.has(field.kind))
        return list.length === 1 ? { in: [list[0]!, v] } : { or: list.map((t) => ({ in: [t, v] })) }
      if (operand.currency) return list.length === 1 ? guard({ '===': [v, list[0]!] }) : guard({ in: [v, list] })
      return list.length === 1 ? { '===': [v, list[0]!] } : { in: [v, list] }
    default: {
      const plain = is === 'like' ? plainPattern(operand.texts[0]!) : { how: is, text: operand.texts[0]! }
      const how = plain?.how ?? 'like'
      const text = plain?.text ?? operand.texts[0]!
      if (many.has(field.kind)) return { some: [v, onText(how, { var: '' }, text)] }
      return how === 'equals' || how === 'contains' ? onText(how, v, text) : { and: [present(v), onText(how, v, text)] }
    }
  }
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
