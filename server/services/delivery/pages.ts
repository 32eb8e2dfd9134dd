import { createHash } from 'node:crypto'
import DataLoader from 'dataloader'
import type { DeliveredStorefront } from '@contracts/delivery'
import type { PreviewEdition } from '@contracts/previews'
import type { Storefront } from '@core/catalogue/model'
import { groupBy } from '@core/lists/group-by'
import { database } from '../../db/connect'
import { deliveredUnder, keyOfSlug, pagesElsewhere } from '../../db/queries/delivered-pages'
import { documentsById, type KeptDocument } from '../../db/queries/released-documents'
import type { PageKey } from '../../db/queries/page-key'
import { livePointers } from '../../db/queries/releases'
import { loadSetup } from '../../db/queries/setup'
import { notFound } from '../problem'
import { addressed, linksAmong, type Linked } from './links'
import { addressesOf, liveEditions, type Reading } from './live'
import { together } from './together'

/** A released page as it is answered. */
export interface Delivered extends KeptDocument {
  /** When it changes next by itself, in milliseconds since 1970; null where it never does. */
  next: number | null
}

const missingPage = ({ storefront }: Reading, { language, key }: PageKey) =>
  notFound(`released page of “${key}” in ${storefront} and ${language}`)

/** Pages of one kind of an edition that are released under some keys and are there at the moment, by key. */
export async function deliverUnder(
  reading: Reading,
  of: { language: string; kind: string; keys: readonly string[] },
  now: number,
): Promise<Map<string, Delivered>> {
  const db = database()
  const pages = await deliveredUnder(db, reading, of, now)
  const documents = await documentsById(
    db,
    [...pages.values()].flatMap((p) => p.document ?? []),
  )
  const found = new Map<string, Delivered>()
  for (const [key, { document, next }] of pages)
    if (document !== null) found.set(key, { ...documents.get(document)!, next })
  return found
}

/** What is released under a key. Throws 404 where nothing is at the moment. */
export async function deliver(reading: Reading, of: PageKey, now: number): Promise<Delivered> {
  const { language, kind, key } = of
  const page = (await deliverUnder(reading, { language, kind, keys: [key] }, now)).get(key)
  if (!page) throw missingPage(reading, of)
  return page
}

interface AskedProduct {
  reading: Reading
  language: string
  sku: string
  now: number
}

/** Pages of products of one edition at one release and moment, with their addresses and alternates, by SKU. */
async function productPages(
  reading: Reading,
  { language, skus }: { language: string; skus: readonly string[] },
  now: number,
): Promise<Map<string, Delivered>> {
  const pages = await deliverUnder(reading, { language, kind: 'product', keys: skus }, now)
  const editions = await liveEditions(reading)
  const elsewhere = await pagesElsewhere(database(), editions, { kind: 'product', keys: [...pages.keys()], now })
  const addresses = await addressesOf(editions, now)
  const bySku = groupBy(elsewhere, (p) => p.key)
  const of = { storefront: reading.storefront, language }
  return new Map(
    [...pages].map(([sku, page]) => [sku, withLinks(page, linksAmong(addressed(bySku.get(sku) ?? [], addresses), of))]),
  )
}

/**
 * The page of a product with where it is, which is part of its tag. Both are texts of JSON objects that have at least
 * one field, so that nothing has to be read to be written again.
 */
function withLinks({ text, digest, next }: Delivered, links: Linked): Delivered {
  const where = JSON.stringify(links)
  return {
    text: `${text.slice(0, -1)},${where.slice(1)}`,
    digest: createHash('sha256').update(digest).update(where).digest('hex'),
    next,
  }
}

/** What is asked at the same time of one edition is read from the database together. */
const asked = new DataLoader<AskedProduct, Delivered | null>(async (all) => {
  const found = new Map<AskedProduct, Delivered>()
  const byEdition = groupBy(all, ({ reading, language }) => JSON.stringify([reading, language]))
  for (const some of byEdition.values()) {
    const { reading, language } = some[0]!
    // They were asked within milliseconds; no answer is of a moment before it was asked.
    const now = Math.max(...some.map((one) => one.now))
    const pages = await productPages(reading, { language, skus: [...new Set(some.map((one) => one.sku))] }, now)
    for (const one of some) {
      const page = pages.get(one.sku)
      if (page) found.set(one, page)
    }
  }
  return all.map((one) => found.get(one) ?? null)
}, together)

/** The released page of a product with its address and its alternates. Throws 404. */
export async function deliverProduct(
  reading: Reading,
  { language, sku }: { language: string; sku: string },
  now: number,
): Promise<Delivered> {
  const page = await asked.load({ reading, language, sku, now })
  if (!page) throw missingPage(reading, { language, kind: 'product', key: sku })
  return page
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
  const sku = await keyOfSlug(db, reading, { language, kind: 'product', slug })
  if (sku === undefined) throw missing()
  const pages = await deliveredUnder(db, reading, { language, kind: 'product', keys: [sku] }, now)
  const page = pages.get(sku)
  if (!page || page.document === null) throw missing()
  return { sku, slug: page.slug }
}

/** The storefronts that have something live, with their languages by their own names. */
export async function deliverStorefronts(): Promise<{ items: DeliveredStorefront[] }> {
  const db = database()
  const setup = await loadSetup(db)
  const live = new Set((await livePointers(db)).filter((p) => p.number > 0).map((p) => p.storefront))
  return { items: [...setup.storefronts.values()].filter((s) => live.has(s.code)).map(storefrontDelivered) }
}

/** The storefronts of a preview, with the languages that it shows. */
export async function deliverPreviewed(editions: readonly PreviewEdition[]): Promise<{ items: DeliveredStorefront[] }> {
  const setup = await loadSetup(database())
  const shown = groupBy(editions, (e) => e.storefront)
  const items = [...shown].flatMap(([code, some]) => {
    const found = setup.storefronts.get(code)
    return found === undefined ? [] : [storefrontDelivered({ ...found, editions: some })]
  })
  return { items }
}

const storefrontDelivered = (
  of: Pick<Storefront, 'code' | 'name' | 'currency'> & { editions: readonly { language: string }[] },
): DeliveredStorefront => ({
  storefront: of.code,
  name: of.name,
  currency: of.currency,
  languages: of.editions.map(({ language }) => ({ language, name: ownName(language) })),
})

/** A language as its speakers call it, with the country. */
const ownName = (language: string): string =>
  new Intl.DisplayNames(language, { type: 'language' }).of(language) ?? language
