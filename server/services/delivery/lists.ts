import type { DeliveredCard, DeliveredList, DeliveredPages, ListedPageBeside } from '@contracts/delivery'
import type { ReleasedComposedPage } from '@core/release/composed-document'
import type { ReleasedDocument, ReleasedProduct } from '@core/release/document'
import {
  withAllUnder,
  type ReleasedCategories,
  type ReleasedCategory,
  type ReleasedStandingPage,
} from '@core/release/site'
import { database } from '../../db/connect'
import { countListed, deliveredPages, listedPages, nextInList, nextOfKind } from '../../db/queries/delivered-pages'
import { documentsById, readDocument, type KeptDocument } from '../../db/queries/released-documents'
import { cursorOf, cursorParts } from '../cursor'
import { notFound, unprocessable } from '../problem'
import { deliver } from './pages'
import type { Reading } from './live'

/** What a list shows of a product, as it is kept. */
export const cardOf = (kept: Pick<KeptDocument, 'text'>): DeliveredCard =>
  cardOfProduct(readDocument(kept) as ReleasedProduct)

/** What a list shows of a product. */
export function cardOfProduct(product: ReleasedProduct): DeliveredCard {
  const { sku, slug, name, nameLanguage, summary, pictures, price, availability } = product
  return { sku, slug, name, nameLanguage, summary, picture: pictures[0] ?? null, price, availability }
}

/** A category of a tree, and the way to it from the topmost. */
function findCategory(
  tree: readonly ReleasedCategory[],
  code: string,
  above: readonly ReleasedCategory[] = [],
): ReleasedCategory[] | undefined {
  for (const category of tree) {
    const path = [...above, category]
    if (category.code === code) return path
    const found = findCategory(category.children, code, path)
    if (found) return found
  }
  return undefined
}

/** The code of a category and of all under it. */
export const codesOf = (category: ReleasedCategory): string[] => withAllUnder(category).map((c) => c.code)

/** How many products are in a category and under it. */
export const countIn = (category: ReleasedCategory, counts: ReadonlyMap<string, number>): number =>
  codesOf(category).reduce((sum, code) => sum + (counts.get(code) ?? 0), 0)

/** The page that a cursor names: the last that was told. Throws 422. */
function placeOf(cursor: string | undefined): string | null {
  if (cursor === undefined) return null
  const [key, ...more] = cursorParts(cursor) ?? []
  if (typeof key === 'string' && more.length === 0) return key
  throw unprocessable('The cursor is not valid. Without one, the list begins again.', [
    { path: 'cursor', message: 'Not valid.' },
  ])
}

/**
 * The products of a category and of those under it, some at a time in the order of their names, each with what a list
 * shows of it. Throws 404 where the edition has no such category.
 */
export async function deliverList(
  reading: Reading,
  { language, code, cursor, limit }: { language: string; code: string; cursor?: string; limit: number },
  now: number,
): Promise<{ list: DeliveredList; changes: number | null }> {
  const db = database()
  const tree = await deliver(reading, { language, kind: 'categories', key: 'categories' }, now)
  const path = findCategory((readDocument(tree) as ReleasedCategories).categories, code)
  const category = path?.at(-1)
  if (!path || !category) throw notFound(`released category “${code}” in ${reading.storefront} and ${language}`)
  const asked = { language, categories: codesOf(category), now }
  const counts = await countListed(db, reading, asked)
  const items = await listedPages(db, reading, { ...asked, after: placeOf(cursor), limit: limit + 1 })
  const shown = items.slice(0, limit)
  const documents = await documentsById(
    db,
    shown.map((i) => i.document),
  )
  const last = items.length > limit ? shown.at(-1)! : null
  return {
    list: {
      category: { code, name: category.name },
      path: path.map(({ code, name }) => ({ code, name })),
      under: category.children
        .map((c) => ({ code: c.code, name: c.name, count: countIn(c, counts) }))
        .filter((c) => c.count > 0),
      count: countIn(category, counts),
      items: shown.map((i) => cardOf(documents.get(i.document)!)),
      next: last && cursorOf([last.key]),
    },
    changes: await nextInList(db, reading, asked),
  }
}

/** A storefront has fifty standing pages at most. */
const mostPages = 100
/** So many composed pages of an edition are listed. */
const mostComposed = 1000

/** The pages of an edition that are not of products: landing pages, then standing ones, each by their codes. */
export async function deliverPages(
  reading: Reading,
  language: string,
  now: number,
): Promise<{ pages: DeliveredPages; changes: number | null }> {
  const composed = await pagesOfKind(reading, { language, kind: 'composed' }, mostComposed, now)
  const standing = await pagesOfKind(reading, { language, kind: 'page' }, mostPages, now)
  const items = [
    ...(composed as ReleasedComposedPage[])
      .filter((page) => page.over === null)
      .map(({ code, slug, title, use }): ListedPageBeside => ({ code, slug, title, use })),
    ...(standing as ReleasedStandingPage[]).map(({ code, title }): ListedPageBeside => ({
      code,
      slug: code,
      title,
      use: 'standing',
    })),
  ]
  return { pages: { items }, changes: await nextOfKind(database(), reading, { language, kind: 'composed', now }) }
}

/** The documents of one kind of an edition in the order of their keys. */
async function pagesOfKind(
  reading: Reading,
  of: { language: string; kind: string },
  limit: number,
  now: number,
): Promise<ReleasedDocument[]> {
  const db = database()
  const found = await deliveredPages(db, reading, { ...of, after: '', limit, now })
  const numbers = found.flatMap((page) => page.document ?? [])
  const documents = await documentsById(db, numbers)
  return numbers.map((number) => readDocument(documents.get(number)!))
}
