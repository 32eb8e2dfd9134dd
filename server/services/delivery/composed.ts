import { createHash } from 'node:crypto'
import type { DeliveredCard, DeliveredSection } from '@contracts/delivery'
import { pageAddress } from '@core/catalogue/page-addresses'
import type { ShownSection } from '@core/composed/compose'
import type { ReleasedComposedPage } from '@core/release/composed-document'
import { database } from '../../db/connect'
import { keyOfSlug, pagesElsewhere } from '../../db/queries/delivered-pages'
import { readDocument } from '../../db/queries/released-documents'
import { Problem } from '../problem'
import { addressed, linksAmong, type Linked } from './links'
import { cardOf } from './lists'
import { addressesOf, liveEditions, type Reading } from './live'
import { deliver, deliverUnder, type Delivered } from './pages'

// Composed pages as they are answered: with what their rows show of each product at the same release and moment.

/** A row gives a few more products than it shows: a shop passes over those that it cannot sell. */
const further = 4

/** A composed page by its code, or the last part of the address at which one finds it now. */
export type FoundComposed = { code: string } | { movedTo: string }

/** The composed page that a slug or a code means in an edition; undefined where there is none at the moment. */
export async function findComposed(
  reading: Reading,
  language: string,
  name: string,
  now: number,
): Promise<FoundComposed | undefined> {
  const code = (await keyOfSlug(database(), reading, { language, kind: 'composed', slug: name })) ?? name
  const kept = (await deliverUnder(reading, { language, kind: 'composed', keys: [code] }, now)).get(code)
  if (!kept) return undefined
  const { slug, over } = readDocument(kept) as ReleasedComposedPage
  // Whatever address it had, it is gone from all of them, or leads on.
  if (over !== null) return over.to === null ? { code } : { movedTo: await slugOf(reading, language, over.to, now) }
  return name === slug || name === code ? { code } : { movedTo: slug }
}

/** Cards of products at a release and moment, by SKU, and when any of them changes next. */
async function cardsOf(
  reading: Reading,
  { language, skus }: { language: string; skus: readonly string[] },
  now: number,
): Promise<{ cards: Map<string, DeliveredCard>; next: number | null }> {
  if (skus.length === 0) return { cards: new Map(), next: null }
  const pages = await deliverUnder(reading, { language, kind: 'product', keys: skus }, now)
  const cards = new Map([...pages].map(([sku, page]) => [sku, cardOf(page)]))
  return { cards, next: firstOf([...pages.values()].map((page) => page.next)) }
}

function firstOf(moments: readonly (number | null)[]): number | null {
  const known = moments.filter((moment) => moment !== null)
  return known.length === 0 ? null : Math.min(...known)
}

/** A section with the products that it shows; nothing of a row that has too few. */
function withCards(section: ShownSection, cards: ReadonlyMap<string, DeliveredCard>): DeliveredSection[] {
  const { products, ...rest } = section
  if (products === null) return [{ ...rest, products: null }]
  const { skus, atLeast, atMost } = products
  const items = skus.flatMap((sku) => cards.get(sku) ?? []).slice(0, atMost + further)
  return items.length < atLeast ? [] : [{ ...rest, products: { atMost, items } }]
}

/** Where a composed page is in all editions, and in which it is the same in another language. */
async function linksOf(reading: Reading, language: string, code: string, now: number): Promise<Linked> {
  const editions = await liveEditions(reading)
  const elsewhere = await pagesElsewhere(database(), editions, { kind: 'composed', keys: [code], now })
  const addresses = await addressesOf(editions, now)
  const pages = addressed(elsewhere, addresses, (of, page) => pageAddress(of, page.language, page.slug ?? code))
  return linksAmong(pages, { storefront: reading.storefront, language })
}

/** The slug of a composed page. Throws 404 where it is not there. */
async function slugOf(reading: Reading, language: string, to: string, now: number): Promise<string> {
  const kept = await deliver(reading, { language, kind: 'composed', key: to }, now)
  return (readDocument(kept) as ReleasedComposedPage).slug
}

/** A released composed page with its products, address and alternates. Throws 404, and 410 where its time is over. */
export async function deliverComposed(
  reading: Reading,
  { language, code }: { language: string; code: string },
  now: number,
): Promise<Delivered> {
  const kept = await deliver(reading, { language, kind: 'composed', key: code }, now)
  const { over, sections, ...page } = readDocument(kept) as ReleasedComposedPage
  if (over !== null) throw new Problem(410, 'Gone', `The page “${page.slug}” was there for a time that is over.`)
  const skus = [...new Set(sections.flatMap((section) => section.products?.skus ?? []))]
  const { cards, next } = await cardsOf(reading, { language, skus }, now)
  const answer = { ...page, sections: sections.flatMap((section) => withCards(section, cards)) }
  const links = await linksOf(reading, language, code, now)
  const text = JSON.stringify({ ...answer, ...links })
  return { text, digest: createHash('sha256').update(text).digest('hex'), next: firstOf([kept.next, next]) }
}
