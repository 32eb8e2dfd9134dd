import type { FieldKind, Operand, OperatorName } from './condition'
import type { Facts } from './fact-shape'
import { matchesPattern } from './pattern'

/** A rule, or one condition of it, compiled for facts in memory. */
export type Predicate = (facts: Facts) => boolean

/** What one operator is: where it fits, what its value looks like, how it is said, and what it computes. */
export interface Operator {
  kinds: readonly FieldKind[]
  shape: 'one' | 'list' | 'range' | 'days' | 'flag'
  /** How the sentence says it; `%` stands for the value. */
  phrase: string
  /** The comparison with an operand made ready, of the fact that stands under a key. */
  compile(operand: Operand, kind: FieldKind, key: string): Predicate
}

const anyKind: readonly FieldKind[] = [
  'text',
  'long',
  'texts',
  'sku',
  'number',
  'measure',
  'price',
  'date',
  'yes-no',
  'code',
  'codes',
  'category',
]
const textKinds: readonly FieldKind[] = ['text', 'long', 'texts', 'sku']
const ordered: readonly FieldKind[] = ['sku', 'number', 'measure', 'price', 'date']
const numeric: ReadonlySet<FieldKind> = new Set(['number', 'measure', 'price', 'date'])

/** Whether operands of a kind are numbers. */
export function isNumeric(kind: FieldKind): boolean {
  return numeric.has(kind)
}

/** A test of a text, or of any text of a list. */
const onText =
  (key: string, test: (text: string) => boolean): Predicate =>
  (facts) => {
    const fact = facts[key]
    return typeof fact === 'string' ? test(fact) : Array.isArray(fact) && (fact as string[]).some(test)
  }

function compileEquals(operand: Operand, kind: FieldKind, key: string): Predicate {
  if (kind === 'yes-no') {
    const { flag } = operand
    return (facts) => facts[key] === flag
  }
  if (isNumeric(kind)) {
    const wanted = operand.numbers
    const [one] = wanted
    if (wanted.length === 1) return (facts) => facts[key] === one
    return (facts) => wanted.includes(facts[key] as number)
  }
  const wanted = operand.texts
  if (wanted.length === 1) {
    const one = wanted[0]!
    return (facts) => {
      const fact = facts[key]
      return fact === one || (typeof fact === 'object' && (fact as string[]).includes(one))
    }
  }
  const set = new Set(wanted)
  return onText(key, (t) => set.has(t))
}

type Compare<T> = (key: string, low: T, high: T) => Predicate

/**
 * Comparisons order numbers by value and SKUs by their digit-aware key, which then stands under `key`.
 * The two are written out apart: a comparison that meets only one type is compiled to a single instruction.
 * What is missing compares as false with anything.
 */
function ordering(numbers: Compare<number>, texts: Compare<string>) {
  return ({ numbers: n, texts: t }: Operand, kind: FieldKind, key: string): Predicate =>
    kind === 'sku' ? texts(key, t[0]!, t[1] ?? t[0]!) : numbers(key, n[0]!, n[1] ?? n[0]!)
}

/** Every operator that a condition may use. */
export const operators: Record<OperatorName, Operator> = {
  equals: { kinds: anyKind, shape: 'one', phrase: 'is %', compile: compileEquals },
  'one-of': { kinds: anyKind, shape: 'list', phrase: 'is %', compile: compileEquals },
  contains: {
    kinds: textKinds,
    shape: 'one',
    phrase: 'contains %',
    compile: ({ texts: [x] }, _, key) => onText(key, (t) => t.includes(x!)),
  },
  'starts-with': {
    kinds: textKinds,
    shape: 'one',
    phrase: 'starts with %',
    compile: ({ texts: [x] }, _, key) => onText(key, (t) => t.startsWith(x!)),
  },
  'ends-with': {
    kinds: textKinds,
    shape: 'one',
    phrase: 'ends with %',
    compile: ({ texts: [x] }, _, key) => onText(key, (t) => t.endsWith(x!)),
  },
  like: {
    kinds: textKinds,
    shape: 'one',
    phrase: 'is like %',
    compile: ({ texts: [x] }, _, key) => onText(key, (t) => matchesPattern(t, x!)),
  },
  'at-least': {
    kinds: ordered,
    shape: 'one',
    phrase: 'is at least %',
    compile: ordering(
      (k, a) => (f) => (f[k] as number) >= a,
      (k, a) => (f) => (f[k] as string) >= a,
    ),
  },
  'at-most': {
    kinds: ordered,
    shape: 'one',
    phrase: 'is at most %',
    compile: ordering(
      (k, a) => (f) => (f[k] as number) <= a,
      (k, a) => (f) => (f[k] as string) <= a,
    ),
  },
  above: {
    kinds: ordered,
    shape: 'one',
    phrase: 'is above %',
    compile: ordering(
      (k, a) => (f) => (f[k] as number) > a,
      (k, a) => (f) => (f[k] as string) > a,
    ),
  },
  below: {
    kinds: ordered,
    shape: 'one',
    phrase: 'is below %',
    compile: ordering(
      (k, a) => (f) => (f[k] as number) < a,
      (k, a) => (f) => (f[k] as string) < a,
    ),
  },
  between: {
    kinds: ordered,
    shape: 'range',
    phrase: 'is %',
    compile: ordering(
      (k, a, b) => (f) => (f[k] as number) >= a && (f[k] as number) <= b,
      (k, a, b) => (f) => (f[k] as string) >= a && (f[k] as string) <= b,
    ),
  },
  'within-days': {
    kinds: ['date'],
    shape: 'days',
    phrase: 'is within the last %',
    compile:
      ({ numbers: [days] }, _, key) =>
      (facts) => {
        const fact = facts[key]
        return typeof fact === 'number' && fact <= facts.today && fact >= facts.today - days!
      },
  },
  present: {
    kinds: anyKind,
    shape: 'flag',
    phrase: 'is filled',
    compile: (o, _, key) =>
      o.flag === false ? (facts) => facts[key] === undefined : (facts) => facts[key] !== undefined,
  },
}
