import type { DeliveredStorefront } from '@contracts/release'
import type { ReleasedDocument, ReleasedProduct } from '@core/release/document'
import { siteKinds } from '@core/release/site'
import { database } from '../../db/connect'
import { documentsById, type KeptDocument } from '../../db/queries/released-documents'
import { deliveredPage, deliveredPages, keyOfSlug, type PageKey } from '../../db/queries/released-pages'
import { livePointer, livePointers } from '../../db/queries/releases'
import { loadSetup } from '../../db/queries/setup'
import { notFound } from '../problem'

/** For so long an answer may be kept at most, in seconds, where its page does not change before. */
const freshFor = 30

/** A released page as it is answered. */
export interface Delivered extends KeptDocument {
  /** The number of the release that is live. */
  release: number
  /** For how many seconds it may be kept: never past the moment at which the page changes. */
  maxAge: number
}

const secondsUntil = (next: number | null, now: number): number =>
  next === null ? freshFor : Math.max(0, Math.min(freshFor, Math.floor((next - now) / 1000)))

/** What is released under a key, for a shopper of no group. Throws 404 where nothing is at the moment. */
export async function deliver(storefront: string, of: PageKey, now: number): Promise<Delivered> {
  const db = database()
  const page = await deliveredPage(db, storefront, of, '', now)
  const document = page?.document
  const kept = document ? (await documentsById(db, [document])).get(document) : undefined
  if (!page || !kept) throw notFound(`released page of “${of.key}” in ${storefront} and ${of.language}`)
  return { ...kept, release: page.release, maxAge: secondsUntil(page.next, now) }
}

/**
 * The released product that a slug means, and its slug now; null where its page has none any more. Throws 404 where no
 * released page has it, or ever had it.
 */
export async function productOfSlug(
  storefront: string,
  language: string,
  slug: string,
  now: number,
): Promise<{ sku: string; slug: string | null }> {
  const sku = await keyOfSlug(database(), storefront, language, slug)
  if (sku === undefined) throw notFound(`released page with the slug “${slug}” in ${storefront} and ${language}`)
  const { text } = await deliver(storefront, { language, kind: 'product', key: sku }, now)
  return { sku, slug: (JSON.parse(text) as ReleasedProduct).slug }
}

/** Pages are read so many at a time. */
const atOnce = 500

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

/** All that is released of an edition at one release and moment, a line of JSON each. Throws 404 where nothing is live. */
export async function deliverEverything(
  { storefront, language }: { storefront: string; language: string },
  now: number,
): Promise<{ release: number; lines: AsyncGenerator<string> }> {
  const db = database()
  const { number, reads } = await livePointer(db, storefront)
  if (number === 0) throw notFound(`release of the storefront “${storefront}”`)
  async function* lines() {
    for (const kind of [...siteKinds, 'product'] as const) yield* linesOf(kind)
  }
  async function* linesOf(kind: ReleasedDocument['kind']) {
    for (let after = ''; ;) {
      const pages = await deliveredPages(db, storefront, reads, { language, kind, after, limit: atOnce, now })
      if (pages.length === 0) return
      after = pages.at(-1)!.key
      const documents = await documentsById(
        db,
        pages.flatMap((p) => p.document ?? []),
      )
      for (const { document } of pages) if (document !== null) yield `${documents.get(document)!.text}\n`
    }
  }
  return { release: number, lines: lines() }
}
