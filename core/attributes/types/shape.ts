import type { Merged } from '../../text/merge'
import type { DecimalSign } from '../../units/parse'
import type { Attribute, Value } from '../attribute'

/** Why a value cannot be taken: a stable code for programs and a sentence for people. */
export class ValueProblem extends Error {
  constructor(
    readonly code: string,
    message: string,
  ) {
    super(message)
    this.name = 'ValueProblem'
  }
}

/** What a rule compares when it reads a value; undefined where rules cannot read it. */
export type Comparable = number | string | boolean | string[]

/** The edition a value is shown in: its language, then the others to look for labels in. */
export interface ShownIn {
  language: string
  labels: readonly string[]
  /**
   * Where a file of the media library is read, and what it is called there; undefined where it has no title that
   * counts.
   */
  fileLink?: (name: string) => { href: string; title: string } | undefined
}

/**
 * What one attribute type does. Adding a type is adding one entry of this shape to the registry, and its test.
 */
export interface AttributeTypeEntry {
  /** How rules see it: which operators fit (see rules/fields). */
  ruleKind: 'text' | 'long' | 'number' | 'measure' | 'yes-no' | 'code' | 'codes' | 'date'
  /** Whether values are texts that people write and translate. */
  isText: boolean
  /** A JSON value of unknown origin in the form that is stored. Throws ValueProblem. */
  check(given: unknown, attribute: Attribute): Value
  /** Whether a value in stored form says nothing. */
  isEmpty(value: Value): boolean
  /** A cell of a CSV file as a value (not yet checked). Throws ValueProblem. */
  fromCell(cell: string, attribute: Attribute, sign: DecimalSign): unknown
  /** The value as a cell of a CSV file. */
  toCell(value: Value, attribute: Attribute): string
  /** What rules compare: canonical numbers, day numbers, folded texts, codes. */
  comparable(value: Value, attribute: Attribute): Comparable | undefined
  /** The value as a shopper reads it, in plain text. */
  display(value: Value, attribute: Attribute, shownIn: ShownIn): string
  /**
   * Of what holds several stretches of words: each as a line of plain text, where `display` makes one line of them all.
   */
  lines?(value: Value, shownIn: ShownIn): string[]
  /** The value as blocks of a page, where it is more than a line of text. */
  html?(value: Value, shownIn: ShownIn): string
  /**
   * Of texts: the value with each of its stretches of words changed, whatever holds them; formatting and inline values
   * stay.
   */
  mapWords?: ((value: Value, change: (words: string) => string) => Value) | undefined
  /** Of what can be joined: one value of what two people made of a third, which both had seen. */
  merge?: ((base: Value, mine: Value, theirs: Value) => Merged<Value>) | undefined
  /** Whether `allowed` bounds the value itself, by what rules compare. */
  bounded?: boolean
}

/** The text given, or a problem that says what kind of value was expected. */
export function expectText(given: unknown, what: string): string {
  if (typeof given !== 'string') throw new ValueProblem('wrong-shape', `${what} is written as text.`)
  // Control characters mean nothing in a text, and no database keeps U+0000.
  return given.normalize('NFC').replace(/[\u0000-\u0008\u000b\u000c\u000e-\u001f]/g, '')
}
