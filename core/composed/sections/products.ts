import { filledText } from './filled-text'
import { noContent, type SectionKind } from './section-kind'

/** A row of products that were chosen by hand. */
export interface ProductsHolds {
  /** SKUs in their order. */
  chosen: string[]
  /** Fewer are not shown at all. */
  atLeast: number
  atMost: number
}

export const products: SectionKind<ProductsHolds> = {
  name: 'Row of products',
  texts: {
    title: { label: 'Heading', type: 'text', note: 'Above a row of products' },
    text: { label: 'Text', type: 'rich-text', note: 'Above a row of products, below its heading' },
  },
  blank: () => ({ chosen: [], atLeast: 1, atMost: 12 }),
  names: ({ chosen }) => chosen.map((sku, i) => ({ at: `chosen[${i}]`, sku })),
  problem: ({ atLeast, atMost }) =>
    atLeast > atMost ? { at: 'atMost', message: 'The most is less than the fewest.' } : undefined,
  content({ chosen, atLeast, atMost }, reading) {
    if (chosen.length < atLeast)
      return chosen.length === 0 ? 'it has no products' : `it has ${chosen.length} of at least ${atLeast} products`
    return {
      ...noContent,
      title: reading.text('title') ?? null,
      html: filledText(reading.text('text'), reading),
      products: { skus: chosen, atLeast, atMost },
    }
  },
}
