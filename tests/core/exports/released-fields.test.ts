import { describe, expect, it } from 'vitest'
import { releasedFieldNames, releasedFields } from '@core/exports/released-fields'
import type { ReleasedProduct } from '@core/release/document'

const part = {
  piece: 'care',
  kind: 'tab',
  title: 'Care & repair',
  html: '<p>Dry <strong>it</strong>.</p><p>Oil it.</p>',
}
const question = { piece: 'q', kind: 'question', title: 'How long?', html: '<p>Sixty days.</p>' }
const product: ReleasedProduct = {
  kind: 'product',
  sku: 'PE-1830',
  parent: null,
  storefront: 'uk',
  language: 'en-GB',
  direction: 'ltr',
  slug: 'regn-30',
  name: 'Regn 30',
  nameLanguage: null,
  summary: null,
  search: { title: 'Regn', description: null },
  categories: [
    { code: 'bags', name: 'Bags' },
    { code: 'panniers', name: 'Panniers' },
  ],
  brand: 'Pedersholt',
  price: { amount: 129, currency: 'GBP', shown: '£129.00', instead: null },
  availability: { state: 'in-stock', text: 'In stock', link: null },
  pictures: [],
  look: {} as never,
  areas: [
    { area: 'details', as: 'tabs', parts: [part, { ...part, title: 'Questions', html: '', questions: [question] }] },
  ],
  related: [],
  variants: [],
  structured: [
    { '@type': 'BreadcrumbList' },
    {
      '@type': 'Product',
      gtin: '2000000010045',
      url: 'https://shop.example/p/regn-30',
      image: ['https://a', 'https://b'],
    },
  ],
}
const bare: ReleasedProduct = { ...product, price: null, brand: null, categories: [], areas: [], structured: [] }
const of = (p: ReleasedProduct) => Object.fromEntries(releasedFieldNames.map((f) => [f, releasedFields[f].of(p)]))

describe('what a file holds of a released product', () => {
  it('is what shoppers get, as a text or a number', () => {
    expect(of(product)).toMatchObject({
      ...{ sku: 'PE-1830', gtin: '2000000010045', price: 129, currency: 'GBP', category: 'Bags > Panniers' },
      ...{ 'category-code': 'panniers', availability: 'in-stock', address: 'https://shop.example/p/regn-30' },
      ...{ picture: 'https://a', pictures: 'https://a, https://b', 'search-title': 'Regn', summary: null },
    })
    expect(releasedFields.content.of(product)).toBe(
      'Care & repair\nDry it.\nOil it.\n\nQuestions\nHow long?\nSixty days.',
    )
    expect(releasedFields.html.of(product)).toContain('<h2>Care &amp; repair</h2><p>Dry')
  })

  it('is nothing where the product has nothing', () => {
    const empty = Object.entries(of(bare)).filter(([, cell]) => cell === null || cell === '')
    expect(empty.map(([field]) => field).sort()).toEqual([
      'address',
      'brand',
      'category',
      'category-code',
      'content',
      'currency',
      'gtin',
      'html',
      'parent',
      'picture',
      'pictures',
      'price',
      'search-description',
      'summary',
    ])
  })
})
