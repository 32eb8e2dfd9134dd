import { beforeAll, describe, expect, it } from 'vitest'
import { sql } from 'drizzle-orm'
import { luc, maren, now, ownDatabase, problemOf } from './database'
import { csvLines } from '../csv'

const { file } = ownDatabase()
const { importProducts } = await import('@server/services/imports/import-products')
const { database } = await import('@server/db/connect')
const { getFacts, getProduct, getResolved, patchProduct, productHistory, productHistoryFacets, undoProductChange } =
  await import('@server/services/products/products')
const { listForEdition } = await import('@server/services/products/list-products')
const { listUnits, saveUnits } = await import('@server/services/translation/desk')
const { listWork } = await import('@server/services/translation/work')
const { find } = await import('@server/services/setup/setup')

beforeAll(async () => {
  await importProducts(
    file(
      csvLines(
        'sku,parent,type,category,status,stock,price@uk,name,name@/fr-CH,summary,weight,size,reflective',
        'PE-1,,bag,Bags > Panniers,active,4,60,Regn 30,Sacoche Regn,Keeps 30 L dry,1.2 kg,,no',
        'PE-2,,bag,Bags > Panniers > Roll-top,draft,0,70,Regn 22,,,,,',
        'G-1,,glove,Wear,active,,25,Suzu,Gants Suzu,Warm,,,',
        'G-1-S,G-1,,,,3,,,,,,S,',
        'G-1-M,G-1,,,,0,28,,,,,M,',
      ),
    ),
    { mode: 'apply', take: 'all', title: 'Import', personId: 1, now },
  )
})
const tagOf = async (sku: string) => (await getProduct(sku)).tag
const change = async (sku: string, body: Parameters<typeof patchProduct>[3], ifMatch?: string, person = maren) =>
  patchProduct(person, sku, ifMatch ?? (await tagOf(sku)), body, now)
const one = (attribute: string, value: unknown, language: string | null = null, more = {}) => ({
  values: [{ attribute, value, language, ...more }],
})

describe('what differs by variant', () => {
  const heldBy = async (sku: string, attribute: string) =>
    (await getResolved(sku, 'uk', 'en-GB', now)).items.find((i) => i.attribute === attribute)?.onVariants

  it('is told of their parent, with how many of them have none', async () => {
    expect(await heldBy('G-1', 'size')).toEqual({ shown: ['S', 'M'], different: 2, missing: 0, of: 2 })
  })
  it('is not told of variants, of products without any, and of what does not differ', async () => {
    expect(await heldBy('G-1-S', 'size')).toBeNull()
    expect(await heldBy('PE-1', 'weight')).toBeNull()
    expect(await heldBy('G-1', 'weight')).toBeNull()
  })
  it('comes with what they have in stock, taken together', async () => {
    const { variants } = await getResolved('G-1', 'uk', 'en-GB', now)
    expect(variants).toEqual({ of: 2, gtins: 0, stocked: 2, stock: 3 })
    expect((await getResolved('PE-1', 'uk', 'en-GB', now)).variants).toBeNull()
  })
})

