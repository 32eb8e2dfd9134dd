import canonicalize from 'canonicalize'
import { refersTo } from '../attributes/types/registry'
import { labelAmong } from '../language/labels'
import { directionOf } from '../language/chain'
import type { Family, Product, Setup } from '../catalogue/model'
import { differingAttributes } from '../catalogue/variants'
import { assemblePage, memberCalled, type Page, type PageInput, type PageProduct } from '../page/assemble'
import type { Availability } from '../page/availability'
import type { LeftOut, Shown } from '../page/because'
import type { AreaForm, Look } from '../page/layout'
import { categoriesAbove, type NamedCategory } from '../page/category-path'
import type { PagePicture } from '../page/media'
import { relatedGroups, relatedWords, type RelatedProduct } from '../page/relations'
import { soldVariants, type SoldVariant } from '../page/sold-variants'
import { structuredData, withoutOwnMarkup } from '../page/structured'
import { displayValue, editionReader, slugOf, valuesFor, type ValuesOf } from '../page/values'
import { writtenPrice, type WrittenPrice } from '../page/written-price'
import type { Reader } from '../values/resolve'
import type { ReleasedComposedPage } from './composed-document'
import { siteKinds, type SiteDocument } from './site'

/** A part of a page as shoppers get it. */
export interface ReleasedPart {
  piece: string
  kind: string
  title: string
  html: string
  sign?: string
  questions?: ReleasedPart[]
}

/** A price with its amount, and as shoppers read it. */
export interface ReleasedPrice extends WrittenPrice {
  amount: number
  currency: string
}

/** What a variant has in an attribute in which it differs from others, as shoppers read it. */
export interface VariantOption {
  attribute: string
  label: string
  value: string
}

/** A variant as the page of its product names it: by what it differs in. */
export interface ReleasedVariant {
  sku: string
  options: VariantOption[]
  price: ReleasedPrice | null
  availability: Availability
}

/**
 * A product page as shoppers get it: all that a shop needs to draw it, and nothing of why it is so. It depends on
 * nothing outside of itself, so that what is kept of it never changes.
 */
export interface ReleasedProduct {
  kind: 'product'
  sku: string
  /** Of a variant: the product that it is a variant of. */
  parent: string | null
  storefront: string
  language: string
  direction: 'ltr' | 'rtl'
  slug: string | null
  name: string
  /** The language of the name, where it is another than the page's. */
  nameLanguage: string | null
  summary: string | null
  search: { title: string | null; description: string | null }
  /** From the topmost category down to its own. */
  categories: NamedCategory[]
  brand: string | null
  price: ReleasedPrice | null
  availability: Availability
  pictures: PagePicture[]
  look: Look
  areas: { area: string; as: AreaForm; parts: ReleasedPart[] }[]
  related: { title: string; items: RelatedProduct[] }[]
  variants: ReleasedVariant[]
  /** JSON-LD in the words of schema.org. */
  structured: object[]
}

/** The kinds of documents that a release keeps, in the order in which they are given. */
export const releasedKinds = [
  ...siteKinds,
  'composed',
  'product',
] as const satisfies readonly ReleasedDocument['kind'][]

/** What a release keeps of a storefront: its pages, and what stands beside them. */
export type ReleasedDocument = ReleasedProduct | ReleasedComposedPage | SiteDocument

const partDocument = ({ piece, kind, title, html, sign, questions }: Shown): ReleasedPart => ({
  piece,
  kind,
  title,
  html: withoutOwnMarkup(html),
  ...(sign === undefined ? {} : { sign }),
  ...(questions === undefined ? {} : { questions: questions.map(partDocument) }),
})

/** A text of a product in a language that counts for the edition, or null. */
function textOf(values: ValuesOf, code: string): string | null {
  const found = values(code)
  return found?.counts && typeof found.value === 'string' ? found.value : null
}

/** The price of a page's product, written for its shoppers. */
function priceDocument(product: PageProduct, language: string): ReleasedPrice | null {
  const { price, currency } = product
  const written = writtenPrice(product, language)
  return price && written && { amount: price.amount, currency, ...written }
}

function optionsOf(variant: Product, family: Family, reader: Reader, setup: Setup): ReleasedVariant['options'] {
  const values = valuesFor(variant, family, reader, setup)
  return differingAttributes(family.root, setup).flatMap((code) => {
    const found = values(code)
    const attribute = setup.attributes.get(code)
    // A picture of a variant is none of the words that it is chosen by.
    if (!attribute || refersTo(attribute, 'picture', 'file') || !found || found.value === null) return []
    const label = labelAmong(attribute.labels, reader.counting) ?? ''
    return [{ attribute: code, label, value: displayValue(code, found.value, reader, setup) }]
  })
}

