import { createServer, type Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { csvLines } from '../csv'
import { ada, maren, now as start, ownDatabase } from './database'

// Links on pages: those inside the storefront are looked up as they would be after the release, other sites are asked.

const { file } = ownDatabase()
const { release } = await import('@demo/releases')
const { database, inTransaction } = await import('@server/db/connect')
const { answersOutside, noteOutside } = await import('@server/db/queries/released-links')
const { livePointer, releaseOfNumber } = await import('@server/db/queries/releases')
const { importProducts } = await import('@server/services/imports/import-products')
const { patchProduct } = await import('@server/services/products/products')
const { anyVersion, getRecord, putRecord } = await import('@server/services/records/records')
const { createRelease } = await import('@server/services/release/releases')
const { putTogether } = await import('@server/services/release/put-together')
const { liveLinks, releaseLinks } = await import('@server/services/release/link-report')
const { askOutside, forgetUnusedLinks } = await import('@server/services/release/outside-links')

const [storefront, language] = ['uk', 'en-GB']
const now = start + 3_600_000
const hour = 3_600_000
const site = `https://shop.example/${language}`
const elsewhere = 'https://elsewhere.example/guide'

const releaseAll = () => release(maren, storefront, { title: 'All', scope: {}, anyway: 'wanted by the test' })
const write = (sku: string, attribute: string, value: string) =>
  patchProduct(maren, sku, '*', { values: [{ attribute, language, value }] }, start)
const linking = (...hrefs: string[]) => hrefs.map((href) => `<p><a href="${href}">see</a></p>`).join('')
const brokenLive = async () => (await liveLinks(storefront)).items.map(({ href, problem }) => [href, problem])

/** Has everything prepared, and returns the id of the draft. */
async function draft(): Promise<string> {
  const { id } = await createRelease(maren, { storefront, title: 'Draft', scope: {} }, now)
  await putTogether(id, () => now)
  return String(id)
}

/** Gives bags a slug, which the set-up of these tests has not. */
async function addSlugs(): Promise<void> {
  const slug = {
    ...{ code: 'slug', labels: { 'en-GB': 'Slug' }, help: {}, type: 'text', family: null, unit: null, options: [] },
    ...{ translatable: true, perStorefront: true, serves: ['search'], allowed: null },
  }
  await putRecord(ada, 'attributes', 'slug', slug, anyVersion, start)
  const bag = (await getRecord('product-types', 'bag')).record as unknown as { attributes: object[] }
  const use = {
    ...{ attribute: 'slug', group: 'facts', required: false, requiredIn: [], requiredWhere: null },
    ...{ perVariant: false, default: null },
  }
  await putRecord(ada, 'product-types', 'bag', { ...bag, attributes: [...bag.attributes, use] }, anyVersion, start)
}

beforeAll(async () => {
  await addSlugs()
  const { record } = await getRecord('storefronts', storefront)
  const home = 'https://shop.example/{language}'
  const addresses = {
    ...{ home, product: `${home}/p/{slug}`, category: `${home}/c/{category}`, page: `${home}/i/{page}` },
    picture: 'https://shop.example/pictures/{name}',
  }
  await putRecord(ada, 'storefronts', storefront, { ...record, addresses }, anyVersion, start)
  const lines = ['LK-1', 'LK-2', 'LK-3'].map((sku) => `${sku},bag,panniers,Bag ${sku},20,active`)
  await importProducts(file(csvLines('sku,type,category,name,price@uk,status', ...lines)), {
    ...{ mode: 'apply', take: 'all', title: 'Importing', personId: null, now: start },
  })
  await write('LK-2', 'slug', 'second-bag')
}, 120_000)

describe('links inside a storefront', () => {
  it('lead to pages, categories and files that there are; others are told with the pages that have them', async () => {
    await write(
      'LK-1',
      'description',
      linking(
        '/en-GB/p/second-bag',
        `${site}/p/LK-3`,
        `${site}/p/no-such-bag`,
        '/en-GB/c/panniers',
        '/en-GB/c/no-such-category',
        '/en-GB/i/no-such-page',
        '/delivery/media/no-such.pdf',
        '#no-such-part',
        'tel:+445550100',
      ),
    )
    await write('LK-3', 'description', linking(`${site}/p/no-such-bag`))
    await releaseAll()
    const report = await liveLinks(storefront)
    expect(report.items.map(({ href, problem, pages }) => [href, problem, pages])).toEqual([
      [`${site}/p/no-such-bag`, 'There is no product page “no-such-bag” in English (United Kingdom).', 2],
      ['#no-such-part', 'The page has no part “no-such-part”.', 1],
      ['/delivery/media/no-such.pdf', 'There is no picture or file “no-such.pdf”.', 1],
      ['/en-GB/c/no-such-category', 'There is no category “no-such-category”.', 1],
      ['/en-GB/i/no-such-page', 'There is no standing page “no-such-page” in English (United Kingdom).', 1],
    ])
    expect(report.items[0]!.on.map((p) => p.key)).toEqual(['LK-1', 'LK-3'])
    expect(report).toMatchObject({ links: 9, waiting: 0 })
    const { number } = await livePointer(database(), storefront)
    const live = (await releaseOfNumber(database(), storefront, number))!
    expect((await releaseLinks(String(live.id))).items).toHaveLength(5)
  })
  it('are looked up as they would be once a release is live: what it removes is not there', async () => {
    await write('LK-1', 'description', linking('/en-GB/p/second-bag'))
    await write('LK-3', 'description', '<p>Nothing.</p>')
    await releaseAll()
    expect(await brokenLive()).toEqual([])
    await patchProduct(maren, 'LK-2', '*', { status: 'disabled' }, start)
    await write('LK-1', 'name', 'Bag with another name')
    const id = await draft()
    expect((await releaseLinks(id)).items.map((l) => l.href)).toEqual(['/en-GB/p/second-bag'])
    // As long as it is not live, nothing is broken for shoppers.
    expect(await brokenLive()).toEqual([])
    await patchProduct(maren, 'LK-2', '*', { status: 'active' }, start)
  })
  it('lead on where a page had another address once', async () => {
    await write('LK-2', 'slug', 'second-bag-anew')
    await releaseAll()
    expect(await brokenLive()).toEqual([])
  })
})

describe('links to other sites', () => {
  let server: Server
  let base: string
  const statuses: Record<string, number> = { '/there': 200, '/gone': 410, '/not-there': 404, '/closed': 403 }
  let asked: string[] = []
  beforeAll(async () => {
    server = createServer((request, response) => {
      asked.push(request.url!)
      response.writeHead(statuses[request.url!] ?? 500).end()
    })
    await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve))
    base = `http://127.0.0.1:${(server.address() as AddressInfo).port}`
  })
  afterAll(() => server.close())

  const note = (...addresses: string[]) =>
    inTransaction((tx) =>
      noteOutside(
        tx,
        addresses.map((address) => ({ address, host: new URL(address).host })),
        new Date(now),
      ),
    )
  const failuresOf = async (path: string) =>
    (await answersOutside(database(), [base + path])).get(base + path)?.failures

  it('are asked one after the other, and noted with how they answered', async () => {
    const paths = Object.keys(statuses)
    await note(...paths.map((path) => base + path))
    // One host is asked once at a time.
    for (let turn = 1; turn <= paths.length; turn++) {
      await askOutside(now)
      expect(asked).toHaveLength(turn)
    }
    await askOutside(now)
    expect([...asked].sort()).toEqual([...paths].sort())
    expect(await Promise.all(paths.map(failuresOf))).toEqual([0, 1, 1, 0])
  })
  it('are asked again after an hour where they were not there, and after a week where they were', async () => {
    asked = []
    statuses['/gone'] = 200
    for (let turn = 0; turn < 5; turn++) await askOutside(now + 2 * hour)
    expect([...asked].sort()).toEqual(['/gone', '/not-there'])
    expect([await failuresOf('/gone'), await failuresOf('/not-there')]).toEqual([0, 2])
    asked = []
    for (let turn = 0; turn < 5; turn++) await askOutside(now + 24 * 8 * hour)
    expect([...asked].sort()).toEqual(['/closed', '/gone', '/not-there', '/there'])
  })
  it('are taken by one of several who ask at once', async () => {
    asked = []
    const later = now + 24 * 30 * hour
    await Promise.all(Array.from({ length: 4 }, () => askOutside(later)))
    for (let turn = 0; turn < 5; turn++) await askOutside(later)
    expect(new Set(asked).size).toBe(asked.length)
  })
  it('wait until they were asked, are told once they were not there twice, and forgotten with their pages', async () => {
    await write('LK-1', 'description', linking(elsewhere))
    await releaseAll()
    const known = async () => (await answersOutside(database(), [elsewhere])).get(elsewhere)
    expect(await liveLinks(storefront)).toMatchObject({ waiting: 1, items: [] })
    // There is no such site, and none can be reached from here.
    await askOutside(now + 24 * 60 * hour)
    expect(await liveLinks(storefront)).toMatchObject({ waiting: 0, items: [] })
    await askOutside(now + 24 * 61 * hour)
    expect((await liveLinks(storefront)).items).toMatchObject([
      { href: elsewhere, pages: 1, problem: expect.stringContaining('elsewhere.example') as string },
    ])
    await forgetUnusedLinks(now)
    expect(await known()).toBeDefined()
    await write('LK-1', 'description', '<p>Nothing.</p>')
    await releaseAll()
    await forgetUnusedLinks(now)
    expect([await known(), await failuresOf('/there')]).toEqual([undefined, undefined])
  })
})
