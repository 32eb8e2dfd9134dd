import type { UnitFamily } from '../units/registry'

/** A text in several languages, by BCP 47 tag. */
export type Labels = Record<string, string>

export const attributeTypeNames = [
  'text', 'long-text', 'rich-text', 'number', 'measure', 'yes-no', 'choice', 'choices', 'date', 'link', 'media', 'key-points',
] as const
export type AttributeTypeName = (typeof attributeTypeNames)[number]

/** One of the values that a choice may have: stored by code, shown by label. */
export interface Option {
  code: string
  labels: Labels
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
}

/** A value as it is stored and as it crosses the wire; its shape is the attribute type's. */
export type Value = string | number | boolean | string[] | { value: number; unit: string }

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
  perVariant: boolean
  default: Value | null
}

export interface ProductType {
  code: string
  labels: Labels
  /** The groups in which attributes are shown, in order. */
  groups: { code: string; labels: Labels }[]
  attributes: TypeAttribute[]
}

/** The label for a language: by RFC 4647 shortening, else the source language's, else any, else the code. */
export function labelIn(labels: Labels, languages: readonly string[], code: string): string {
  for (const l of languages) if (labels[l]) return labels[l]
  return Object.values(labels)[0] ?? code
}
