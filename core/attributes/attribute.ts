import type { Labels } from '../language/labels'
import type { SplitPattern } from '../page/split'
import type { UnitFamily } from '../units/registry'
import type { Condition } from '../rules/condition'
import type { PictureView } from '../media/item'

export const attributeTypeNames = [
  'text',
  'long-text',
  'rich-text',
  'number',
  'measure',
  'yes-no',
  'choice',
  'choices',
  'date',
  'link',
  'media',
  'file',
  'key-points',
  'table',
  'box-contents',
  'questions',
] as const
export type AttributeTypeName = (typeof attributeTypeNames)[number]

/** One of the values that a choice may have: stored by code, shown by label. */
export interface Option {
  code: string
  labels: Labels
  /** Of colours: what it looks like, as `#rrggbb`. */
  swatch?: string
}

/**
 * What an attribute serves: the facts table of the page, the shopper's filter, the comparison, the search; or only the
 * team.
 */
export const servings = ['facts', 'filter', 'comparison', 'search', 'team'] as const
export type Serving = (typeof servings)[number]

/** Which values of its type an attribute allows. */
export interface Allowed {
  /** The smallest and the largest number, measure or date; of key points, how many there should be. */
  least: Value | null
  most: Value | null
  /** What a text as a whole has to look like, as a regular expression in RE2's syntax. */
  pattern: string | null
}

export interface Attribute {
  code: string
  labels: Labels
  help: Labels
  type: AttributeTypeName
  /** For measures: which kind of quantity. */
  family: UnitFamily | null
  /** For measures: the unit a number is shown and asked in. */
  unit: string | null
  options: Option[]
  /** Its values have a language. */
  translatable: boolean
  /** Its values may differ by storefront. */
  perStorefront: boolean
  serves: Serving[]
  allowed: Allowed | null
}

/**
 * What is stated of a fact that does not apply to a product, such as the warranty of a voucher. It counts as filled.
 * Rules find it neither present nor equal to anything; shoppers read what the product type says, or nothing.
 */
export interface NotApplicable {
  applies: false
}

/** A value as it is stored and as it crosses the wire; its shape is the attribute type's. */
export type Value =
  string | number | boolean | string[] | { value: number; unit: string } | string[][] | BoxItem[] | NotApplicable

/** A line of the contents of a box: two straps, one pump. */
export interface BoxItem {
  quantity: number
  item: string
}

/** A value with its scope: a storefront or none, a language or none. */
export interface StoredValue {
  attribute: string
  storefront: string | null
  language: string | null
  value: Value
}

/** How a product type uses an attribute. */
export interface TypeAttribute {
  attribute: string
  group: string
  required: boolean
  /**
   * Where it is required: in these storefronts, or everywhere where none is named; and only of products that meet the
   * condition.
   */
  requiredIn: string[]
  requiredWhere: Condition | null
  perVariant: boolean
  default: Value | null
  /** What shoppers read, by language, where it is stated not to apply; where it is empty, the fact is left out. */
  notApplicable: Labels
}

export interface ProductType {
  code: string
  labels: Labels
  /** The groups in which attributes are shown, in order. */
  groups: { code: string; labels: Labels }[]
  attributes: TypeAttribute[]
  /** The views in which its pictures should show a product. */
  views: PictureView[]
  /** Where the descriptions of its products are split into parts of the page; null leaves that to the storefront. */
  split: SplitPattern | null
}
