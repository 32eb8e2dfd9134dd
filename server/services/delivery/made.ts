import { createHash } from 'node:crypto'
import type { PageKey } from '../../db/queries/page-key'
import { deliverComposed } from './composed'
import { deliverList, deliverPages } from './lists'
import type { Reading } from './live'
import { deliver, deliverProduct } from './pages'
import { Problem } from '../problem'
import { elsewherePart, listsPart, pagePart, pagesPart } from './parts'

/** An answer of delivery before it is sent, as JSON. */
export interface Made {
  text: string
  /** In hexadecimal, of all that it says. */
  digest: string
  next: number | null
  /** The parts it is made of. */
  madeOf: readonly string[]
}

/** What is made; undefined where there is none, or none any more. */
export async function ifThere<T>(made: Promise<T>): Promise<T | undefined> {
  try {
    return await made
  } catch (e) {
    if (e instanceof Problem && (e.status === 404 || e.status === 410)) return undefined
    throw e
  }
}

/** What is released under a key. Throws 404. */
export async function madeDocument(reading: Reading, of: PageKey, now: number): Promise<Made> {
  const { text, digest, next } = await deliver(reading, of, now)
  return { text, digest, next, madeOf: [pagePart(reading.storefront, of)] }
}

/** A released page of a product, with its address and its alternates. Throws 404. */
export async function madeProduct(
  reading: Reading,
  { language, sku }: { language: string; sku: string },
  now: number,
): Promise<Made> {
  const { text, digest, next } = await deliverProduct(reading, { language, sku }, now)
  const itself = pagePart(reading.storefront, { language, kind: 'product', key: sku })
  return { text, digest, next, madeOf: [itself, elsewherePart(sku)] }
}

/** What was put together of several documents: its tag is that of what it says. */
function madeTogether(document: unknown, { next, madeOf }: Pick<Made, 'next' | 'madeOf'>): Made {
  const text = JSON.stringify(document)
  return { text, digest: createHash('sha256').update(text).digest('hex'), next, madeOf }
}

/** Which part of a list is asked for. */
export interface ListPart {
  language: string
  code: string
  cursor?: string
  limit: number
}

/** A part of the list of a category, and the cursor of the next; null where there is none. Throws 404, 422. */
export async function madeList(
  reading: Reading,
  part: ListPart,
  now: number,
): Promise<{ made: Made; cursor: string | null }> {
  const { list, changes } = await deliverList(reading, part, now)
  const madeOf = [listsPart(reading.storefront, part.language)]
  return { made: madeTogether(list, { next: changes, madeOf }), cursor: list.next }
}

/** The pages of an edition that are not of products. */
export async function madePages(reading: Reading, language: string, now: number): Promise<Made> {
  const { pages, changes } = await deliverPages(reading, language, now)
  return madeTogether(pages, { next: changes, madeOf: [pagesPart(reading.storefront, language)] })
}

/** A released composed page with what its rows show. Throws 404, and 410 where its time is over. */
export async function madeComposed(
  reading: Reading,
  { language, code }: { language: string; code: string },
  now: number,
): Promise<Made> {
  const { text, digest, next } = await deliverComposed(reading, { language, code }, now)
  const { storefront } = reading
  // Its rows change with any of their products, and its alternates with the same page of another storefront.
  const madeOf = [pagePart(storefront, { language, kind: 'composed', key: code }), listsPart(storefront, language)]
  return { text, digest, next, madeOf: [...madeOf, elsewherePart(code)] }
}

/** What is answered of a page of any kind that is there. Throws 404, and 410 of a composed page whose time is over. */
export async function madePage(reading: Reading, of: PageKey, now: number): Promise<Made> {
  const { language, kind, key } = of
  if (kind === 'product') return madeProduct(reading, { language, sku: key }, now)
  if (kind === 'composed') return madeComposed(reading, { language, code: key }, now)
  return madeDocument(reading, of, now)
}
