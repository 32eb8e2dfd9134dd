import { Readable } from 'node:stream'
import { sendStream, setResponseHeaders, type H3Event } from 'h3'
import type { ExportedFile } from '../services/export-products'

/** Sends a file piece by piece, as it is made. */
export function sendExport(event: H3Event, file: ExportedFile) {
  setResponseHeaders(event, { 'Content-Type': file.type, 'Content-Disposition': `attachment; filename="${file.name}"`, 'Cache-Control': 'no-store' })
  return sendStream(event, Readable.from(file.chunks))
}