describe('changing a product', () => {
  it('wants to know which version', async () => {
    expect(await problemOf(patchProduct(maren, 'PE-1', undefined, { stock: 5 }, now))).toMatchObject({ status: 428 })
  })
  it('refuses to overwrite what somebody else has written', async () => {
    const tag = await tagOf('PE-1')
    const { tag: newer } = await change('PE-1', { stock: 7 }, tag)
    expect(newer).not.toBe(tag)
    const problem = await problemOf(change('PE-1', { stock: 8 }, tag))
    expect(problem).toMatchObject({ status: 412, current: { stock: 7 } })
    expect((await getProduct('PE-1')).document.stock).toBe(7)
  })
  it(
    'lets two people change two values of one product, and tells where only one value was changed ' + 'meanwhile',
    async () => {
      await change('PE-1', one('model', '30 L', null, { base: null }), '*')
      await change('PE-1', one('season', 'winter', null, { base: null }), '*')
      expect(await problemOf(change('PE-1', one('model', '31 L', null, { base: null }), '*'))).toMatchObject({
        status: 412,
        errors: [{ path: 'attribute:model' }],
      })
      await change('PE-1', one('model', '31 L', null, { base: '30 L' }), '*')
      expect((await getProduct('PE-1')).document.values.find((v) => v.attribute === 'model')?.value).toBe('31 L')
    },
  )
  it('says nothing new where nothing differs', async () => {
    const tag = await tagOf('PE-1')
    expect((await change('PE-1', { stock: 7, ...one('model', '31 L') })).tag).toBe(tag)
  })
  it.each([
    [{ type: 'boat' }, 'type'],
    [{ category: 'boats' }, 'category'],
    [{ gtin: '2000000000011' }, 'gtin'],
    [one('nothing', 1), 'values[0].attribute'],
    [one('name', 'x'), 'values[0].language'],
    [one('model', 'x', 'fr-CH'), 'values[0].language'],
    [one('weight', 3), 'values[0].value'],
    [one('season', 'spring'), 'values[0].value'],
    [{ values: [{ attribute: 'weight', storefront: 'uk', value: '1 kg' }] }, 'values[0].storefront'],
    [{ prices: [{ storefront: 'xx', amount: 3 }] }, 'prices[0].storefront'],
    [{ specials: [{ storefront: 'uk', group: 'nobody', from: null, to: null, amount: 3 }] }, 'specials[0].group'],
    [
      { specials: [{ storefront: 'uk', group: null, from: '2026-12-05', to: '2026-12-01', amount: 3 }] },
      'specials[0].to',
    ],
    [{ range: [{ storefront: 'xx', groups: [], from: null, to: null }] }, 'range[0].storefront'],
  ] as [Parameters<typeof patchProduct>[3], string][])('refuses %j and names %s', async (body, path) => {
    const before = await tagOf('PE-1')
    expect(await problemOf(change('PE-1', body))).toMatchObject({
      status: 422,
      errors: expect.arrayContaining([expect.objectContaining({ path })]),
    })
    expect(await tagOf('PE-1')).toBe(before)
  })
  it('keeps rich text in its normal form, and facts up to date in the same step', async () => {
    await change('PE-1', {
      values: [
        { attribute: 'description', language: 'en-GB', value: '<div onclick="x()"><b>Dry</b></div><script>x</script>' },
        { attribute: 'weight', value: '2 lb' },
      ],
      tags: ['Wet  Weather'],
    })
    expect((await getProduct('PE-1')).document.values.find((v) => v.attribute === 'description')?.value).toBe(
      '<p><strong>Dry</strong></p>',
    )
    expect(await getFacts('PE-1', { storefront: 'uk', group: null, moment: now })).toMatchObject({
      'attribute:weight': 907.18474,
      tags: ['wet weather'],
      'attribute:description': 'dry',
    })
    const { rows } = await database().execute<{ num: number }>(
      sql`select num from value v join product p on p.id = v.product_id where p.sku = 'PE-1' and num = 907.18474`,
    )
    expect(rows).toHaveLength(1)
  })
  it('lets a translator write her language and nothing else', async () => {
    await change('PE-1', one('summary', 'Garde au sec', 'fr-CH'), undefined, luc)
    for (const body of [one('summary', 'x', 'de-CH'), one('summary', 'x', 'en-GB'), one('model', 'x'), { stock: 1 }])
      expect((await problemOf(change('PE-1', body, undefined, luc))).status).toBe(403)
  })
  it('does not find what is not there', async () => {
    expect((await problemOf(getProduct('nothing'))).status).toBe(404)
    expect((await problemOf(getResolved('PE-1', 'uk', 'fr-CH', now))).status).toBe(422)
  })
})

