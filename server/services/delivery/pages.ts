import { createHash } from 'node:crypto'
import type { DeliveredStorefront } from '@contracts/delivery'
import { productAddress, type PageAddresses } from '@core/catalogue/page-addresses'
import { alternatesOf, type PageInEdition } from '@core/release/alternates'
import type { ReleasedDocument, ReleasedProduct } from '@core/release/document'
import { siteKinds } from '@core/release/site'
import { database } from '../../db/connect'
import {
  deliveredPage,
  deliveredPages,
  keyOfSlug,
  pagesElsewhere,
  type PageElsewhere,
} from '../../db/queries/delivered-pages'
import { documentsById, readDocument, type KeptDocument } from '../../db/queries/released-documents'
import type { PageKey } from '../../db/queries/released-pages'
import { livePointers } from '../../db/queries/releases'
import { loadSetup } from '../../db/queries/setup'
import { notFound } from '../problem'
import { addressesOf, editionKey, liveEditions, type Reading } from './live'

/** A released page as it is answered. */
export interface Delivered extends KeptDocument {
  /** The number of the release that it is read from. */
  release: number
  /** When it changes next by itself, in milliseconds since 1970; null where it never does. */
  next: number | null
}

/** What is released under a key, for a shopper of no group. Throws 404 where nothing is at the moment. */
export async function deliver(reading: Reading, of: PageKey, now: number): Promise<Delivered> {
  const db = database()
  const page = await deliveredPage(db, reading, of, '', now)
  const document = page?.document
  const kept = document ? (await documentsById(db, [document])).get(document) : undefined
  if (!page || !kept) throw notFound(`released page of “${of.key}” in ${reading.storefront} and ${of.language}`)
  return { ...kept, release: reading.number, next: page.next }
}

/** A document with what is joined to it when it is read: where its page is, and where it is in other languages. */
export interface Linked {
  address: string | null
  alternates: PageInEdition[]
}

/** Pages of products in editions with their addresses; those of which nobody says where they are are left out. */
export const addressed = (
  pages: readonly PageElsewhere[],
  addresses: ReadonlyMap<string, PageAddresses | null>,
): PageInEdition[] =>
  pages.flatMap((page) => {
    const of = addresses.get(editionKey(page))
    const { storefront, language, key, slug } = page
    return of ? [{ storefront, language, address: productAddress(of, { language, sku: key, slug }) }] : []
  })

/** A page in an edition, and the same in others, given with all that there are in order. */
export function linksAmong(
  pages: readonly PageInEdition[],
  of: Pick<PageInEdition, 'storefront' | 'language'>,
): Linked {
  const own = pages.find((p) => editionKey(p) === editionKey(of))
  return { address: own?.address ?? null, alternates: alternatesOf(pages, of) }
}

/** Where the page of a product is in an edition, and where it is in others. */
async function linksOf(reading: Reading, language: string, sku: string, now: number): Promise<Linked> {
  const editions = await liveEditions(reading)
  const found = await pagesElsewhere(database(), editions, { kind: 'product', keys: [sku], now })
  const pages = addressed(found, await addressesOf(editions, now))
  return linksAmong(pages, { storefront: reading.storefront, language })
}

/** The released page of a product with its address and its alternates, which are part of its tag. */
export async function deliverProduct(
  reading: Reading,
  { language, sku }: { language: string; sku: string },
  now: number,
): Promise<Delivered & { document: ReleasedProduct & Linked }> {
  const page = await deliver(reading, { language, kind: 'product', key: sku }, now)
  const links = await linksOf(reading, language, sku, now)
  const digest = createHash('sha256').update(page.digest).update(JSON.stringify(links)).digest('hex')
  return { ...page, digest, document: { ...(readDocument(page) as ReleasedProduct), ...links } }
}

/**
 * The released product that a slug means, and its slug now; null where its page has none any more. Throws 404 where no
 * released page has it, or ever had it.
 */
export async function productOfSlug(
  reading: Reading,
  language: string,
  slug: string,
  now: number,
): Promise<{ sku: string; slug: string | null }> {
  const db = database()
  const missing = () => notFound(`released page with the slug “${slug}” in ${reading.storefront} and ${language}`)
  const sku = await keyOfSlug(db, reading, language, slug)
  if (sku === undefined) throw missing()
  const page = await deliveredPage(db, reading, { language, kind: 'product', key: sku }, '', now)
  if (!page || page.document === null) throw missing()
  return { sku, slug: page.slug }
}

/** Pages are read so many at a time. */
export const atOnce = 500

/** The storefronts that have something live, with their languages by their own names. */
export async function deliverStorefronts(): Promise<{ items: DeliveredStorefront[] }> {
  const db = database()
  const setup = await loadSetup(db)
  const live = new Set((await livePointers(db)).filter((p) => p.number > 0).map((p) => p.storefront))
  const items = [...setup.storefronts.values()]
    .filter((s) => live.has(s.code))
    .map(({ code, name, currency, editions }) => ({
      storefront: code,
      name,
      currency,
      languages: editions.map(({ language }) => ({ language, name: ownName(language) })),
    }))
  return { items }
}

/** A language as its speakers call it, with the country. */
const ownName = (language: string): string =>
  new Intl.DisplayNames(language, { type: 'language' }).of(language) ?? language

/** All that is released of an edition at one release and moment, a line of JSON each. */
export async function* linesOfEverything(reading: Reading, language: string, now: number): AsyncGenerator<string> {
  for (const kind of [...siteKinds, 'product'] as const) yield* linesOfKind(reading, language, kind, now)
}

async function* linesOfKind(
  reading: Reading,
  language: string,
  kind: ReleasedDocument['kind'],
  now: number,
): AsyncGenerator<string> {
  const db = database()
  for (let after = ''; ;) {
    const pages = await deliveredPages(db, reading, { language, kind, after, limit: atOnce, now })
    if (pages.length === 0) return
    after = pages.at(-1)!.key
    const documents = await documentsById(
      db,
      pages.flatMap((p) => p.document ?? []),
    )
    for (const { document } of pages) if (document !== null) yield `${documents.get(document)!.text}\n`
  }
}
