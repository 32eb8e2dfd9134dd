import { createHash } from 'node:crypto'
import { setResponseHeaders, type H3Event } from 'h3'
import type { DeliveredProduct } from '@contracts/delivery'
import type { ReleasedDocument } from '@core/release/document'
import { readDocument } from '../db/queries/released-documents'
import type { PageKey } from '../db/queries/released-pages'
import { cacheControl } from '../services/delivery/caching'
import { deliver, deliverProduct, type Delivered } from '../services/delivery/pages'
import { readingOf, type Reading } from '../services/delivery/live'

/** Says of an answer its entity tag, for how long it may be kept, and the release that it is from. */
function describe(event: H3Event, { digest, next, release }: Omit<Delivered, 'text'>, now: number): void {
  setResponseHeaders(event, {
    ETag: `W/"${digest.slice(0, 32)}"`,
    'Cache-Control': cacheControl(next, now),
    'Inkloom-Release': String(release),
  })
}

/** Answers what is released under a key. Throws 404. */
export async function sendReleased<D extends ReleasedDocument>(
  event: H3Event,
  { storefront, release }: { storefront: string; release: number | undefined },
  of: PageKey & { kind: D['kind'] },
  now: number,
): Promise<D> {
  const page = await deliver(await readingOf(storefront, release, now), of, now)
  describe(event, page, now)
  return readDocument(page) as D
}

/** Answers the released page of a product, with its address and its alternates. Throws 404. */
export async function sendProduct(
  event: H3Event,
  reading: Reading,
  of: { language: string; sku: string },
  now: number,
): Promise<DeliveredProduct> {
  const { document, ...page } = await deliverProduct(reading, of, now)
  describe(event, page, now)
  return document
}

/**
 * Answers what was put together of several documents, and changes next by itself at a moment: its tag is that of what it
 * says.
 */
export function sendTogether<T>(event: H3Event, { number }: Reading, answer: T, next: number | null, now: number): T {
  const digest = createHash('sha256').update(JSON.stringify(answer)).digest('hex')
  describe(event, { digest, next, release: number }, now)
  return answer
}
