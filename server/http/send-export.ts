import { Readable } from 'node:stream'
import { sendStream, setResponseHeaders } from 'h3'
import type { ExportedFile } from '../services/export-products'
import { writeAudit } from '../services/audit'
import type { Call } from './endpoint'

/** Sends a file piece by piece, as it is made, and writes down who took it. */
export async function sendExport({ event, person, asking }: Call<unknown, unknown>, file: ExportedFile) {
  await writeAudit(
    'export',
    { personId: person.id, origin: asking.origin, by: asking.by },
    { file: file.name, type: file.type },
  )
  setResponseHeaders(event, { 'Content-Type': file.type, 'Content-Disposition': `attachment; filename="${file.name}"` })
  return sendStream(event, Readable.from(file.chunks))
}