describe('history', () => {
  it('names who changed what, newest first, and puts a change back', async () => {
    await change('PE-2', { stock: 12, status: 'active' })
    const { items } = await productHistory('PE-2', { limit: 10 })
    expect(items[0]).toMatchObject({
      person: 'Maren',
      made: false,
      differences: [
        { path: 'status', before: 'draft', after: 'active' },
        { path: 'stock', before: 0, after: 12 },
      ],
    })
    expect(items.at(-1)).toMatchObject({ made: true })
    expect(await undoProductChange(maren, 'PE-2', items[0]!.id, null, now)).toMatchObject({
      skipped: [],
      document: { stock: 0, status: 'draft' },
    })
    expect((await productHistory('PE-2', { limit: 1 })).next).not.toBeNull()
  })
  it('leaves alone what was changed since', async () => {
    await change('PE-2', { stock: 20, ...one('model', 'a') })
    const [entry] = (await productHistory('PE-2', { limit: 1 })).items
    await change('PE-2', { stock: 21 })
    expect(await undoProductChange(maren, 'PE-2', entry!.id, null, now)).toMatchObject({
      skipped: ['stock'],
      document: { stock: 21, values: expect.not.arrayContaining([expect.objectContaining({ attribute: 'model' })]) },
    })
  })
  it('is filtered by field, person and time, and names by what it can be', async () => {
    const facets = await productHistoryFacets('PE-2')
    expect(facets.fields).toEqual(expect.arrayContaining(['attribute:model', 'status', 'stock']))
    expect(facets.fields).not.toContain('created')
    expect(facets.people).toContainEqual({ email: maren.email, name: 'Maren' })
    const all = (await productHistory('PE-2', { limit: 50 })).items
    const ofModel = await productHistory('PE-2', { limit: 50, field: 'attribute:model' })
    expect(ofModel.items.map((e) => e.id)).toEqual(
      all.filter((e) => e.differences.some((d) => d.path.includes('attribute:model'))).map((e) => e.id),
    )
    expect(ofModel.items.length).toBeGreaterThan(0)
    expect(ofModel.items.length).toBeLessThan(all.length)
    expect((await productHistory('PE-2', { limit: 50, person: luc.email })).items).toEqual([])
    expect((await productHistory('PE-2', { limit: 50, from: all[0]!.at, to: all[0]!.at })).items).toEqual([])
    const paged = await productHistory('PE-2', { limit: 1, field: 'stock' })
    const older = await productHistory('PE-2', { limit: 50, field: 'stock', before: paged.next! })
    expect(older.items.every((e) => e.id < paged.items[0]!.id)).toBe(true)
  })
  it('is not for translators to turn back', async () => {
    const [entry] = (await productHistory('PE-2', { limit: 1 })).items
    expect((await problemOf(undoProductChange(luc, 'PE-2', entry!.id, null, now))).status).toBe(403)
    expect((await problemOf(undoProductChange(maren, 'PE-1', entry!.id, null, now))).status).toBe(404)
  })
})

