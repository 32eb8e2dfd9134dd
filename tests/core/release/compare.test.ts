import { describe, expect, it } from 'vitest'
import { documentChanges, pageChanges } from '@core/release/compare'
import type { ReleasedPart, ReleasedProduct } from '@core/release/document'
import type { ReleasedPhrases } from '@core/release/site'

const part = (piece: string, html = `<p>${piece}</p>`): ReleasedPart => ({ piece, kind: 'tab', title: piece, html })
const page = (parts: ReleasedPart[], more: Partial<ReleasedProduct> = {}): ReleasedProduct => ({
  kind: 'product',
  sku: 'PE-1830',
  parent: null,
  storefront: 'uk',
  language: 'en-GB',
  direction: 'ltr',
  slug: null,
  name: 'Regn 30',
  nameLanguage: null,
  summary: null,
  search: { title: null, description: null },
  categories: [],
  brand: null,
  price: null,
  availability: { state: 'in-stock', text: 'In stock', link: null },
  pictures: [],
  look: { spacing: 'even', line: 'hair', corner: 'square', emphasis: 'plain' },
  areas: [{ area: 'details', as: 'tabs', parts }],
  related: [],
  variants: [],
  structured: [],
  ...more,
})
const said = (before: ReleasedProduct | null, after: ReleasedProduct | null) =>
  pageChanges(before, after).map((c) => `${c.what} ${c.of}`)

describe('comparing two states of a page', () => {
  it('finds nothing between equal states', () => {
    expect(said(page([part('a')]), page([part('a')]))).toEqual([])
    expect(said(null, null)).toEqual([])
  })
  it('says that a whole page comes or goes', () => {
    expect(said(null, page([]))).toEqual(['added page'])
    expect(said(page([]), null)).toEqual(['removed page'])
  })
  it('names each part that comes, goes, or reads otherwise', () => {
    const before = page([part('a'), part('b'), part('c')])
    const after = page([part('a'), part('c', '<p>other</p>'), part('d')])
    expect(said(before, after)).toEqual(['changed c', 'added d', 'removed b'])
  })
  it('says of one part that was moved that it moved, and not of those it passed', () => {
    const before = page(['a', 'b', 'c', 'd'].map((p) => part(p)))
    const after = page(['d', 'a', 'b', 'c'].map((p) => part(p)))
    expect(said(before, after)).toEqual(['moved d'])
  })
  it('names the fields of the head, and how areas are drawn', () => {
    const price = { amount: 129, currency: 'GBP', shown: '£129.00', instead: null }
    const after = page([part('a')], { name: 'Regn 30 roll', price })
    after.areas[0]!.as = 'accordion'
    expect(said(page([part('a')]), after)).toEqual(['changed name', 'changed price', 'changed layout'])
  })
  it('names structured data only where nothing else is named', () => {
    const structured = [{ '@context': 'https://schema.org', '@type': 'Product', gtin: '1' }] as never
    expect(said(page([]), page([], { structured }))).toEqual(['changed structured'])
    expect(said(page([]), page([], { structured, summary: 'Dry' }))).toEqual(['changed summary'])
  })
})

describe('comparing two states of the phrases', () => {
  const phrases = (all: ReleasedPhrases['phrases']): ReleasedPhrases => ({
    kind: 'phrases',
    storefront: 'uk',
    language: 'en-GB',
    direction: 'ltr',
    phrases: all,
  })
  it('names each phrase with its wording', () => {
    const before = phrases({ added: { other: 'Added' }, told: { other: 'Told' } })
    const after = phrases({ added: { other: 'In your basket' }, reviews: { one: 'One review', other: '{n} reviews' } })
    expect(documentChanges(before, after)).toEqual([
      { what: 'changed', of: 'added', title: 'In your basket', area: 'phrases' },
      { what: 'added', of: 'reviews', title: 'One review / {n} reviews', area: 'phrases' },
      { what: 'removed', of: 'told', title: 'Told', area: 'phrases' },
    ])
  })
})
