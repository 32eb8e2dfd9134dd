import type { Facts } from './fact-shape'

export type FieldKind =
  'text' | 'long' | 'texts' | 'sku' | 'number' | 'measure' | 'price' | 'date' | 'yes-no' | 'code' | 'codes' | 'category'

/**
 * What a condition compares with, made ready: folded texts, canonical numbers, day numbers, codes.
 * A range has two. `currency` is set for prices.
 */
export interface Operand {
  texts: string[]
  numbers: number[]
  flag: boolean | null
  currency: string | null
}

/** A rule, or one condition of it, compiled for facts in memory. */
export type Predicate = (facts: Facts) => boolean

/** One end of a range; an open end does not belong to it. */
export interface Bound {
  value: number | string
  open?: true
}

/**
 * What an operator asks of a fact, told in few forms, so that whatever is not facts in memory (SQL, JsonLogic, columns of
 * whole numbers) can be asked by reading these forms and never needs to know an operator. A fact that is missing meets
 * `absent` alone.
 */
export type Comparison =
  | { form: 'present' }
  | { form: 'absent' }
  | { form: 'one-of'; values: readonly (number | string)[] }
  | { form: 'flag'; flag: boolean }
  | { form: 'range'; from?: Bound; to?: Bound }
  | { form: 'text'; part: 'contains' | 'starts-with' | 'ends-with' | 'pattern'; text: string }
  | { form: 'last-days'; days: number }

/** What the value of a condition looks like. */
export type OperandShape = 'one' | 'list' | 'range' | 'days' | 'flag'

/** An operator as the builder of rules offers it: its words, and the value that goes with them where they say it. */
export interface OfferedWords {
  words: string
  value?: boolean
}

interface OperatorWords {
  /** How the sentence says it; `%` stands for the value. */
  phrase: string
  /** How the builder of rules offers it, of fields of any kind and of some in other words. */
  offered: readonly OfferedWords[]
  offeredOf?: Partial<Record<FieldKind, string>>
}

/** What one operator is: where it fits, what its value looks like, how it is said, and what it asks of a fact. */
export interface ComparingOperator extends OperatorWords {
  kinds: readonly FieldKind[]
  operand: OperandShape
  /** Whether it asks for one of the values that it names, which built-in fields say in their own words. */
  chooses?: true
  /** Whether it orders: SKUs are then compared by their digit-aware key. */
  orders?: true
  /** The operation of JsonLogic that says the same with a constant to its right. */
  jsonLogic?: string
  /** The comparison with an operand made ready, of the fact that stands under a key. */
  compile(operand: Operand, kind: FieldKind, key: string): Predicate
  /** The same, told. `values` are the operand's numbers or texts, as the kind of field has them. */
  comparison(operand: Operand, values: readonly (number | string)[]): Comparison
}

/** An operator that is met where another one is not: also where the fact is missing. */
export interface OppositeOperator extends Omit<OperatorWords, 'phrase'> {
  of: string
}
