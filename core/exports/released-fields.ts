import { plainText } from '../richtext/read'
import { escapeText } from '../richtext/tree'
import type { ReleasedPart, ReleasedProduct } from '../release/document'

/** What a cell of a file holds. */
export type ReleasedCell = string | number | null

/** What a file of a storefront can hold of each product, as shoppers get it. */
interface ReleasedField {
  label: string
  of(product: ReleasedProduct): ReleasedCell
}

/** The data of a product in the words of schema.org, where it has some. */
const dataOf = ({ structured }: ReleasedProduct): Record<string, unknown> =>
  (structured as Record<string, unknown>[]).find((data) => data['@type'] === 'Product') ?? {}

const textIn = (product: ReleasedProduct, word: string): string | null => {
  const found = dataOf(product)[word]
  return typeof found === 'string' ? found : null
}
const picturesOf = (product: ReleasedProduct): string[] => {
  const found = dataOf(product).image
  return Array.isArray(found) ? (found as string[]) : []
}
const partsOf = ({ areas }: ReleasedProduct): ReleasedPart[] => areas.flatMap(({ parts }) => parts)

/** A part with its questions as HTML, under its title. */
const htmlOf = ({ title, html, questions = [] }: ReleasedPart): string =>
  `<h2>${escapeText(title)}</h2>${html}${questions.map((q) => `<h3>${escapeText(q.title)}</h3>${q.html}`).join('')}`

/** Every field, by its name. Adding one is adding an entry. */
export const releasedFields = {
  sku: { label: 'SKU', of: (p) => p.sku },
  parent: { label: 'SKU of the parent', of: (p) => p.parent },
  gtin: { label: 'GTIN', of: (p) => textIn(p, 'gtin') },
  name: { label: 'Name', of: (p) => p.name },
  summary: { label: 'Summary', of: (p) => p.summary },
  content: {
    label: 'Content as text',
    of: (p) =>
      partsOf(p)
        .map((part) => plainText(htmlOf(part)))
        .join('\n\n'),
  },
  html: { label: 'Content as HTML', of: (p) => partsOf(p).map(htmlOf).join('\n') },
  brand: { label: 'Brand', of: (p) => p.brand },
  category: { label: 'Category', of: (p) => p.categories.map((c) => c.name).join(' > ') },
  'category-code': { label: 'Code of the category', of: (p) => p.categories.at(-1)?.code ?? null },
  price: { label: 'Price', of: (p) => p.price?.amount ?? null },
  currency: { label: 'Currency', of: (p) => p.price?.currency ?? null },
  availability: { label: 'Availability', of: (p) => p.availability.state },
  slug: { label: 'Slug', of: (p) => p.slug },
  address: { label: 'Address of the page', of: (p) => textIn(p, 'url') },
  picture: { label: 'First picture', of: (p) => picturesOf(p)[0] ?? null },
  pictures: { label: 'All pictures', of: (p) => picturesOf(p).join(', ') },
  'search-title': { label: 'Search title', of: (p) => p.search.title },
  'search-description': { label: 'Search description', of: (p) => p.search.description },
  language: { label: 'Language', of: (p) => p.language },
  storefront: { label: 'Storefront', of: (p) => p.storefront },
} as const satisfies Record<string, ReleasedField>

export type ReleasedFieldName = keyof typeof releasedFields
export const releasedFieldNames = Object.keys(releasedFields) as ReleasedFieldName[]
