import { getRequestHeader, sendStream, setResponseHeaders, setResponseStatus, type H3Event } from 'h3'
import type { Shape } from '@core/media/crop'
import { mediaToSend } from '../services/media/media'
import { renditionOf } from '../services/media/rendition'

/** Sends a picture or a file of the media library. Drawings are sent so that nothing in them can run. */
export async function sendMedia(event: H3Event, name: string, q: { width?: number; shape: Shape }) {
  const one = await mediaToSend(name)
  const sent = renditionOf(one, q.width ?? 1600, q.shape)
  setResponseHeaders(event, {
    ETag: sent.tag,
    'Cache-Control': 'private, max-age=300',
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
