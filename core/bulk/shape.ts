import type { Attribute, Value } from '../attributes/attribute'
import type { Price, Setup, ValuePlace } from '../catalogue/model'
import type { LetterCase } from './letters'

export const bulkNames = [
  'set',
  'clear',
  'append',
  'add',
  'remove',
  'replace',
  'fill',
  'move',
  'template',
  'case',
  'convert',
  'adjust',
  'add-special',
  'remove-specials',
] as const
export type BulkName = (typeof bulkNames)[number]

/** What a change may ask of the product that it is made to. */
export interface MakeContext {
  language: string
  /** Another value of the product, as a shopper of the language reads it; undefined where there is none. */
  read(code: string): string | undefined
  /** Its base price in a storefront, or that of its parent; null where neither has one. */
  basePrice(storefront: string): number | null
  /** A number as the place holds it: whole, or with the decimals of money. */
  rounded(n: number): number
  setup: Setup
}

/** What one kind of bulk change is. Adding one is adding an entry of this shape, and its test. */
export interface BulkKind {
  label: string
  /** Whether what the value comes from is emptied. */
  clearsSource?: true
  /** Whether it changes the value that is there, so that a fact stated not to apply stays as it is. */
  changesValue?: true
  /** The attributes it can be made to. */
  fits(attribute: Attribute): boolean
  check(change: BulkChange, attribute: Attribute, setup: Setup): BulkProblem[]
  /** The new value from the present one; null is no value. Throws ValueProblem where it cannot be made. */
  make(
    now: Value | null,
    change: BulkChange,
    attribute: Attribute,
    source: { value: Value; attribute: Attribute } | null,
    context: MakeContext,
  ): unknown
  title(label: string, change: BulkChange, shown: (value: unknown) => string, setup: Setup): string
}

/** A special price for many in one storefront: an amount, or so many percent below the base price of each. */
export interface BulkSpecial extends Omit<Price, 'storefront' | 'amount' | 'special' | 'priority'> {
  priority?: number | null
  amount?: number
  percentOff?: number
}

/** One change to be made to many products. */
export interface BulkChange extends ValuePlace {
  do: BulkName
  /** What is set, appended, added or removed. */
  value?: unknown
  /** What is looked for and what takes its place. */
  find?: string
  with?: string
  /** Whether `find` is a regular expression in RE2's syntax, `with` naming its groups as $1. */
  pattern?: boolean
  /** How letters are changed. */
  how?: LetterCase
  /** Into which unit measures are converted. */
  unit?: string
  /** By how much numbers are raised; lowered where it is negative. */
  by?: number
  /** Whether `by` is a share of the number, in percent. */
  percent?: boolean
  /** The special price that is added in `storefront`. Those that are removed are those of it, or all. */
  special?: BulkSpecial
  /** Where the new value comes from. */
  from?: ValuePlace
  /**
   * What becomes of inline values in a text that goes into a field which cannot hold them: they are filled in, as a
   * shopper of the language reads them (without it too), or left out.
   */
  inline?: 'fill' | 'remove'
  /** Leaves values alone that are there already. */
  onlyEmpty?: boolean
  /**
   * Whose values: those of the products that have the attribute by their type, of parents and singles, of variants, or
   * of both.
   */
  members: BulkMembers
}

export const bulkMembers = ['fitting', 'parents', 'variants', 'both'] as const
export type BulkMembers = (typeof bulkMembers)[number]

export interface BulkProblem {
  path: string
  message: string
}
