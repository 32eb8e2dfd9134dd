import type { Attribute, Labels, ProductType, StoredValue } from '../attributes/attribute'

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
  brand: string | null
  tags: string[]
  status: ProductStatus
  kind: ProductKind
  gtin: string | null
  stock: number | null
  /** The first day on which it may be sold. */
  availableFrom: string | null
  /** Empty: sold everywhere. */
  range: RangeEntry[]
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

/** The built-in parts of a product page. */
export const builtInParts = ['description', 'facts', 'reviews', 'faq'] as const
export type BuiltInPart = (typeof builtInParts)[number]

/** Where a built-in part stands, and what it is called. */
export interface PartPlace {
  part: BuiltInPart
  area: string
  order: number
  titles: Labels
}

export interface Layout {
  /** How the area `details` shows its pieces. */
  details: 'tabs' | 'accordion'
  parts: PartPlace[]
}

export interface Edition {
  language: string
  borrow: string[]
}

export interface Storefront {
  code: string
  name: string
  currency: string
  timeZone: string
  editions: Edition[]
  /** Facts that inline values may name: phone, email, city… */
  facts: Record<string, string>
  layout: Layout
}

export interface Category {
  code: string
  parent: string | null
  names: Labels
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
  groups: Map<string, Named>
  storefronts: Map<string, Storefront>
}

/** A category and all above it, the category first. */
export function categoryPath(setup: Pick<Setup, 'categories'>, code: string | null): string[] {
  const path: string[] = []
  for (let c = code; c !== null && !path.includes(c); c = setup.categories.get(c)?.parent ?? null) path.push(c)
  return path
}

/** A category and everything under it. */
export function categoryAndBelow(setup: Pick<Setup, 'categories'>, code: string): string[] {
  return [...setup.categories.keys()].filter((c) => categoryPath(setup, c).includes(code))
}

/** Whether an attribute holds for each variant on its own, for products of a type. */
export function isPerVariant(setup: Setup, type: string, attribute: string): boolean {
  return setup.types.get(type)?.attributes.some((a) => a.attribute === attribute && a.perVariant) ?? false
}