describe('translating a product', () => {
  const edition = { storefront: 'ch', language: 'fr-CH', record: 'product:PE-1' }
  const unit = async (name: string) => (await listUnits(edition)).units.find((u) => u.unit === `attribute:${name}`)
  it('lists every text that has a source, with its target and state', async () => {
    const { units, title } = await listUnits(edition)
    expect(title).toBe('Regn 30')
    expect(units.map((u) => [u.unit, u.target !== null])).toEqual([
      ['attribute:name', true],
      ['attribute:summary', true],
      ['attribute:description', false],
    ])
  })
  it('saves with a state, and only over what was seen', async () => {
    await saveUnits(
      luc,
      {
        ...edition,
        units: [{ unit: 'attribute:summary', target: 'Garde 30 L au sec', base: 'Garde au sec', state: 'reviewed' }],
      },
      now,
    )
    expect(await unit('summary')).toMatchObject({ target: 'Garde 30 L au sec', state: 'reviewed', stale: false })
    expect(
      await problemOf(
        saveUnits(luc, { ...edition, units: [{ unit: 'attribute:summary', target: 'x', base: 'Garde au sec' }] }, now),
      ),
    ).toMatchObject({ status: 412 })
    expect(
      (
        await problemOf(
          saveUnits(
            luc,
            { ...edition, language: 'de-CH', units: [{ unit: 'attribute:summary', target: 'x', base: null }] },
            now,
          ),
        )
      ).status,
    ).toBe(403)
  })
  it(
    'finds the translation stale when the source changes, with the old source, and current again when it ' +
      'comes back',
    async () => {
      await change('PE-1', one('summary', 'Keeps 30 litres dry', 'en-GB'))
      expect(await unit('summary')).toMatchObject({
        stale: true,
        state: 'reviewed',
        madeFrom: 'Keeps 30 L dry',
        source: 'Keeps 30 litres dry',
      })
      expect((await listWork({ ...edition, limit: 10, offset: 0, show: 'stale' }, now)).items).toMatchObject([
        { record: 'product:PE-1', stale: 1, missing: 1 },
      ])
      await change('PE-1', one('summary', 'Keeps 30 L dry', 'en-GB'))
      expect(await unit('summary')).toMatchObject({ stale: false, state: 'reviewed' })
    },
  )
  it('takes the present source for the one translated when the state is said again', async () => {
    await change('PE-1', one('summary', 'Keeps 30 L very dry', 'en-GB'))
    await saveUnits(
      luc,
      {
        ...edition,
        units: [{ unit: 'attribute:summary', target: 'Garde 30 L au sec', base: 'Garde 30 L au sec', state: 'final' }],
      },
      now,
    )
    expect(await unit('summary')).toMatchObject({ stale: false, state: 'final', madeFrom: null })
  })
  it('lists the work with counts, page by page', async () => {
    const products = { ...edition, kinds: ['product'], show: 'all' as const }
    const all = await listWork({ ...products, limit: 2, offset: 0 }, now)
    const rest = await listWork({ ...products, limit: 2, offset: 2 }, now)
    // Records of all kinds stand in one list: pages go on from one kind to the next.
    const every = await listWork({ ...edition, limit: 100, offset: 0, show: 'all' }, now)
    const late = await listWork({ ...edition, limit: 5, offset: every.count - 4, show: 'all' }, now)
    expect(late.items.map((w) => w.record)).toEqual(every.items.slice(-4).map((w) => w.record))
    expect(all.count).toBe(3)
    expect([...all.items, ...rest.items].map((w) => [w.record, w.texts, w.missing])).toEqual([
      ['product:G-1', 2, 1],
      ['product:PE-1', 3, 1],
      ['product:PE-2', 1, 1],
    ])
    expect(all.total).toEqual({ texts: 6, missing: 3, stale: 0, unread: 0, returned: 0, toReview: 2 })
    expect(
      (await listWork({ ...edition, limit: 9, offset: 0, show: 'open', q: 'suzu' }, now)).items.map((w) => w.record),
    ).toEqual(['product:G-1'])
  })
  it('does not translate into the source', async () => {
    expect(
      (
        await problemOf(
          saveUnits(
            maren,
            {
              storefront: 'uk',
              language: 'en-GB',
              record: 'product:PE-1',
              units: [{ unit: 'attribute:name', target: 'x', base: null }],
            },
            now,
          ),
        )
      ).status,
    ).toBe(422)
  })
})

describe('lists', () => {
  const list = async (q: Partial<Parameters<typeof listForEdition>[0]>) =>
    (await listForEdition({ limit: 50, offset: 0, storefront: 'ch', language: 'fr-CH', ...q })).items.map((i) => i.sku)
  it('find by SKU of a variant, name in any language, category and everything under it', async () => {
    expect(await list({})).toEqual(['G-1', 'PE-1', 'PE-2'])
    expect(await list({ q: 'g-1-m' })).toEqual(['G-1'])
    expect(await list({ q: 'SACOCHE' })).toEqual(['PE-1'])
    expect(await list({ category: 'bags' })).toEqual(['PE-1', 'PE-2'])
    expect(await list({ type: 'bag', status: 'active' })).toEqual(['PE-1'])
    expect(await list({ q: '100%' })).toEqual([])
  })
  it('page by cursor and say in which language the name was found', async () => {
    const page = await listForEdition({ limit: 2, offset: 0, storefront: 'ch', language: 'fr-CH' })
    expect([page.next, page.count]).toEqual(['PE-1', 3])
    expect(
      (await listForEdition({ limit: 2, offset: 0, cursor: page.next!, storefront: 'ch', language: 'fr-CH' })).items,
    ).toMatchObject([{ sku: 'PE-2', name: 'Regn 22', nameLanguage: 'en-GB' }])
  })
  it('find anything by a word', async () => {
    expect((await find('regn')).items.map((i) => i.code)).toEqual(['PE-1', 'PE-2'])
    expect((await find('g-1-s')).items[0]).toMatchObject({ kind: 'product', code: 'G-1-S', name: 'Suzu' })
    expect((await find('  ')).items).toEqual([])
  })
})
