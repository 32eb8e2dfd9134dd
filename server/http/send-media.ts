import { eq } from 'drizzle-orm'
import { createReadStream } from 'node:fs'
import path from 'node:path'
import { getRequestHeader, sendStream, setResponseHeaders, setResponseStatus, type H3Event } from 'h3'
import { database } from '../db/connect'
import * as t from '../db/schema'
import { notFound } from '../services/problem'
import { settings } from '../settings'

/** Sends a picture of the media library. Drawings are sent so that nothing in them can run. */
export async function sendMedia(event: H3Event, name: string) {
  const [row] = await database().select().from(t.media).where(eq(t.media.name, name))
  if (!row) throw notFound(`picture “${name}”`)
  const tag = `"${row.digest}"`
  setResponseHeaders(event, {
    'ETag': tag, 'Cache-Control': 'public, max-age=300', 'Content-Type': row.mime, 'X-Content-Type-Options': 'nosniff',
    'Content-Security-Policy': "default-src 'none'; style-src 'unsafe-inline'; sandbox",
  })
  if (getRequestHeader(event, 'if-none-match') === tag) {
    setResponseStatus(event, 304)
    return ''
  }
  return sendStream(event, createReadStream(path.join(settings().data, 'media', row.digest)))
}
