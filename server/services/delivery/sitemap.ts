import { categoryAddress, homeAddress, pageAddress, type PageAddresses } from '@core/catalogue/page-addresses'
import { groupBy } from '@core/lists/group-by'
import { withAllUnder, type ReleasedCategories } from '@core/release/site'
import {
  mostAddresses,
  sitemapEnd,
  sitemapEntry,
  sitemapHead,
  sitemapIndex,
  type SitemapPage,
} from '@core/release/sitemap'
import { database } from '../../db/connect'
import { countDelivered, countListed, pagesElsewhere, type LiveEdition } from '../../db/queries/delivered-pages'
import { readDocument } from '../../db/queries/released-documents'
import { notFound } from '../problem'
import { addressesOf, editionKey, liveEditions, type Reading } from './live'
import { pagesInTurn } from './everything'
import { addressed, linksAmong } from './links'
import { deliver } from './pages'
import { codesOf, countIn, deliverPages } from './lists'

/** The pages of an edition that are not of products: home, categories with products, standing pages. */
async function besideProducts(reading: Reading, language: string, of: PageAddresses, now: number): Promise<string[]> {
  const tree = await deliver(reading, { language, kind: 'categories', key: 'categories' }, now)
  const { categories } = readDocument(tree) as ReleasedCategories
  const counts = await countListed(database(), reading, { language, categories: categories.flatMap(codesOf), now })
  const codes = categories.flatMap(withAllUnder).filter((c) => countIn(c, counts) > 0)
  const { pages } = await deliverPages(reading, language, now)
  return [
    homeAddress(of, language),
    ...codes.map(({ code }) => categoryAddress(of, language, code)),
    ...pages.items.map(({ slug }) => pageAddress(of, language, slug)),
  ]
}

/** All editions that are live, and where their pages are. */
interface LiveSite {
  editions: readonly LiveEdition[]
  addresses: ReadonlyMap<string, PageAddresses | null>
}

/** The product pages of an edition in order of their keys, with their alternates. */
async function* productPages(
  reading: Reading,
  language: string,
  { editions, addresses, from, most }: LiveSite & { from: number; most: number },
  now: number,
): AsyncGenerator<SitemapPage> {
  const db = database()
  const of = { storefront: reading.storefront, language }
  let passed = 0
  for await (const pages of pagesInTurn(reading, { language, kind: 'product' }, now)) {
    const there = pages.filter((p) => p.document !== null)
    const keys = there.slice(Math.max(0, from - passed), Math.max(0, from + most - passed)).map((p) => p.key)
    passed += there.length
    const byKey = groupBy(await pagesElsewhere(db, editions, { kind: 'product', keys, now }), (p) => p.key)
    for (const key of keys) {
      const { address, alternates } = linksAmong(addressed(byKey.get(key) ?? [], addresses), of)
      if (address !== null) yield { address, alternates }
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
  const editions = await liveEditions(reading)
  const addresses = await addressesOf(editions, now)
  const of = addresses.get(editionKey({ storefront: reading.storefront, language }))
  if (!of)
    throw notFound(`sitemap of ${reading.storefront} in ${language}: the storefront has no addresses for its pages`)
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
    for await (const page of productPages(reading, language, { editions, addresses, from, most }, now))
      yield sitemapEntry(page)
    yield sitemapEnd
  }
  return lines()
}
