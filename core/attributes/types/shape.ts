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

/** The fields of the interface in which values are written. */
export type ValueEditor =
  | 'line'
  | 'lines'
  | 'formatted'
  | 'points'
  | 'table'
  | 'box'
  | 'questions'
  | 'number'
  | 'measure'
  | 'yes-no'
  | 'option'
  | 'options'
  | 'date'
  | 'pictures'
  | 'files'

/** A text on its way from one attribute into another. */
export interface CarriedText {
  /** Its stretches of words. */
  lines: readonly string[]
  /** Its blocks, where it has some. */
  html: string | undefined
  /** Of formatted text: its lines with their marks and inline values. */
  markedLines: readonly string[] | undefined
}

/**
 * What one attribute type is and does. What the rest of the program asks of a type is asked of its entry, never of its
 * name; so adding a type is adding one entry of this shape to the registry, its name, and its test.
 */
export interface AttributeTypeEntry {
  /** What it is called where a type is chosen. */
  label: string
  /** The field of the interface in which its values are written. */
  editor: ValueEditor
  /** How rules see it: which operators fit (see rules/fields). */
  ruleKind: 'text' | 'long' | 'number' | 'measure' | 'yes-no' | 'code' | 'codes' | 'date'
  /** Whether values are texts that people write and translate. */
  isText: boolean
  /** Of texts with marks and inline values: whether they are blocks, or one line each. */
  formatted?: 'blocks' | 'lines' | undefined
  /** Whether a value names one of the attribute's own options, or several. */
  options?: 'one' | 'several'
  /** Values are quantities in a unit of the attribute's family. */
  hasUnit?: true
  /** Values are names of records that stand elsewhere. */
  refersTo?: 'picture' | 'file' | 'question'
  /** Of lists whose entries `allowed` counts: what they are called. */
  counts?: string
  /** Whether `allowed` may ask for a form that a text has to have. */
  takesPattern?: boolean | undefined
  /**
   * How much a fact of it gives to write about: a measure is a sentence (3), a yes is a word (1), a date nothing (0).
   * Undefined where values are no facts but texts of their own, or point elsewhere.
   */
  factWeight?: number | undefined
  /** Whether a draft may say it although it serves no part of the page. */
  alwaysFact?: true
  /** A JSON value of unknown origin in the form that is stored. Throws ValueProblem. */
  check(given: unknown, attribute: Attribute): Value
  /** Whether a value in stored form says nothing. */
  isEmpty(value: Value): boolean
  /** A cell of a CSV file as a value (not yet checked). Throws ValueProblem. */
  fromCell(cell: string, attribute: Attribute, sign: DecimalSign): unknown
  /** The number within a cell, as it is written there, by which a file's decimal sign is told. */
  numberIn?(cell: string): string | undefined
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
  /** Of texts in one: what stands between one and another that is appended to it. */
  separator?: string
  /**
   * A text of another type as a value (not yet checked); without it, the text in one line is read as a cell of a file.
   */
  fromText?: ((text: CarriedText) => unknown) | undefined
}

/** The text given, or a problem that says what kind of value was expected. */
export function expectText(given: unknown, what: string): string {
  if (typeof given !== 'string') throw new ValueProblem('wrong-shape', `${what} is written as text.`)
  // Control characters mean nothing in a text, and no database keeps U+0000.
  return given.normalize('NFC').replace(/[\u0000-\u0008\u000b\u000c\u000e-\u001f]/g, '')
}
