import type {
  Delivered,
  DeliveredChanges,
  DeliveredComposed,
  DeliveredGroup,
  DeliveredList,
  DeliveredPage,
  DeliveredProduct,
  DeliveredStorefront,
} from './delivered'
import { fullShelf, shelfAfter, type Shelf } from './shelf'

/** The delivery interface says no: 404 for what is not released. */
export class NotDelivered extends Error {
  constructor(readonly status: number) {
    super(`The delivery interface answered ${status}.`)
  }
}

/** An edition as a customer group gets it; '' is everybody. */
export interface Edition {
  storefront: string
  language: string
  group: string
  /** The secret of a preview, with which a planned release is read; '' is what is live. */
  preview: string
}

/** What is read over the delivery interface, and kept for as long as it allows. */
export interface Delivery {
  /** Those that have something live, or those of a preview. */
  storefronts(preview: string): Promise<DeliveredStorefront[]>
  /** The groups whose pages can be read; none where this shop has no key. */
  groups(storefront: string): Promise<DeliveredGroup[]>
  shelf(edition: Edition): Promise<Shelf>
  /** A product by the last part of its page's address: its slug, or its SKU where it has none. */
  product(edition: Edition, address: string): Promise<DeliveredProduct>
  /** A page that is not of a product, by the last part of its address. */
  page(edition: Edition, address: string): Promise<DeliveredPage | DeliveredComposed>
  list(edition: Edition, category: string, after: string | null): Promise<DeliveredList>
  sitemap(storefront: string, language: string, query: string): Promise<Response>
  picture(name: string, query: string): Promise<Response>
}

/** A shelf is brought up to date after so long, in milliseconds. */
const shelfFor = 2000
/** What is planned is read again after so long: nobody tells of what changes in it. */
const plannedFor = 10_000
/** After more changes than this, everything is read again. */
const mostChanges = 300
/** So many answers are kept. */
const mostKept = 500

interface Kept {
  until: number
  tag: string | null
  body: unknown
}

const part = encodeURIComponent
const isMissing = (e: unknown) => e instanceof NotDelivered && (e.status === 404 || e.status === 410)

const pathOf = ({ storefront, language }: Pick<Edition, 'storefront' | 'language'>) =>
  `/delivery/${part(storefront)}/${part(language)}`

/** Who reads: whoever was sent a preview of what is planned, or a customer group. */
function forWhom({ group, preview }: Edition): Record<string, string> {
  if (preview !== '') return { preview }
  return group === '' ? {} : { group }
}

/** What is read of an edition, with what says for whom. */
function addressOf(edition: Edition, what: string, query: Record<string, string> = {}): string {
  const asked = new URLSearchParams({ ...query, ...forWhom(edition) })
  return `${pathOf(edition)}/${what}${asked.size === 0 ? '' : `?${asked}`}`
}

/** What does not differ from group to group. */
const forAll = new Set(['menu', 'phrases', 'pages'])
const isForAll = (what: string) => forAll.has(what.split('/')[0]!)

/** Reads an installation's delivery interface at an address, with a key where this shop has one. */
export function deliveryOf(origin: string, key: string | undefined, now: () => number): Delivery {
  const kept = new Map<string, Kept>()
  const shelves = new Map<string, Promise<Shelf>>()
  const authorized: Record<string, string> = key === undefined ? {} : { Authorization: `Bearer ${key}` }

  function keep(path: string, entry: Kept) {
    kept.delete(path)
    kept.set(path, entry)
    if (kept.size > mostKept) kept.delete(kept.keys().next().value!)
  }

  /** An answer as JSON, kept as long as its Cache-Control allows and asked for by its entity tag after that. */
  async function read<T>(path: string): Promise<T> {
    const known = kept.get(path)
    if (known && known.until > now()) return known.body as T
    const answer = await fetch(`${origin}${path}`, {
      headers: { ...authorized, ...(known?.tag ? { 'If-None-Match': known.tag } : {}) },
    })
    const maxAge = Number(/max-age=(\d+)/.exec(answer.headers.get('cache-control') ?? '')?.[1] ?? 0)
    const until = now() + maxAge * 1000
    if (answer.status === 304 && known) {
      keep(path, { ...known, until })
      return known.body as T
    }
    if (!answer.ok) throw new NotDelivered(answer.status)
    const body = (await answer.json()) as T
    keep(path, { until, tag: answer.headers.get('etag'), body })
    return body
  }

  /** The same, of what is known to have changed. */
  async function readAgain<T>(path: string): Promise<T | undefined> {
    const known = kept.get(path)
    if (known) known.until = 0
    return read<T>(path).catch((e: unknown) => {
      if (isMissing(e)) return undefined
      throw e
    })
  }

  async function readShelf(edition: Edition): Promise<Shelf> {
    const answer = await fetch(`${origin}${addressOf(edition, 'everything')}`, { headers: authorized })
    if (!answer.ok) throw new NotDelivered(answer.status)
    return fullShelf(answer, edition.language, now())
  }

  async function refreshed(shelf: Shelf, edition: Edition): Promise<Shelf> {
    const path = `/delivery/${part(edition.storefront)}/changes?after=${part(shelf.cursor)}&limit=1000`
    const answer = await fetch(`${origin}${path}`)
    // What is gone is not kept any more: too much has changed since.
    if (!answer.ok) return readShelf(edition)
    const changes = (await answer.json()) as DeliveredChanges
    if (changes.items.length > mostChanges) return readShelf(edition)
    const again = (what: string) =>
      readAgain<Delivered>(addressOf(isForAll(what) ? { ...edition, group: '' } : edition, what))
    const after = await shelfAfter(shelf, edition.language, changes, again)
    return { ...after, read: now() }
  }

  return {
    async storefronts(preview) {
      const path = preview === '' ? '/delivery' : `/delivery?preview=${part(preview)}`
      return (await read<{ items: DeliveredStorefront[] }>(path)).items
    },
    async groups(storefront) {
      if (key === undefined) return []
      return (await read<{ items: DeliveredGroup[] }>(`/delivery/${part(storefront)}/groups`)).items
    },
    async shelf(edition) {
      const address = addressOf(edition, '')
      const known = await shelves.get(address)?.catch(() => undefined)
      const isPlanned = edition.preview !== ''
      if (known && now() - known.read < (isPlanned ? plannedFor : shelfFor)) return known
      const fresh = known && !isPlanned ? refreshed(known, edition) : readShelf(edition)
      shelves.set(address, fresh)
      return fresh
    },
    async product(edition, address) {
      try {
        return await read<DeliveredProduct>(addressOf(edition, `products/${part(address)}`))
      } catch (e) {
        if (isMissing(e)) return read<DeliveredProduct>(addressOf(edition, `by-slug/${part(address)}`))
        throw e
      }
    },
    page: (edition, address) => read(addressOf(edition, `pages/${part(address)}`)),
    list(edition, category, after) {
      return read(addressOf(edition, `categories/${part(category)}`, after === null ? {} : { cursor: after }))
    },
    sitemap: (storefront, language, query) => fetch(`${origin}${pathOf({ storefront, language })}/sitemap.xml${query}`),
    picture: (name, query) => fetch(`${origin}/delivery/media/${part(name)}${query}`),
  }
}
