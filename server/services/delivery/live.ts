import DataLoader from 'dataloader'
import type { ReleasedAddresses } from '@core/release/site'
import { originOfPages, type PageAddresses } from '@core/catalogue/page-addresses'
import { database } from '../../db/connect'
import { pagesElsewhere, type LiveEdition, type PageElsewhere, type ReadFor } from '../../db/queries/delivered-pages'
import { documentsById, readDocument } from '../../db/queries/released-documents'
import { livePointers, nothingLive, releaseOfNumber, type LivePointer } from '../../db/queries/releases'
import { loadSetup } from '../../db/queries/setup'
import { notFound, Problem } from '../problem'
import { together } from './together'

/** What is read of a storefront: one release of it, as one customer group gets it. */
export interface Reading extends ReadFor {
  /** The number by which answers name it. */
  number: number
}

const pointerOf = new DataLoader<string, LivePointer>(async (storefronts) => {
  const live = new Map((await livePointers(database())).map((p) => [p.storefront, p]))
  return storefronts.map((storefront) => live.get(storefront) ?? nothingLive)
}, together)

/** For so long after another went live, a release can still be read, in milliseconds. */
const readableAfter = 600_000

/** What of a storefront somebody asks for. */
export interface ReadAsked {
  storefront: string
  /** The number of a release; the one that is live without it. */
  pinned?: number
  /** A customer group; '' is a shopper of none. */
  group?: string
  /** Whether any release can be read that was ever live: for whoever has a key of the storefront. */
  any?: boolean
  /** A release that is not live, by its id, for whoever was sent a preview of it. */
  draft?: number
}

/**
 * The release that is read of a storefront: the one that is live, or one that is pinned by its number. Throws 404 where
 * nothing is live, and where the pinned one was not live within ten minutes and not any can be read.
 */
export async function readingOf(
  { storefront, pinned, group = '', any = false, draft }: ReadAsked,
  now: number,
): Promise<Reading> {
  const { number, reads } = await pointerOf.load(storefront)
  if (draft !== undefined) return { storefront, number, release: reads, group, draft }
  if (number === 0) throw notFound(`release of the storefront “${storefront}”`)
  if (pinned === undefined || pinned === number) return { storefront, number, release: reads, group }
  if (pinned > number) throw notFound(`release ${pinned} of “${storefront}”: the latest is release ${number}`)
  const reading = { storefront, number: pinned, release: pinned, group }
  // What was live lately is kept, so nothing more is asked for it.
  if (!any && (await wasLiveLately(storefront, pinned, now))) return reading
  if ((await releaseOfNumber(database(), storefront, pinned))?.forgotten)
    throw new Problem(410, 'Gone', `Release ${pinned} of “${storefront}” is no longer kept. Read release ${number}.`)
  if (!any)
    throw new Problem(
      404,
      'Not found',
      `Release ${pinned} of “${storefront}” was not live within ten minutes: that needs a delivery key. Read the one ` +
        `that is live: release ${number}.`,
    )
  return reading
}

/** Whether a release that is past was live within ten minutes: until the next one was. */
async function wasLiveLately(storefront: string, number: number, now: number): Promise<boolean> {
  const next = await releaseOfNumber(database(), storefront, number + 1)
  const ended = next?.live?.getTime()
  return ended !== undefined && ended >= now - readableAfter
}

/** Every edition that has something live, in the order of the storefronts; one of them may be read at another release. */
export async function liveEditions(instead?: Reading): Promise<LiveEdition[]> {
  const db = database()
  const { storefronts } = await loadSetup(db)
  const live = new Map((await livePointers(db)).map((p) => [p.storefront, p]))
  return [...storefronts.values()].flatMap(({ code, editions }) => {
    const pointer = live.get(code)
    if (!pointer || pointer.number === 0) return []
    const release = instead?.storefront === code ? instead.release : pointer.reads
    return editions.map(({ language }) => ({ storefront: code, language, release }))
  })
}

/** Documents of addresses that were read; they never change. */
const known = new Map<number, PageAddresses | null>()

/** Where the pages of editions are, by `storefront/language`. */
export async function addressesOf(
  editions: readonly LiveEdition[],
  now: number,
): Promise<Map<string, PageAddresses | null>> {
  const db = database()
  const found = await pagesElsewhere(db, editions, { kind: 'addresses', keys: ['addresses'], now })
  const missing = found.map((f) => f.document).filter((document) => !known.has(document))
  for (const [document, kept] of await documentsById(db, missing))
    known.set(document, (readDocument(kept) as ReleasedAddresses).addresses)
  return new Map(found.map((f) => [editionKey(f), known.get(f.document) ?? null]))
}

export const editionKey = ({ storefront, language }: Pick<PageElsewhere, 'storefront' | 'language'>): string =>
  `${storefront}/${language}`

/** The sites that the live addresses of a storefront name, as browsers name them. */
export async function originsOf(storefront: string, now: number): Promise<Set<string>> {
  const editions = (await liveEditions()).filter((e) => e.storefront === storefront)
  const addresses = [...(await addressesOf(editions, now)).values()]
  return new Set(addresses.flatMap((a) => (a === null ? [] : [originOfPages(a)])))
}
