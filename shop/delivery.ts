import type { Delivered, DeliveredChanges, DeliveredList, DeliveredProduct, DeliveredStorefront } from './delivered'
import { fullShelf, shelfAfter, type Shelf } from './shelf'

/** The delivery interface says no: 404 for what is not released. */
export class NotDelivered extends Error {
  constructor(readonly status: number) {
    super(`The delivery interface answered ${status}.`)
  }
}

/** What is read over the delivery interface, and kept for as long as it allows. */
export interface Delivery {
  storefronts(): Promise<DeliveredStorefront[]>
  shelf(storefront: string, language: string): Promise<Shelf>
  /** A product by the last part of its page's address: its slug, or its SKU where it has none. */
  product(storefront: string, language: string, address: string): Promise<DeliveredProduct>
  list(storefront: string, language: string, category: string, after: string | null): Promise<DeliveredList>
  sitemap(storefront: string, language: string, query: string): Promise<Response>
  picture(name: string, query: string): Promise<Response>
}

/** A shelf is brought up to date after so long, in milliseconds. */
const shelfFor = 2000
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
const isMissing = (e: unknown) => e instanceof NotDelivered && e.status === 404

/** Reads an installation's delivery interface at an address. */
export function deliveryOf(origin: string, now: () => number): Delivery {
  const kept = new Map<string, Kept>()
  const shelves = new Map<string, Promise<Shelf>>()
  const edition = (storefront: string, language: string) => `/delivery/${part(storefront)}/${part(language)}`

  function keep(path: string, entry: Kept) {
    kept.delete(path)
    kept.set(path, entry)
    if (kept.size > mostKept) kept.delete(kept.keys().next().value!)
  }

  /** An answer as JSON, kept as long as its Cache-Control allows and asked for by its entity tag after that. */
  async function read<T>(path: string): Promise<T> {
    const known = kept.get(path)
    if (known && known.until > now()) return known.body as T
    const answer = await fetch(`${origin}${path}`, { headers: known?.tag ? { 'If-None-Match': known.tag } : {} })
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

  async function readShelf(storefront: string, language: string): Promise<Shelf> {
    const answer = await fetch(`${origin}${edition(storefront, language)}/everything`)
    if (!answer.ok) throw new NotDelivered(answer.status)
    return fullShelf(answer, language, now())
  }

  async function refreshed(shelf: Shelf, storefront: string, language: string): Promise<Shelf> {
    const path = `/delivery/${part(storefront)}/changes?after=${part(shelf.cursor)}&limit=1000`
    const answer = await fetch(`${origin}${path}`)
    // What is gone is not kept any more: too much has changed since.
    if (!answer.ok) return readShelf(storefront, language)
    const changes = (await answer.json()) as DeliveredChanges
    if (changes.items.length > mostChanges) return readShelf(storefront, language)
    const here = edition(storefront, language)
    const after = await shelfAfter(shelf, language, changes, (p) => readAgain<Delivered>(`${here}/${p}`))
    return { ...after, read: now() }
  }

  async function productBySlug(storefront: string, language: string, slug: string) {
    return read<DeliveredProduct>(`${edition(storefront, language)}/by-slug/${part(slug)}`)
  }

  return {
    storefronts: async () => (await read<{ items: DeliveredStorefront[] }>('/delivery')).items,
    async shelf(storefront, language) {
      const key = `${storefront}/${language}`
      const known = await shelves.get(key)?.catch(() => undefined)
      if (known && now() - known.read < shelfFor) return known
      const fresh = known ? refreshed(known, storefront, language) : readShelf(storefront, language)
      shelves.set(key, fresh)
      return fresh
    },
    async product(storefront, language, address) {
      try {
        return await read<DeliveredProduct>(`${edition(storefront, language)}/products/${part(address)}`)
      } catch (e) {
        if (isMissing(e)) return productBySlug(storefront, language, address)
        throw e
      }
    },
    list(storefront, language, category, after) {
      const cursor = after === null ? '' : `?cursor=${part(after)}`
      return read(`${edition(storefront, language)}/categories/${part(category)}${cursor}`)
    },
    sitemap: (storefront, language, query) => fetch(`${origin}${edition(storefront, language)}/sitemap.xml${query}`),
    picture: (name, query) => fetch(`${origin}/delivery/media/${part(name)}${query}`),
  }
}
