import type { BreadcrumbList, FAQPage, Offer, Product as ProductData, QuantitativeValue, WithContext } from 'schema-dts'
import type { Product } from '../catalogue/model'
import { categoryAddress, pictureAddress, productAddress, type PageAddresses } from '../catalogue/page-addresses'
import { memberCalled, type Page, type PageInput, type PageProduct } from './assemble'
import type { AvailabilityState } from './availability'
import { categoriesAbove } from './category-path'
import { mediaAddress } from './media'
import { soldVariants, type SoldVariant } from './sold-variants'
import { displayValue, editionReader, slugOf, valuesFor, type ValuesOf } from './values'
import type { Reader } from '../values/resolve'

/**
 * What a page says for machines, as schema.org has it (https://schema.org/Product, https://schema.org/FAQPage,
 * https://schema.org/BreadcrumbList).
 */
export type StructuredData = (WithContext<ProductData> | WithContext<FAQPage> | WithContext<BreadcrumbList>)[]

/** What can be bought, as https://schema.org/ItemAvailability has it. */
const itemAvailability = {
  'in-stock': 'InStock',
  'few-left': 'LimitedAvailability',
  'sold-out': 'OutOfStock',
  'not-yet': 'OutOfStock',
  elsewhere: 'InStock',
} as const satisfies Record<AvailabilityState, string>

/** Codes of units of mass by their symbols (UN/ECE Recommendation 20, from memory). */
const massCodes: Record<string, string> = { mg: 'MGM', g: 'GRM', kg: 'KGM', t: 'TNE', oz: 'ONZ', lb: 'LBR' }

/** A text of the page without the elements that only this tool reads: they mark where a value was filled in. */
export const withoutOwnMarkup = (html: string) => html.replace(/<\/?data\b[^>]*>/g, '')

/** What the data of one page is made of. */
interface Made {
  input: PageInput
  page: Page
  addresses: PageAddresses | null
  sold: readonly SoldVariant[]
  reader: Reader
  valuesOf(product: Product): ValuesOf
}

/** The address of a product's page, where the storefront says how addresses are made. */
function addressOf({ addresses, input, valuesOf }: Made, product: Product): string | undefined {
  if (addresses === null) return undefined
  const { language } = input.lens
  return productAddress(addresses, { language, sku: product.sku, slug: slugOf(valuesOf(product)) })
}

function offerOf(made: Made, head: PageProduct, product: Product): Offer[] {
  if (head.price === null) return []
  const url = addressOf(made, product)
  return [
    {
      '@type': 'Offer',
      sku: product.sku,
      ...(product.gtin === null ? {} : { gtin: product.gtin }),
      price: head.price.amount,
      priceCurrency: head.currency,
      availability: `https://schema.org/${itemAvailability[head.availability.state]}`,
      ...(url === undefined ? {} : { url }),
    },
  ]
}

/** What can be bought on a page: each variant that is sold there, else its product. */
const offersOf = (made: Made, product: Product): Offer[] =>
  made.sold.length === 0
    ? offerOf(made, made.page.product, product)
    : made.sold.flatMap(({ variant, head }) => offerOf(made, head, variant))

/** The weight of a product with the code of its unit. */
function weightOf(values: ValuesOf): { weight?: QuantitativeValue } {
  const weight = values('weight')?.value as { value: number; unit: string } | null | undefined
  const unitCode = weight ? massCodes[weight.unit] : undefined
  if (!weight || unitCode === undefined) return {}
  return { weight: { '@type': 'QuantitativeValue', value: weight.value, unitCode } }
}

/** Attributes that schema.org has a word for, by that word. */
const worded = { size: 'size', color: 'colour', material: 'material' } as const

function wordedValues({ input, reader }: Made, values: ValuesOf): Partial<Record<keyof typeof worded, string>> {
  const { setup } = input
  return Object.fromEntries(
    Object.entries(worded).flatMap(([word, code]) => {
      const found = values(code)
      return found?.counts && found.value !== null ? [[word, displayValue(code, found.value, reader, setup)]] : []
    }),
  )
}

function productData(made: Made): WithContext<ProductData> {
  const { input, page, addresses, valuesOf } = made
  const { family, setup } = input
  const product = memberCalled(family, page.product.sku)
  const values = valuesOf(product)
  const brand = family.root.brand === null ? undefined : setup.brands.get(family.root.brand)?.name
  const url = addressOf(made, product)
  const pictureUrl = (name: string) => (addresses === null ? mediaAddress(name) : pictureAddress(addresses, name))
  const offers = offersOf(made, product)
  const { name, summary, pictures, sku } = page.product
  return {
    '@context': 'https://schema.org',
    '@type': 'Product',
    sku,
    name,
    ...(url === undefined ? {} : { url }),
    ...(summary === null ? {} : { description: summary }),
    ...(product.gtin === null ? {} : { gtin: product.gtin }),
    ...(brand === undefined ? {} : { brand: { '@type': 'Brand', name: brand } }),
    ...(pictures.length === 0 ? {} : { image: pictures.map((p) => pictureUrl(p.name)) }),
    ...wordedValues(made, values),
    ...weightOf(values),
    ...(offers.length === 0 ? {} : { offers: offers.length === 1 ? offers[0]! : offers }),
  }
}

/** The way that leads to the page: its categories, itself. */
function wayData({ input, page, addresses, reader }: Made): WithContext<BreadcrumbList>[] {
  if (addresses === null) return []
  const { language } = input.lens
  const steps = [
    ...categoriesAbove(input.family.root, reader, input.setup).map(({ code, name }) => ({
      name,
      item: categoryAddress(addresses, language, code),
    })),
    // The last one is the page itself, which needs no address.
    { name: page.product.name },
  ]
  return [
    {
      '@context': 'https://schema.org',
      '@type': 'BreadcrumbList',
      itemListElement: steps.map((step, i) => ({ '@type': 'ListItem', position: i + 1, ...step })),
    },
  ]
}

/** All questions of the page as one FAQPage, in page order. */
function questionsData({ page, input }: Made): WithContext<FAQPage>[] {
  const questions = page.layout.flatMap((a) => page.areas[a.area] ?? []).flatMap((p) => p.questions ?? [])
  if (questions.length === 0) return []
  // A question that stands in two areas is asked once.
  const once = [...new Map(questions.map((q) => [q.piece, q])).values()]
  return [
    {
      '@context': 'https://schema.org',
      '@type': 'FAQPage',
      inLanguage: input.lens.language,
      mainEntity: once.map((q) => ({
        '@type': 'Question',
        name: q.title,
        acceptedAnswer: { '@type': 'Answer', text: withoutOwnMarkup(q.html) },
      })),
    },
  ]
}

/**
 * The structured data of a page, given with what it was made of: its product with what can be bought, the way to it,
 * and its questions. Addresses are whole where the storefront says how they are made; the way needs them. Whoever has
 * the variants that are sold there already gives them.
 */
export function structuredData(page: Page, input: PageInput, sold = soldVariants(page, input)): StructuredData {
  const { setup, lens, family } = input
  const { addresses } = setup.storefronts.get(lens.storefront)!
  const reader = editionReader(setup, lens.storefront, lens.language)
  const known = new Map<Product, ValuesOf>()
  const valuesOf = (product: Product): ValuesOf => {
    const values = known.get(product) ?? valuesFor(product, family, reader, setup)
    known.set(product, values)
    return values
  }
  const made: Made = { input, page, addresses, sold, reader, valuesOf }
  return [productData(made), ...wayData(made), ...questionsData(made)]
}
