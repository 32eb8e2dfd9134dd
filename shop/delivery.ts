import type {
  Delivered,
  DeliveredMenuEntry,
  DeliveredPhrases,
  DeliveredPrice,
  DeliveredProduct,
  DeliveredStorefront,
} from './delivered'

/** What a list says of a product. */
export interface Card {
  sku: string
  name: string
  nameLanguage: string | null
  summary: string | null
  picture: string | null
  price: DeliveredPrice | null
  categories: { code: string; name: string }[]
}

/** All that the shop keeps of an edition at one release: what its lists, its menu and its search are made of. */
export interface Shelf {
  release: string
  read: number
  direction: 'ltr' | 'rtl'
  phrases: DeliveredPhrases['phrases']
  menu: DeliveredMenuEntry[]
  /** By SKU, in order of their names. */
  cards: Map<string, Card>
}

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
  product(storefront: string, language: string, sku: string): Promise<DeliveredProduct>
  picture(name: string, query: string): Promise<Response>
}

/** A shelf is looked at again after so long, in milliseconds: what changes by itself has no release of its own. */
const shelfFor = 30_000
/** So many answers are kept. */
const mostKept = 500

const cardOf = (p: DeliveredProduct): Card => ({
  sku: p.sku,
  name: p.name,
  nameLanguage: p.nameLanguage,
  summary: p.summary,
  picture: p.pictures[0]?.name ?? null,
  price: p.price,
  categories: p.categories,
})

interface Kept {
  until: number
  tag: string | null
  body: unknown
}

/** Reads an installation's delivery interface at an address. */
export function deliveryOf(origin: string, now: () => number): Delivery {
  const kept = new Map<string, Kept>()
  const shelves = new Map<string, Promise<Shelf>>()

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

  async function readShelf(storefront: string, language: string): Promise<Shelf> {
    const answer = await fetch(`${origin}/delivery/${part(storefront)}/${part(language)}/everything`)
    if (!answer.ok) throw new NotDelivered(answer.status)
    const release = answer.headers.get('inkloom-release') ?? ''
    const shelf: Shelf = { release, read: now(), direction: 'ltr', phrases: {}, menu: [], cards: new Map() }
    const products: Card[] = []
    for await (const document of linesOf(answer)) {
      if (document.kind === 'menu') shelf.menu = document.entries
      else if (document.kind === 'phrases') {
        shelf.phrases = document.phrases
        shelf.direction = document.direction
      } else if (document.parent === null) products.push(cardOf(document))
    }
    const { compare } = new Intl.Collator(language)
    for (const card of products.sort((a, b) => compare(a.name, b.name))) shelf.cards.set(card.sku, card)
    return shelf
  }

  return {
    storefronts: async () => (await read<{ items: DeliveredStorefront[] }>('/delivery')).items,
    async shelf(storefront, language) {
      const key = `${storefront}/${language}`
      const known = await shelves.get(key)?.catch(() => undefined)
      if (known && now() - known.read < shelfFor) return known
      const fresh = readShelf(storefront, language)
      shelves.set(key, fresh)
      return fresh
    },
    product: (storefront, language, sku) =>
      read(`/delivery/${part(storefront)}/${part(language)}/products/${part(sku)}`),
    picture: (name, query) => fetch(`${origin}/delivery/media/${part(name)}${query}`),
  }
}

const part = encodeURIComponent

/** Documents of an answer in JSON Lines, read while they come. */
async function* linesOf(answer: Response): AsyncGenerator<Delivered> {
  const decoder = new TextDecoder()
  let rest = ''
  for await (const bytes of answer.body as unknown as AsyncIterable<Uint8Array>) {
    const lines = (rest + decoder.decode(bytes, { stream: true })).split('\n')
    rest = lines.pop()!
    for (const line of lines) if (line !== '') yield JSON.parse(line) as Delivered
  }
  if (rest !== '') yield JSON.parse(rest) as Delivered
}
