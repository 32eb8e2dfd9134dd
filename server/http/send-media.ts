import { getRequestHeader, sendStream, setResponseHeaders, setResponseStatus, type H3Event } from 'h3'
import { renditionWidths, type RenditionQuery } from '@contracts/media'
import { database } from '../db/connect'
import { isOnLivePage } from '../db/queries/released-documents'
import { Problem } from '../services/problem'
import { openedPreviews } from './preview-cookie'
import { signedInOf } from './signed-in'
import { mediaToSend } from '../services/media/media'
import { isOnPreview } from '../services/previews/opened'
import { renditionOf } from '../services/media/rendition'

/**
 * How long a picture or file may be kept, and by whom: what is on no live page is only for who is signed in, or has
 * opened a preview with it.
 */
async function cachingOf(
  event: H3Event,
  { name, preview }: { name: string; preview?: string },
  now: number,
): Promise<string> {
  // Whoever works here sees very many, and may see all of them.
  if (await signedInOf(event, now)) return 'private, max-age=300'
  if (await isOnLivePage(database(), name)) return 'public, max-age=300'
  const secrets = [...openedPreviews(event), ...(preview === undefined ? [] : [preview])]
  if (await isOnPreview(secrets, name, now)) return 'private, max-age=60'
  throw new Problem(401, 'Not signed in', 'This file is on no page that is live. Sign in to see it.')
}

/**
 * Sends a picture or a file of the media library. Drawings are sent so that nothing in them can run. Throws 401 where
 * it is on no live page and nobody is signed in.
 */
export async function sendMedia(event: H3Event, name: string, q: RenditionQuery, now: number) {
  const caching = await cachingOf(event, { name, preview: q.preview }, now)
  const one = await mediaToSend(name)
  const cut = q.height === undefined ? q.shape : { ratio: q.width! / q.height }
  const sent = renditionOf(one, { width: q.width ?? renditionWidths.at(-1)!, cut, format: q.format })
  setResponseHeaders(event, {
    ETag: sent.tag,
    'Cache-Control': caching,
    'Content-Type': sent.mime,
    'X-Content-Type-Options': 'nosniff',
    'Content-Disposition': `inline; filename="${one.item.code}"`,
    ...(sent.mime === 'application/pdf'
      ? {}
      : { 'Content-Security-Policy': "default-src 'none'; style-src 'unsafe-inline'; sandbox" }),
  })
  if (getRequestHeader(event, 'if-none-match') === sent.tag) {
    setResponseStatus(event, 304)
    return ''
  }
  const body = await sent.open()
  return Buffer.isBuffer(body) ? body : sendStream(event, body)
}
