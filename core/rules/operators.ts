import type { ComparingOperator, FieldKind, Operand, OperandShape, OppositeOperator, Predicate } from './operator-shape'
import { matchesPattern } from './pattern'

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

/** A part of a text that is looked for; of a list of texts, in any of them. */
const lookingFor = (
  part: 'contains' | 'starts-with' | 'ends-with' | 'pattern',
  test: (text: string, part: string) => boolean,
  phrase: string,
  words = phrase,
) =>
  ({
    kinds: textKinds,
    operand: 'one',
    phrase: `${phrase} %`,
    offered: [{ words }],
    compile: ({ texts: [x] }, _, key) => onText(key, (t) => test(t, x!)),
    comparison: (_, [text]) => ({ form: 'text', part, text: String(text) }),
  }) satisfies ComparingOperator

/** Every operator that compares a fact with a value. */
const comparing = {
  equals: {
    kinds: anyKind,
    operand: 'one',
    chooses: true,
    phrase: 'is %',
    offered: [{ words: 'is' }],
    offeredOf: { category: 'is in', codes: 'has' },
    compile: compileEquals,
    comparison: ({ flag }, values) => (flag === null ? { form: 'one-of', values } : { form: 'flag', flag }),
  },
  'one-of': {
    kinds: anyKind,
    operand: 'list',
    chooses: true,
    phrase: 'is %',
    offered: [{ words: 'is one of' }],
    offeredOf: { category: 'is in one of', codes: 'has one of' },
    compile: compileEquals,
    comparison: (_, values) => ({ form: 'one-of', values }),
  },
  contains: lookingFor('contains', (text, part) => text.includes(part), 'contains'),
  'starts-with': lookingFor('starts-with', (text, part) => text.startsWith(part), 'starts with'),
  'ends-with': lookingFor('ends-with', (text, part) => text.endsWith(part), 'ends with'),
  like: lookingFor('pattern', matchesPattern, 'is like', 'matches the pattern'),
  'at-least': {
    kinds: ordered,
    operand: 'one',
    orders: true,
    jsonLogic: '>=',
    phrase: 'at least %',
    offered: [{ words: 'at least' }],
    offeredOf: { date: 'on or after' },
    compile: ordering(
      (k, a) => (f) => (f[k] as number) >= a,
      (k, a) => (f) => (f[k] as string) >= a,
    ),
    comparison: (_, [value]) => ({ form: 'range', from: { value: value! } }),
  },
  'at-most': {
    kinds: ordered,
    operand: 'one',
    orders: true,
    jsonLogic: '<=',
    phrase: 'at most %',
    offered: [{ words: 'at most' }],
    offeredOf: { date: 'on or before' },
    compile: ordering(
      (k, a) => (f) => (f[k] as number) <= a,
      (k, a) => (f) => (f[k] as string) <= a,
    ),
    comparison: (_, [value]) => ({ form: 'range', to: { value: value! } }),
  },
  above: {
    kinds: ordered,
    operand: 'one',
    orders: true,
    jsonLogic: '>',
    phrase: 'above %',
    offered: [{ words: 'above' }],
    offeredOf: { date: 'after' },
    compile: ordering(
      (k, a) => (f) => (f[k] as number) > a,
      (k, a) => (f) => (f[k] as string) > a,
    ),
    comparison: (_, [value]) => ({ form: 'range', from: { value: value!, open: true } }),
  },
  below: {
    kinds: ordered,
    operand: 'one',
    orders: true,
    jsonLogic: '<',
    phrase: 'below %',
    offered: [{ words: 'below' }],
    offeredOf: { date: 'before' },
    compile: ordering(
      (k, a) => (f) => (f[k] as number) < a,
      (k, a) => (f) => (f[k] as string) < a,
    ),
    comparison: (_, [value]) => ({ form: 'range', to: { value: value!, open: true } }),
  },
  between: {
    kinds: ordered,
    operand: 'range',
    orders: true,
    phrase: '%',
    offered: [{ words: 'from … to' }],
    compile: ordering(
      (k, a, b) => (f) => (f[k] as number) >= a && (f[k] as number) <= b,
      (k, a, b) => (f) => (f[k] as string) >= a && (f[k] as string) <= b,
    ),
    comparison: (_, [from, to]) => ({ form: 'range', from: { value: from! }, to: { value: to! } }),
  },
  'within-days': {
    kinds: ['date'],
    operand: 'days',
    phrase: 'within the last %',
    offered: [{ words: 'within the last … days' }],
    compile:
      ({ numbers: [days] }, _, key) =>
      (facts) => {
        const fact = facts[key]
        return typeof fact === 'number' && fact <= facts.today && fact >= facts.today - days!
      },
    comparison: ({ numbers: [days] }) => ({ form: 'last-days', days: days! }),
  },
  present: {
    kinds: anyKind,
    operand: 'flag',
    phrase: 'is filled',
    offered: [
      { words: 'is filled', value: true },
      { words: 'is empty', value: false },
    ],
    compile: (o, _, key) =>
      o.flag === false ? (facts) => facts[key] === undefined : (facts) => facts[key] !== undefined,
    comparison: ({ flag }) => ({ form: flag === false ? 'absent' : 'present' }),
  },
} as const satisfies Record<string, ComparingOperator>

/**
 * Every operator that is the opposite of one of these. Each reading of a rule sees it as `none` of the other, so that it
 * is met by everything that does not meet that: a product without a brand is not of brand Oxbrook.
 */
const opposites = {
  'not-equals': {
    of: 'equals',
    offered: [{ words: 'is not' }],
    offeredOf: { category: 'is not in', codes: 'has not' },
  },
} as const satisfies Record<string, OppositeOperator & { of: keyof typeof comparing }>

export type ComparingName = keyof typeof comparing
export type OperatorName = ComparingName | keyof typeof opposites

/** The operators that compare, by name. */
export const comparingOperators: Record<ComparingName, ComparingOperator> = comparing

/** The names of all operators, in the order in which they are offered. */
export const operatorNames = [...Object.keys(comparing), ...Object.keys(opposites)] as OperatorName[]

/** An operator as it is written in a rule: what it compares, whether it is turned round, and how it is offered. */
export interface WrittenOperator extends Pick<OppositeOperator, 'offered' | 'offeredOf'> {
  name: ComparingName
  isOpposite: boolean
  kinds: readonly FieldKind[]
  operand: OperandShape
}

/** What a name says that stands in a rule; undefined where there is no such operator. */
export function writtenOperator(name: string): WrittenOperator | undefined {
  const opposite = Object.hasOwn(opposites, name) ? opposites[name as keyof typeof opposites] : undefined
  const base = opposite?.of ?? (Object.hasOwn(comparing, name) ? (name as ComparingName) : undefined)
  if (base === undefined) return undefined
  const entry: ComparingOperator = comparing[base]
  const { offered, offeredOf }: Pick<OppositeOperator, 'offered' | 'offeredOf'> = opposite ?? entry
  const written = {
    name: base,
    isOpposite: opposite !== undefined,
    kinds: entry.kinds,
    operand: entry.operand,
    offered,
  }
  return offeredOf ? { ...written, offeredOf } : written
}
