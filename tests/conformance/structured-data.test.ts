import jsonld from 'jsonld'
import type { FAQPage, WithContext } from 'schema-dts'
import { describe, expect, it } from 'vitest'
import { prepareAssignment } from '@core/assignments/assignment'
import { noLimits } from '@core/assignments/limits'
import { libraryOf } from '@core/media/versions'
import { assemblePage, type PageInput } from '@core/page/assemble'
import { blankPiece, type Piece } from '@core/page/piece'
import { structuredData } from '@core/page/structured'
import { price, product, single, someMoment, testSetup } from '../world'

// The structured data of pages, held against JSON-LD 1.1 as the jsonld package reads it, and against the types of
// schema-dts. The context of schema.org is not fetched: its vocabulary is one namespace
// (https://schema.org/docs/jsonldcontext.json, from memory).
const options = {
  documentLoader: (url: string) =>
    Promise.resolve({
      contextUrl: null,
      documentUrl: url,
      document: { '@context': { '@vocab': 'https://schema.org/', id: '@id', type: '@type' } },
    }),
}

const setup = testSetup()
const question = (code: string, title: string, body: string): Piece => ({
  ...blankPiece(),
  code,
  kind: 'question',
  name: code,
  texts: [{ storefront: null, language: 'en-GB', title, body }],
})
const pieces = [
  question('a', 'Does it <fit> & hold?', '<p>Yes, <strong>on most</strong>.</p><ul><li>Racks</li></ul>'),
  question('b', 'For how long?', '<p>Ten years.</p>'),
]
const assignment = (code: string, number: number, codes: string[], area: string) =>
  prepareAssignment(
    {
      code,
      number,
      name: code,
      pieces: codes,
      sets: [],
      reach: { base: 'everything', rule: null, chosen: [], added: [], leftOut: [], eachVariant: false },
      limits: noLimits(),
      area,
      order: 20,
      replaces: null,
      resting: false,
    },
    setup,
  )
const inputOf = (assigned: [string[], string][]): PageInput => ({
  family: single(
    product(
      'B-1',
      { gtin: '2000000010045', prices: [price('uk', 60)], stock: 3 },
      { 'name@/en-GB': 'Regn </script> 30', 'summary@/en-GB': 'Dry.' },
    ),
  ),
  sku: 'B-1',
  lens: { storefront: 'uk', language: 'en-GB', group: null, moment: someMoment },
  setup,
  assignments: assigned.map(([codes, area], i) => assignment(`x${i}`, i + 1, codes, area)),
  pieces: new Map(pieces.map((p) => [p.code, p])),
  sets: new Map(),
  own: [],
  library: libraryOf([]),
  related: {},
})
const dataOf = (assigned: [string[], string][]) => {
  const input = inputOf(assigned)
  return structuredData(assemblePage(input), input)
}

describe('the structured data of a page', () => {
  it('is JSON-LD in which nothing is lost', async () => {
    const data = dataOf([[['a', 'b'], 'details']])
    const [shop, faq] = await Promise.all(data.map((d) => jsonld.expand(d, options)))
    expect(shop![0]).toMatchObject({
      '@type': ['https://schema.org/Product'],
      'https://schema.org/sku': [{ '@value': 'B-1' }],
      'https://schema.org/gtin': [{ '@value': '2000000010045' }],
    })
    const questions = faq![0]!['https://schema.org/mainEntity'] as Record<string, { '@value': string }[]>[]
    expect(questions.map((q) => [q['@type'], q['https://schema.org/name']![0]!['@value']])).toEqual([
      [['https://schema.org/Question'], 'Does it <fit> & hold?'],
      [['https://schema.org/Question'], 'For how long?'],
    ])
    const triples = await jsonld.toRDF(data[1], { ...options, format: 'application/n-quads' })
    expect(triples).toContain('<https://schema.org/acceptedAnswer>')
    expect(triples).toContain('"<p>Ten years.</p>"')
  })
  it('has each question once, whatever areas it stands in, and no FAQPage without any', () => {
    const faq = dataOf([
      [['a'], 'details'],
      [['a', 'b'], 'foot'],
    ])[1] as WithContext<FAQPage>
    expect((faq as unknown as { mainEntity: { name: string }[] }).mainEntity.map((q) => q.name)).toEqual([
      'Does it <fit> & hold?',
      'For how long?',
    ])
    expect(dataOf([]).map((d) => (d as { '@type': string })['@type'])).toEqual(['Product'])
  })

  it('has what schema.org asks of a product that is sold in variants, at whole addresses', async () => {
    const sold = testSetup()
    const storefront = sold.storefronts.get('uk')!
    const home = 'https://shop.example/{language}'
    storefront.addresses = {
      home,
      product: `${home}/p/{slug}`,
      category: `${home}/c/{category}`,
      page: `${home}/i/{page}`,
      picture: 'https://shop.example/pictures/{name}',
    }
    const glove = (sku: string, size: string, pounds: number, stock: number) =>
      product(sku, { gtin: '2000000010045', prices: [price('uk', pounds)], stock }, { size })
    const root = product('G-1', { type: 'glove', brand: 'oxbrook', category: 'panniers' }, { 'name@/en-GB': 'Vinter' })
    const input: PageInput = {
      ...inputOf([]),
      family: { root, variants: [glove('G-1-S', 's', 39, 0), glove('G-1-M', 'm', 42.5, 9)] },
      sku: 'G-1',
      setup: sold,
    }
    const [data, way] = structuredData(assemblePage(input), input)
    const [expanded] = await jsonld.expand(data, options)
    const schema = (word: string) => `https://schema.org/${word}`
    const offers = expanded![schema('offers')] as Record<string, { '@value'?: unknown; '@id'?: string }[]>[]
    const read = (word: string) => offers.map((o) => o[schema(word)]?.[0]?.['@value'])
    expect(offers.map((o) => o['@type'])).toEqual([[schema('Offer')], [schema('Offer')]])
    expect([read('sku'), read('price'), read('priceCurrency')]).toEqual([
      ['G-1-S', 'G-1-M'],
      [39, 42.5],
      ['GBP', 'GBP'],
    ])
    expect(read('availability')).toEqual([schema('OutOfStock'), schema('InStock')])
    expect(read('url')).toEqual(['https://shop.example/en-GB/p/G-1-S', 'https://shop.example/en-GB/p/G-1-M'])
    expect(data).toMatchObject({
      brand: { '@type': 'Brand', name: 'Oxbrook' },
      url: 'https://shop.example/en-GB/p/G-1',
    })
    expect(way).toMatchObject({
      '@type': 'BreadcrumbList',
      itemListElement: [
        { position: 1, name: 'Bags', item: 'https://shop.example/en-GB/c/bags' },
        { position: 2, name: 'Panniers', item: 'https://shop.example/en-GB/c/panniers' },
        { position: 3, name: 'Vinter' },
      ],
    })
  })
})