/** Whether an option is not the same for all variants. */
const tellsApart = ({ attribute, value }: VariantOption, options: readonly (readonly VariantOption[])[]): boolean =>
  options.some((list) => !list.some((o) => o.attribute === attribute && o.value === value))

/** The variants that are sold on a page, each by what it differs in. */
function variantDocuments(sold: readonly SoldVariant[], input: PageInput, reader: Reader): ReleasedVariant[] {
  const { family, lens, setup } = input
  const options = sold.map(({ variant }) => optionsOf(variant, family, reader, setup))
  return sold.map(({ variant, head }, i) => ({
    sku: variant.sku,
    options: options[i]!.filter((option) => tellsApart(option, options)),
    price: priceDocument(head, lens.language),
    availability: head.availability,
  }))
}

/** Whether a product has a page at a moment: it is active, as is its parent, and in the range of whoever looks. */
const hasPage = (page: Page, product: Product, { root }: Family): boolean =>
  page.product.inRange && product.status === 'active' && root.status === 'active'

/** A piece that goes to a page and is not shown there, since its text or a value that it needs is missing. */
export interface LackingPiece {
  piece: string
  title: string
  reason: string
}

/** Built-in parts say themselves what they show; only pieces are meant to stand on a page once they go there. */
const isPiece = ({ because }: LeftOut): boolean =>
  because !== null && because.reach !== 'layout' && because.reach !== 'split'

/** The page of a product through a lens as shoppers get it, with the pieces that are missing on it. */
export interface ProductPage {
  /** Null where the product has no page then. */
  document: ReleasedProduct | null
  lacking: LackingPiece[]
}

/** The page of a product through a lens as shoppers get it; null where it has none then. */
export const productDocument = (input: PageInput): ReleasedProduct | null => productPage(input).document

/** The same with the pieces that go there and cannot be shown. */
export function productPage(input: PageInput): ProductPage {
  const { family } = input
  const product = memberCalled(family, input.sku)
  const page = assemblePage({ ...input, brief: true })
  if (!hasPage(page, product, family)) return { document: null, lacking: [] }
  const lacking = page.left_out.filter(isPiece).map(({ piece, title, reason }) => ({ piece, title, reason }))
  return { document: documentOf(input, page, product), lacking }
}

function documentOf(input: PageInput, page: Page, product: Product): ReleasedProduct {
  const { family, lens, setup } = input
  const reader = editionReader(setup, lens.storefront, lens.language)
  const values = valuesFor(product, family, reader, setup)
  const storefront = setup.storefronts.get(lens.storefront)!
  const sold = soldVariants(page, input)
  const { name, nameLanguage, nameCounts, summary, availability, pictures } = page.product
  return {
    kind: 'product',
    sku: product.sku,
    parent: product === family.root ? null : family.root.sku,
    storefront: lens.storefront,
    language: lens.language,
    direction: directionOf(lens.language),
    slug: slugOf(values),
    name,
    nameLanguage: nameCounts ? null : nameLanguage,
    summary,
    search: { title: textOf(values, 'search-title'), description: textOf(values, 'search-description') },
    categories: categoriesAbove(family.root, reader, setup),
    brand: family.root.brand === null ? null : (setup.brands.get(family.root.brand)?.name ?? null),
    price: priceDocument(page.product, lens.language),
    availability,
    pictures,
    look: storefront.layout.look,
    areas: page.layout.flatMap(({ area, as }) => {
      const parts = (page.areas[area] ?? []).map(partDocument)
      return parts.length === 0 ? [] : [{ area, as, parts }]
    }),
    related: relatedGroups.flatMap((under) => {
      const items = input.related[under]
      return items?.length ? [{ title: relatedWords(under, lens.language), items }] : []
    }),
    variants: variantDocuments(sold, input, reader),
    structured: structuredData(page, input, sold),
  }
}

/** The pictures that a page shows beside its texts, by their names. */
function picturesOf(document: ReleasedProduct | ReleasedComposedPage): string[] {
  if (document.kind === 'composed') return document.sections.flatMap(({ picture }) => picture?.name ?? [])
  const related = document.related.flatMap((g) => g.items.flatMap((item) => item.picture ?? []))
  return [...document.pictures.map((p) => p.name), ...related]
}

const namedMedia = /\/delivery\/media\/([^"'?#\s<>\\]+)/g

/** The pictures and files of the media library that a document names, given with its canonical text. */
export function mediaOf(document: ReleasedDocument, text: string): string[] {
  if (document.kind !== 'product' && document.kind !== 'composed') return []
  const named = [...text.matchAll(namedMedia)].map(([, name]) => decodeURIComponent(name!))
  return [...new Set([...named, ...picturesOf(document)])].sort()
}

/** A document as it is kept: one text for one content (RFC 8785, JSON Canonicalization Scheme). */
export const canonicalText = (document: ReleasedDocument): string => canonicalize(document)!
