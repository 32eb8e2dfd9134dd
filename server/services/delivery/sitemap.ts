import { categoryAddress, homeAddress, pageAddress, type PageAddresses } from '@core/catalogue/page-addresses'
import { groupBy } from '@core/lists/group-by'
import { alternatesOf } from '@core/release/alternates'
import type { ReleasedCategories, ReleasedCategory } from '@core/release/site'
import {
  mostAddresses,
  sitemapEnd,
  sitemapEntry,
  sitemapHead,
  sitemapIndex,
  type SitemapPage,
} from '@core/release/sitemap'
import { database } from '../../db/connect'
import { countDelivered, countListed, deliveredPages, pagesElsewhere } from '../../db/queries/delivered-pages'
import { notFound } from '../problem'
import { addressesOf, editionKey, liveEditions, type Reading } from './live'
import { addressed, atOnce, deliver } from './pages'
import { codesOf, countIn, deliverPages } from './lists'

const allOf = (category: ReleasedCategory): ReleasedCategory[] => [category, ...category.children.flatMap(allOf)]

/** The pages of an edition that are not of products: home, categories with products, standing pages. */
async function besideProducts(reading: Reading, language: string, of: PageAddresses, now: number): Promise<string[]> {
  const { text } = await deliver(reading, { language, kind: 'categories', key: 'categories' }, now)
  const { categories } = JSON.parse(text) as ReleasedCategories
  const counts = await countListed(database(), reading, { language, categories: categories.flatMap(codesOf), now })
  const codes = categories.flatMap(allOf).filter((c) => countIn(c, counts) > 0)
  const { items } = await deliverPages(reading, language, now)
  return [
    homeAddress(of, language),
    ...codes.map(({ code }) => categoryAddress(of, language, code)),
    ...items.map(({ code }) => pageAddress(of, language, code)),
  ]
}

/** The product pages of an edition in order of their keys, with their alternates. */
async function* productPages(
  reading: Reading,
  language: string,
  { from, most }: { from: number; most: number },
  now: number,
): AsyncGenerator<SitemapPage> {
  const db = database()
  const editions = await liveEditions(reading)
  const order = new Map(editions.map((e, i) => [editionKey(e), i]))
  const of = { storefront: reading.storefront, language }
  let passed = 0
  for (let after = ''; ;) {
    const pages = await deliveredPages(db, reading, { language, kind: 'product', after, limit: atOnce, now })
    if (pages.length === 0) return
    after = pages.at(-1)!.key
    const there = pages.filter((p) => p.document !== null)
    const keys = there.slice(Math.max(0, from - passed), Math.max(0, from + most - passed)).map((p) => p.key)
    passed += there.length
    const found = await addressed(await pagesElsewhere(db, editions, { kind: 'product', keys, now }), editions, now)
    const byKey = groupBy(found, (f) => f.key)
    for (const key of keys) {
      const same = (byKey.get(key) ?? []).sort((a, b) => order.get(editionKey(a))! - order.get(editionKey(b))!)
      const own = same.find((p) => editionKey(p) === editionKey(of))
      if (own) yield { address: own.address, alternates: alternatesOf(same, of) }
    }
    if (passed >= from + most) return
  }
}

/**
 * The sitemap of an edition piece by piece: one file, or from 50,000 addresses on the index of several, each asked for
 * by its part. `here` is the address at which the sitemap is asked for. Throws 404 where the storefront does not say
 * where its pages are, and where there is no such part.
 */
export async function sitemapLines(
  reading: Reading,
  { language, part, here }: { language: string; part: number | undefined; here: string },
  now: number,
): Promise<AsyncGenerator<string> | string[]> {
  const addresses = await addressesOf(await liveEditions(reading), now)
  const of = addresses.get(editionKey({ storefront: reading.storefront, language }))
  if (!of) throw notFound(`sitemap of ${reading.storefront} in ${language}: nobody says where its pages are`)
  const beside = await besideProducts(reading, language, of, now)
  const products = await countDelivered(database(), reading, { language, kind: 'product', now })
  const files = Math.max(1, Math.ceil((beside.length + products) / mostAddresses))
  if (part === undefined && files > 1)
    return [sitemapIndex(Array.from({ length: files }, (_, i) => `${here}?part=${i + 1}`))]
  const at = part ?? 1
  if (at > files) throw notFound(`part ${at} of this sitemap`)
  // What is not of products stands at the beginning of the first file.
  const from = Math.max(0, (at - 1) * mostAddresses - beside.length)
  const most = at === 1 ? mostAddresses - beside.length : mostAddresses
  async function* lines() {
    yield sitemapHead
    if (at === 1) for (const address of beside) yield sitemapEntry({ address, alternates: [] })
    for await (const page of productPages(reading, language, { from, most }, now)) yield sitemapEntry(page)
    yield sitemapEnd
  }
  return lines()
}
