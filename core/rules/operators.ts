import type { FieldKind, Operand, OperatorName } from './condition'
import { matchesPattern } from './pattern'

/** A fact as rules see it; undefined is a missing value. */
export type FactValue = number | string | boolean | string[]

/** A comparison of one fact with an operand made ready, compiled once per rule. */
export type Test = (fact: FactValue | undefined, today: number) => boolean

/** What one operator is: where it fits, what its value looks like, how it is said, and what it computes. */
export interface Operator {
  kinds: readonly FieldKind[]
  shape: 'one' | 'list' | 'range' | 'days' | 'flag'
  /** How the sentence says it; `%` stands for the value. */
  phrase: string
  compile(operand: Operand, kind: FieldKind): Test
}

const anyKind: readonly FieldKind[] = ['text', 'long', 'texts', 'sku', 'number', 'measure', 'price', 'date', 'yes-no', 'code', 'codes', 'category']
const textKinds: readonly FieldKind[] = ['text', 'long', 'texts', 'sku']
const ordered: readonly FieldKind[] = ['sku', 'number', 'measure', 'price', 'date']
const numeric: ReadonlySet<FieldKind> = new Set(['number', 'measure', 'price', 'date'])

/** Whether operands of a kind are numbers. */
export function isNumeric(kind: FieldKind): boolean {
  return numeric.has(kind)
}

const onText = (test: (text: string) => boolean): Test => (fact) =>
  typeof fact === 'string' ? test(fact) : Array.isArray(fact) && fact.some(test)

function compileEquals(operand: Operand, kind: FieldKind): Test {
  if (kind === 'yes-no') return (fact) => fact === operand.flag
  if (isNumeric(kind)) {
    const wanted = operand.numbers
    if (wanted.length === 1) return (fact) => fact === wanted[0]
    return (fact) => typeof fact === 'number' && wanted.includes(fact)
  }
  const wanted = operand.texts
  if (wanted.length === 1) {
    const one = wanted[0]!
    return (fact) => fact === one || (Array.isArray(fact) && fact.includes(one))
  }
  const set = new Set(wanted)
  return onText((t) => set.has(t))
}

/** Comparisons order numbers by value and SKUs by their digit-aware key; `fact` is then that key. */
function ordering(compare: (fact: number | string, low: number | string, high: number | string) => boolean) {
  return (operand: Operand, kind: FieldKind): Test => {
    const list: (number | string)[] = kind === 'sku' ? operand.texts : operand.numbers
    const low = list[0]!
    const high = list[1] ?? low
    const type = kind === 'sku' ? 'string' : 'number'
    return (fact) => typeof fact === type && compare(fact as number | string, low, high)
  }
}

/** Every operator that a condition may use. */
export const operators: Record<OperatorName, Operator> = {
  'equals': { kinds: anyKind, shape: 'one', phrase: 'is %', compile: compileEquals },
  'one-of': { kinds: anyKind, shape: 'list', phrase: 'is %', compile: compileEquals },
  'contains': { kinds: textKinds, shape: 'one', phrase: 'contains %', compile: (o) => onText((t) => t.includes(o.texts[0]!)) },
  'starts-with': { kinds: textKinds, shape: 'one', phrase: 'starts with %', compile: (o) => onText((t) => t.startsWith(o.texts[0]!)) },
  'ends-with': { kinds: textKinds, shape: 'one', phrase: 'ends with %', compile: (o) => onText((t) => t.endsWith(o.texts[0]!)) },
  'like': { kinds: textKinds, shape: 'one', phrase: 'is like %', compile: (o) => onText((t) => matchesPattern(t, o.texts[0]!)) },
  'at-least': { kinds: ordered, shape: 'one', phrase: 'is at least %', compile: ordering((f, a) => f >= a) },
  'at-most': { kinds: ordered, shape: 'one', phrase: 'is at most %', compile: ordering((f, a) => f <= a) },
  'above': { kinds: ordered, shape: 'one', phrase: 'is above %', compile: ordering((f, a) => f > a) },
  'below': { kinds: ordered, shape: 'one', phrase: 'is below %', compile: ordering((f, a) => f < a) },
  'between': { kinds: ordered, shape: 'range', phrase: 'is %', compile: ordering((f, a, b) => f >= a && f <= b) },
  'within-days': {
    kinds: ['date'], shape: 'days', phrase: 'is within the last %',
    compile: (o) => (fact, today) => typeof fact === 'number' && fact <= today && fact >= today - o.numbers[0]!,
  },
  'present': {
    kinds: anyKind, shape: 'flag', phrase: 'is filled',
    compile: (o) => (o.flag === false ? (fact) => fact === undefined : (fact) => fact !== undefined),
  },
}
