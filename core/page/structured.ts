import type { FAQPage, Product, WithContext } from 'schema-dts'
import type { Page } from './assemble'
import type { AvailabilityState } from './availability'

/** What a page says for machines, as schema.org has it (https://schema.org/Product, https://schema.org/FAQPage). */
export type StructuredData = (WithContext<Product> | WithContext<FAQPage>)[]

/** What can be bought, as https://schema.org/ItemAvailability has it. */
const itemAvailability = {
  'in-stock': 'InStock',
  'few-left': 'LimitedAvailability',
  'sold-out': 'OutOfStock',
  'not-yet': 'OutOfStock',
  elsewhere: 'InStock',
} as const satisfies Record<AvailabilityState, string>

/** A text of the page without the elements that only this tool reads: they mark where a value was filled in. */
export const withoutOwnMarkup = (html: string) => html.replace(/<\/?data\b[^>]*>/g, '')

/**
 * The structured data of a page: its product, and where it has questions, all of them as one FAQPage in page order.
 * `url` says where a picture is found.
 */
export function structuredData(
  page: Page,
  gtin: string | null,
  language: string,
  url: (picture: string) => string,
): StructuredData {
  const { product } = page
  const data: StructuredData = [
    {
      '@context': 'https://schema.org',
      '@type': 'Product',
      sku: product.sku,
      name: product.name,
      ...(product.summary === null ? {} : { description: product.summary }),
      ...(gtin === null ? {} : { gtin }),
      ...(product.pictures.length === 0 ? {} : { image: product.pictures.map((p) => url(p.name)) }),
      ...(product.price === null
        ? {}
        : {
            offers: {
              '@type': 'Offer',
              price: product.price.amount,
              priceCurrency: product.currency,
              availability: `https://schema.org/${itemAvailability[product.availability.state]}`,
            },
          }),
    },
  ]
  const questions = page.layout.flatMap((a) => page.areas[a.area] ?? []).flatMap((p) => p.questions ?? [])
  if (questions.length > 0) {
    // A question that stands in two areas is asked once.
    const once = [...new Map(questions.map((q) => [q.piece, q])).values()]
    data.push({
      '@context': 'https://schema.org',
      '@type': 'FAQPage',
      inLanguage: language,
      mainEntity: once.map((q) => ({
        '@type': 'Question',
        name: q.title,
        acceptedAnswer: { '@type': 'Answer', text: withoutOwnMarkup(q.html) },
      })),
    })
  }
  return data
}
