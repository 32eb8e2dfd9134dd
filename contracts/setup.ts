import type { Campaign } from '@core/assignments/campaign'
import type { Attribute, AttributeTypeName, ProductType } from '@core/attributes/attribute'
import type { Category, Named, Storefront } from '@core/catalogue/model'
import type { Labels } from '@core/language/labels'
import type { AreaPlace, PartPlace } from '@core/page/layout'
import type { NamedRule } from '@core/rules/condition'
import type { FieldKind } from '@core/rules/operator-shape'
import type { OperatorName } from '@core/rules/operators'
import type { UnitFamily } from '@core/units/registry'

/** A field that rules may ask, with its operators and, where it has them, its codes. */
export interface RuleField {
  name: string
  /** By what facts hold it. */
  key: string
  kind: FieldKind
  perVariant: boolean
  attribute: string | null
  /** Of a field of one language: which. */
  language: string | null
  label: string
  codes: { code: string; label: string }[] | null
  operators: OperatorName[]
  translatable: boolean
}

/** Everything that products and rules are set up with. */
export interface SetupDocument {
  /** The language that texts are translated from. */
  source: string
  attributes: Attribute[]
  types: ProductType[]
  categories: Category[]
  brands: Named[]
  lists: Named[]
  groups: Named[]
  campaigns: Campaign[]
  rules: NamedRule[]
  storefronts: Storefront[]
  fields: RuleField[]
}

export interface ListedType {
  code: string
  labels: Labels
  attributes: number
  required: number
  products: number
}

export interface ListedAttribute {
  code: string
  labels: Labels
  type: AttributeTypeName
  family: UnitFamily | null
  translatable: boolean
  perStorefront: boolean
  /** How many values are stored. */
  values: number
  /** The product types that have it. */
  types: string[]
}

export interface ListedCategory {
  code: string
  parent: string | null
  names: Labels
  type: string | null
  /** Products in it, and in it and all under it. */
  products: number
  below: number
}

export interface ListedNamedList extends Named {
  note: string
  products: number
}

/** An area of a storefront's page with what stands in it. */
export interface AreaOrder extends AreaPlace {
  parts: Pick<PartPlace, 'part' | 'order'>[]
  assignments: number
}

/** Something that was found by its name or code. */
export interface FoundRecord {
  kind: string
  code: string
  name: string
}

/** What an edition is used for. Of a language that other editions have too, only what is this edition's own counts. */
export interface EditionUse {
  /** Pages that are sold in it. */
  pages: number
  /** Values of products in its language, where no other edition has it. */
  texts: number
  /** Translations that are assigned to somebody. */
  shares: number
  /** Assignments that are limited to it, and stand nowhere without it. */
  assignments: { code: string; name: string }[]
  /** Editions that take texts over from its language. */
  borrowedBy: { storefront: string; language: string }[]
}
