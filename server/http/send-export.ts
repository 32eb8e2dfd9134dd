import { Readable } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import { setResponseHeaders } from 'h3'
import { sourceOf, writeAudit } from '../services/people/audit'
import type { ExportedFile } from '../services/files/export-products'
import type { Call } from './endpoint'

/** The pieces of a file after its first is there: what fails before anything was sent is answered as a problem. */
async function begun(chunks: ExportedFile['chunks']): Promise<AsyncGenerator<string | Uint8Array>> {
  const rest = chunks[Symbol.asyncIterator]()
  const first = await rest.next()
  return (async function* () {
    if (first.done) return
    yield first.value
    yield* { [Symbol.asyncIterator]: () => rest }
  })()
}

/**
 * Sends a file piece by piece, as it is made, and writes down who took it. Where it cannot be made to its end, the
 * connection ends too, so that nobody takes a part for the whole.
 */
export async function sendExport({ event, person, asking }: Call<unknown, unknown>, file: ExportedFile): Promise<void> {
  const pieces = await begun(file.chunks)
  await writeAudit('export', sourceOf(person, asking), { file: file.name, type: file.type })
  setResponseHeaders(event, { 'Content-Type': file.type, 'Content-Disposition': `attachment; filename="${file.name}"` })
  try {
    await pipeline(Readable.from(pieces), event.node.res)
  } catch (e) {
    console.error(`The file ${file.name} was not sent to its end:`, e)
    event.node.res.destroy()
  }
}
