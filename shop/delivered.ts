// What the delivery interface answers, as far as this shop reads it. The shop knows nothing else of where it comes from.

export interface DeliveredStorefront {
  storefront: string
  name: string
  currency: string
  languages: { language: string; name: string }[]
}

export interface DeliveredGroup {
  group: string
  name: string
}

export interface DeliveredPart {
  piece: string
  kind: string
  title: string
  html: string
  questions?: DeliveredPart[]
}

export interface DeliveredPrice {
  amount: number
  currency: string
  shown: string
  instead: string | null
}

export interface DeliveredAvailability {
  state: 'in-stock' | 'few-left' | 'sold-out' | 'not-yet' | 'elsewhere'
  text: string | null
  link: string | null
}

export interface DeliveredVariant {
  sku: string
  options: { attribute: string; label: string; value: string }[]
  price: DeliveredPrice | null
  availability: DeliveredAvailability
}

export interface DeliveredProduct {
  kind: 'product'
  sku: string
  parent: string | null
  language: string
  direction: 'ltr' | 'rtl'
  slug: string | null
  address: string | null
  alternates: { language: string; address: string }[]
  name: string
  nameLanguage: string | null
  summary: string | null
  search: { title: string | null; description: string | null }
  categories: { code: string; name: string }[]
  brand: string | null
  price: DeliveredPrice | null
  availability: DeliveredAvailability
  pictures: { name: string; alternative: string; width: number | null; height: number | null }[]
  areas: { area: string; as: 'tabs' | 'accordion' | 'one-open' | 'plain'; parts: DeliveredPart[] }[]
  related: { title: string; items: { sku: string; name: string; picture: string | null; quantity?: number }[] }[]
  variants: DeliveredVariant[]
  structured: object[]
}

export interface DeliveredMenuEntry {
  name: string
  to: { category: string } | { page: string } | { address: string } | null
  children: DeliveredMenuEntry[]
}

export interface DeliveredPhrases {
  kind: 'phrases'
  direction: 'ltr' | 'rtl'
  phrases: Record<string, Record<string, string>>
}

export interface DeliveredMenu {
  kind: 'menu'
  entries: DeliveredMenuEntry[]
}

export interface DeliveredPage {
  kind: 'page'
  code: string
  title: string
  html: string
}

/** Where a link of a section leads: a product, or another page by its code. */
export type DeliveredLink = { sku: string } | { page: string }

export interface DeliveredSection {
  section: string
  kind: string
  title: string | null
  html: string
  picture: { name: string; alternative: string; width: number | null; height: number | null } | null
  link: { label: string; to: DeliveredLink } | null
  products: { atMost: number; items: DeliveredCard[] } | null
}

/** A page that was put together from sections. */
export interface DeliveredComposed {
  kind: 'composed'
  code: string
  slug: string
  title: string
  search: { title: string | null; description: string | null }
  sections: DeliveredSection[]
  address?: string | null
  alternates?: { language: string; address: string }[]
  /** Among everything: whether its time is over. */
  over?: object | null
}

interface NamedByCode {
  code: string
  name: string
}

export interface DeliveredCard {
  sku: string
  slug: string | null
  name: string
  nameLanguage: string | null
  summary: string | null
  picture: { name: string } | null
  price: DeliveredPrice | null
}

export interface DeliveredList {
  category: NamedByCode
  path: NamedByCode[]
  under: (NamedByCode & { count: number })[]
  count: number
  items: DeliveredCard[]
  next: string | null
}

export interface DeliveredChanges {
  items: { language: string; kind: string; key: string; change: 'added' | 'changed' | 'removed' }[]
  next: string
}

/** What the lines of everything are; kinds that this shop knows nothing of are passed over. */
export type Delivered =
  DeliveredProduct | DeliveredPhrases | DeliveredMenu | DeliveredPage | DeliveredComposed | { kind: 'unknown' }
