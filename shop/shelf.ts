import type {
  Delivered,
  DeliveredCard,
  DeliveredChanges,
  DeliveredComposed,
  DeliveredMenuEntry,
  DeliveredPage,
  DeliveredPhrases,
  DeliveredProduct,
} from './delivered'

// What the shop keeps of an edition, since its menu, its search and its first page need all of it: read once, and
// brought up to date by what the delivery interface says has changed.

/** A product as the shop keeps it. */
export interface Card extends DeliveredCard {
  categories: { code: string; name: string }[]
}

/** A landing page as the first page leads to it. */
export interface Landing {
  slug: string
  title: string
  /** The picture that it opens with. */
  picture: string | null
}

export interface Shelf {
  /** After which changes it is. */
  cursor: string
  /** When it was brought up to date, in milliseconds since 1970. */
  read: number
  direction: 'ltr' | 'rtl'
  phrases: DeliveredPhrases['phrases']
  menu: DeliveredMenuEntry[]
  /** Standing pages by their codes. */
  pages: Map<string, DeliveredPage>
  /** Landing pages by their codes. */
  landing: Map<string, Landing>
  /** By SKU; the variants of a product have no card of their own. */
  cards: Map<string, Card>
  /** The cards in the order of their names. */
  sorted: Card[]
}

const cardOf = (p: DeliveredProduct): Card => ({
  sku: p.sku,
  slug: p.slug,
  name: p.name,
  nameLanguage: p.nameLanguage,
  summary: p.summary,
  picture: p.pictures[0] ?? null,
  price: p.price,
  categories: p.categories,
})

const emptyShelf = (cursor: string, read: number): Shelf => ({
  ...{ cursor, read, direction: 'ltr', phrases: {}, menu: [] },
  ...{ pages: new Map(), landing: new Map(), cards: new Map(), sorted: [] },
})

const landingOf = ({ slug, title, sections }: DeliveredComposed): Landing => ({
  slug,
  title,
  picture: sections.find((section) => section.picture !== null)?.picture?.name ?? null,
})

/** What is done with a document of each kind. */
const takers: { [K in Delivered['kind']]?: (shelf: Shelf, document: Extract<Delivered, { kind: K }>) => void } = {
  menu(shelf, { entries }) {
    shelf.menu = entries
  },
  phrases(shelf, { phrases, direction }) {
    shelf.phrases = phrases
    shelf.direction = direction
  },
  page(shelf, page) {
    shelf.pages.set(page.code, page)
  },
  composed(shelf, page) {
    if (page.over) shelf.landing.delete(page.code)
    else shelf.landing.set(page.code, landingOf(page))
  },
  product(shelf, product) {
    if (product.parent === null) shelf.cards.set(product.sku, cardOf(product))
  },
}

const take = (shelf: Shelf, document: Delivered) => takers[document.kind]?.(shelf, document as never)

function sort(shelf: Shelf, language: string): Shelf {
  const { compare } = new Intl.Collator(language)
  return { ...shelf, sorted: [...shelf.cards.values()].sort((a, b) => compare(a.name, b.name)) }
}

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

/** A shelf of all that an edition has, from the answer that gives everything. */
export async function fullShelf(answer: Response, language: string, now: number): Promise<Shelf> {
  const shelf = emptyShelf(answer.headers.get('inkloom-changes') ?? '', now)
  for await (const document of linesOf(answer)) take(shelf, document)
  return sort(shelf, language)
}

const copied = ({ pages, landing, cards }: Shelf): Pick<Shelf, 'pages' | 'landing' | 'cards'> => ({
  ...{ pages: new Map(pages), landing: new Map(landing), cards: new Map(cards) },
})

/** Where documents of each kind are read, under the address of their edition. */
const paths: Record<string, (key: string) => string> = {
  product: (key) => `products/${encodeURIComponent(key)}`,
  page: (key) => `pages/${encodeURIComponent(key)}`,
  composed: (key) => `pages/${encodeURIComponent(key)}`,
  menu: () => 'menu',
  phrases: () => 'phrases',
}

/**
 * A shelf after some changes of its storefront: what was added or changed is read anew, what was removed is taken off.
 * `read` answers undefined for what is there no more.
 */
export async function shelfAfter(
  shelf: Shelf,
  language: string,
  { items, next }: DeliveredChanges,
  read: (path: string) => Promise<Delivered | undefined>,
): Promise<Shelf> {
  const changed = items.filter((c) => c.language === language && c.kind in paths)
  if (changed.length === 0) return { ...shelf, cursor: next }
  const after: Shelf = { ...shelf, cursor: next, ...copied(shelf) }
  for (const { kind, key } of changed) {
    const document = await read(paths[kind]!(key))
    // One whose time is over may lead to another page.
    const isIt = document !== undefined && (document.kind !== 'composed' || document.code === key)
    if (isIt) take(after, document)
    else if (kind === 'composed') after.landing.delete(key)
    else if (kind === 'product') after.cards.delete(key)
    else if (kind === 'page') after.pages.delete(key)
  }
  return sort(after, language)
}
