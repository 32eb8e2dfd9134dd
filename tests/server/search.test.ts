import { beforeAll, describe, expect, it } from 'vitest'
import { ada, maren, now, ownDatabase, problemOf } from './database'
import { csvLines } from '../csv'

const db = ownDatabase()

let search: typeof import('@server/services/search/texts')
let products: typeof import('@server/services/products/products')
let importProducts: (typeof import('@server/services/imports/import-products'))['importProducts']
const uk = { storefront: 'uk', language: 'en-GB' }
const slug = (sku: string, value: string | null, more: object = {}) =>
  products.patchProduct(maren, sku, '*', { values: [{ attribute: 'slug', language: 'en-GB', value, ...more }] }, now)

beforeAll(async () => {
  search = await import('@server/services/search/texts')
  products = await import('@server/services/products/products')
  ;({ importProducts } = await import('@server/services/imports/import-products'))
  const { getRecord, putRecord } = await import('@server/services/records/records')
  for (const code of ['slug', 'search-title', 'search-description', 'search-words']) {
    await putRecord(
      ada,
      'attributes',
      code,
      {
        code,
        labels: { 'en-GB': code },
        help: {},
        type: 'text',
        family: null,
        unit: null,
        options: [],
        translatable: true,
        perStorefront: true,
        serves: ['search'],
        allowed: null,
      },
      { any: true },
      now,
    )
  }
  const { record } = await getRecord('product-types', 'bag')
  const bag = record as unknown as { attributes: object[] }
  await putRecord(
    ada,
    'product-types',
    'bag',
    {
      ...bag,
      attributes: [
        ...bag.attributes,
        ...['slug', 'search-title', 'search-description', 'search-words'].map((attribute) => ({
          attribute,
          group: 'facts',
          required: false,
          requiredIn: [],
          requiredWhere: null,
          perVariant: false,
          default: null,
        })),
      ],
    },
    { any: true },
    now,
  )
  const csv = csvLines(
    'sku,type,status,name@/en-GB,summary@/en-GB,slug@/en-GB,search-title@/en-GB',
    'S-1,bag,active,Regn pannier,Keeps dry,regn,Dry pannier',
    'S-2,bag,active,Tani bag,Slim,tani,',
    'S-3,bag,active,Market,Open,,dry  Pannier',
  )
  expect(
    await importProducts(db.file(csv), { mode: 'apply', take: 'all', title: 'x', personId: 1, now }),
  ).toMatchObject({ applied: true, created: 3 })
})

describe('slugs', () => {
  it('are found, and where they were changed the old one leads to the new', async () => {
    expect(await search.readSlug('uk', 'en-GB', 'regn')).toEqual({ sku: 'S-1', slug: 'regn', redirect: false })
    await slug('S-1', 'regn-18')
    expect(await search.readSlug('uk', 'en-GB', 'regn')).toEqual({ sku: 'S-1', slug: 'regn-18', redirect: true })
    await slug('S-1', 'regn-roll')
    expect((await search.listRedirects({ ...uk, limit: 10 })).items).toEqual([
      { from: 'regn', to: 'regn-roll', sku: 'S-1' },
      { from: 'regn-18', to: 'regn-roll', sku: 'S-1' },
    ])
    expect((await search.searchTextsOf('S-1', uk)).slug).toEqual({
      text: 'regn-roll',
      from: 'slug',
      former: ['regn', 'regn-18'],
    })
    expect(await problemOf(search.readSlug('uk', 'en-GB', 'nothing'))).toMatchObject({ status: 404 })
  })
  it('are one product’s own in a storefront’s language, whoever writes them', async () => {
    await expect(slug('S-2', 'regn-roll')).rejects.toThrow(/S-1 has the slug “regn-roll” already/)
    await expect(slug('S-2', 'regn-roll', { storefront: 'uk' })).rejects.toThrow(/S-1 has the slug/)
    expect(
      await importProducts(db.file('sku,slug@/en-GB\nS-2,regn-roll\nS-3,new\n'), {
        mode: 'check',
        take: 'all',
        title: 'x',
        personId: 1,
        now,
      }),
    ).toMatchObject({ rejectedCount: 1, rejected: [{ row: 2, column: 'slug', code: 'slug-taken' }] })
    expect(
      await importProducts(db.file('sku,slug@/en-GB\nS-2,twice\nS-3,twice\n'), {
        mode: 'check',
        take: 'all',
        title: 'x',
        personId: 1,
        now,
      }),
    ).toMatchObject({ rejectedCount: 1, rejected: [{ row: 3, code: 'slug-taken' }] })
  })
  it('that only lead on give way to a product that takes them, and come back with a undo', async () => {
    await slug('S-2', 'regn')
    expect(await search.readSlug('uk', 'en-GB', 'regn')).toEqual({ sku: 'S-2', slug: 'regn', redirect: false })
    const {
      items: [last],
    } = await products.productHistory('S-2', { limit: 1 })
    await products.undoProductChange(maren, 'S-2', last!.id, null, now)
    expect(await search.readSlug('uk', 'en-GB', 'tani')).toMatchObject({ sku: 'S-2', redirect: false })
    expect(await search.readSlug('uk', 'en-GB', 'regn')).toMatchObject({ sku: 'S-2', redirect: true })
  })
  it('are made from name and SKU where there is none', async () => {
    expect((await search.searchTextsOf('S-3', uk)).slug).toMatchObject({ text: 'market-s-3', from: 'made' })
  })
})

describe('search texts', () => {
  it('fall back to name and summary, and say what is the same elsewhere and what the page does not say', async () => {
    expect(await search.searchTextsOf('S-2', uk)).toMatchObject({
      title: { text: 'Tani bag', from: 'name' },
      description: { text: 'Slim', from: 'summary' },
      findings: [],
    })
    const { title, findings } = await search.searchTextsOf('S-3', uk)
    expect(title).toEqual({ text: 'dry  Pannier', from: 'search-title' })
    expect(findings.map((f) => f.message)).toEqual([
      'S-1 has the same text in this edition.',
      '“Pannier” is not in the text of the page.',
    ])
    await products.patchProduct(
      maren,
      'S-1',
      '*',
      {
        values: [
          { attribute: 'search-title', language: 'en-GB', value: 'Another' },
          { attribute: 'search-words', language: 'en-GB', value: 'pannier, bike bag, Bike Bag' },
        ],
      },
      now,
    )
    expect((await search.searchTextsOf('S-3', uk)).findings).toHaveLength(1)
    expect((await search.searchTextsOf('S-1', uk)).findings.map((f) => f.message)).toEqual([
      '“Another” is not in the text of the page.',
      '“pannier” is already in the text.',
      '“Bike Bag” is repeated.',
    ])
  })
})
