import type { FactTexts } from './storefront-facts'
import type { Campaign } from '../assignments/campaign'
import type { PageAddresses } from './page-addresses'
import type { ReleaseRules } from '../release/approval'
import type { Layout, StandingPage } from '../page/layout'
import type { AddedPhrase, MenuEntry, PhraseTexts } from '../page/phrases'
import type { NamedRule } from '../rules/condition'
import type { TranslationState } from '../translation/state'
import type { Attribute, ProductType, StoredValue, Value } from '../attributes/attribute'
import type { Labels } from '../language/labels'

export const productStatuses = ['draft', 'active', 'disabled'] as const
export type ProductStatus = (typeof productStatuses)[number]

export const productKinds = ['shipped', 'download', 'booking', 'set', 'elsewhere'] as const
export type ProductKind = (typeof productKinds)[number]

/** A price of a product in a storefront: its base price (no group, no window), or a special one. */
export interface Price {
  storefront: string
  special: boolean
  group: string | null
  /** Local date-times in the storefront's zone; null is an open end. */
  from: string | null
  to: string | null
  amount: number
  /** From how many items on it holds: 1 for all but quantity steps. */
  quantity: number
  /** Of special prices that hold at once, the one with the lowest priority counts; one without comes after them. */
  priority?: number
}

/** What one product has to do with another. */
export const relationKinds = ['goes-with', 'replaces', 'spare-part', 'part'] as const
export type RelationKind = (typeof relationKinds)[number]

/**
 * A relation to another product: it goes with this one, is replaced by it, has it as a spare part, or is a part of this
 * set.
 */
export interface Relation {
  kind: RelationKind
  sku: string
  /** Of parts of a set: how many of it the set holds; 1 where it is not named. */
  quantity?: number
}

/** A storefront and customer groups in which a product is sold, for a stretch of time. No groups means all. */
export interface RangeEntry {
  storefront: string
  groups: string[]
  from: string | null
  to: string | null
}

/** A product with everything that is stored of it. */
export interface Product {
  sku: string
  parent: string | null
  type: string
  category: string | null
  /** Further categories beside the main one. */
  categories: string[]
  brand: string | null
  tags: string[]
  status: ProductStatus
  kind: ProductKind
  gtin: string | null
  stock: number | null
  /** The first day on which it may be sold. */
  availableFrom: string | null
  /** The smallest number that is sold at once; null is one. */
  minimum: number | null
  /** Empty: sold everywhere. */
  range: RangeEntry[]
  /** Of a parent: the attributes in which its variants differ. */
  differsIn: string[]
  relations: Relation[]
  /** Facts of other systems, such as a tax class, that travel through unchanged. */
  carried: Record<string, string>
  /** Of a root: the named lists that it is kept in, by code. What is in a list is the list's, and changed there. */
  lists: string[]
  /** Milliseconds since 1970. */
  created: number
  changed: number
  values: StoredValue[]
  prices: Price[]
}

/** A parent and its variants, or a single product. */
export interface Family {
  root: Product
  variants: Product[]
}

export interface Edition {
  language: string
  borrow: string[]
  /** The least state that translations need before they are fit to release. */
  asks: TranslationState
  /** Whether machine translations that no person has confirmed are fit to release; without, they are not. */
  acceptsUnread?: boolean
}

/** In which units the carrier of a storefront takes the measures of packages. */
export interface CarrierUnits {
  mass: string
  length: string
}

export interface Storefront {
  code: string
  name: string
  currency: string
  timeZone: string
  /** The colour of its thread, as `#rrggbb`; '' leaves it to its place among the storefronts. */
  colour: string
  /** Null leaves the measures of packages as they were entered. */
  carrierUnits: CarrierUnits | null
  /** Where its shop shows its pages; null where nobody has said so. */
  addresses: PageAddresses | null
  /** How it wants to be released. */
  releasing: ReleaseRules
  editions: Edition[]
  /** Facts that inline values may name: phone, email, return days… */
  facts: Record<string, FactTexts>
  /** Texts of the storefront that are kept in one place: returns, terms. */
  pages: StandingPage[]
  /** Its phrases in each language, where they are not those that every storefront begins with. */
  phrases: PhraseTexts
  /** Phrases of its own beside them. */
  addedPhrases: AddedPhrase[]
  menu: MenuEntry[]
  layout: Layout
}

export interface Category {
  code: string
  parent: string | null
  names: Labels
  /** The product type that products of it, and of what is under it, usually have. */
  type: string | null
}

/** Products kept together by hand, under a name. Variants stand for their parents. */
export interface NamedList {
  code: string
  name: string
  note: string
  skus: string[]
}

/** A brand, customer group or other thing that has a code and a name. */
export interface Named {
  code: string
  name: string
}

/** The set-up that products, rules and pages are read with. */
export interface Setup {
  /** The language in which texts are first written. */
  source: string
  attributes: Map<string, Attribute>
  types: Map<string, ProductType>
  categories: Map<string, Category>
  brands: Map<string, Named>
  /** Named lists: products kept together by hand. */
  lists: Map<string, Named>
  groups: Map<string, Named>
  campaigns: Map<string, Campaign>
  /** Rules that other rules can name. */
  rules: Map<string, NamedRule>
  storefronts: Map<string, Storefront>
}

/** The place of a value: an attribute with its scope. */
export interface ValuePlace {
  attribute: string
  storefront: string | null
  language: string | null
}

/** The value that a product itself has at a place, or null. */
export function valueAt(product: Pick<Product, 'values'>, place: ValuePlace): Value | null {
  return (
    product.values.find(
      (v) => v.attribute === place.attribute && v.storefront === place.storefront && v.language === place.language,
    )?.value ?? null
  )
}

/** A product's own base price in a storefront, or null. */
export function basePriceIn(product: Pick<Product, 'prices'>, storefront: string): number | null {
  return product.prices.find((p) => !p.special && p.storefront === storefront)?.amount ?? null
}

/** A category and all above it, the category first. */
export function categoryPath(setup: Pick<Setup, 'categories'>, code: string | null): string[] {
  const path: string[] = []
  for (let c = code; c !== null && !path.includes(c) && setup.categories.has(c); c = setup.categories.get(c)!.parent)
    path.push(c)
  return path
}

/** All the categories a product is in, with all above them. */
export function categoriesOf(
  setup: Pick<Setup, 'categories'>,
  product: Pick<Product, 'category' | 'categories'>,
): string[] {
  if (product.categories.length === 0) return categoryPath(setup, product.category)
  return [...new Set([product.category, ...product.categories].flatMap((c) => categoryPath(setup, c)))]
}

/** The product type that a category suggests: its own, else that of the nearest one above. */
export function typeOfCategory(setup: Pick<Setup, 'categories'>, code: string | null): string | null {
  for (const c of categoryPath(setup, code)) {
    const { type } = setup.categories.get(c)!
    if (type !== null) return type
  }
  return null
}

/** A category and everything under it. */
export function categoryAndBelow(setup: Pick<Setup, 'categories'>, code: string): string[] {
  return [...setup.categories.keys()].filter((c) => categoryPath(setup, c).includes(code))
}

/** Whether an attribute holds for each variant on its own, for products of a type. */
export function isPerVariant(setup: Setup, type: string, attribute: string): boolean {
  return setup.types.get(type)?.attributes.some((a) => a.attribute === attribute && a.perVariant) ?? false
}
