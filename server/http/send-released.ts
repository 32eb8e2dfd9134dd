import { setResponseHeaders, type H3Event } from 'h3'
import type { ReleasedDocument } from '@core/release/document'
import type { PageKey } from '../db/queries/released-pages'
import { deliver } from '../services/delivery/pages'

/**
 * Answers what is released under a key: with its entity tag, for how long it may be kept, and the release that it is
 * from. Throws 404.
 */
export async function sendReleased<D extends ReleasedDocument>(
  event: H3Event,
  storefront: string,
  of: PageKey & { kind: D['kind'] },
  now: number,
): Promise<D> {
  const page = await deliver(storefront, of, now)
  setResponseHeaders(event, {
    ETag: `W/"${page.digest.slice(0, 32)}"`,
    'Cache-Control': `public, max-age=${page.maxAge}`,
    'Inkloom-Release': String(page.release),
  })
  return JSON.parse(page.text) as D
}
