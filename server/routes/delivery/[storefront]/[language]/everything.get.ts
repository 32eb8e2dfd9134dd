import { Readable } from 'node:stream'
import { sendStream, setResponseHeaders } from 'h3'
import { readAskedOf } from '../../../../http/delivery-access'
import { endpoint } from '../../../../http/endpoint'
import { cursorNow } from '../../../../services/delivery/changes'
import { readingOf, type Reading } from '../../../../services/delivery/live'
import { linesOfEverything } from '../../../../services/delivery/everything'

const isForEverybody = ({ group, draft }: Reading): boolean => group === '' && draft === undefined

export default endpoint('deliverEverything', async (call) => {
  const { event, param, now } = call
  const asked = await readAskedOf(call)
  // The cursor first: what changes meanwhile is told again rather than never.
  const cursor = await cursorNow(param('storefront'))
  const reading = await readingOf(asked, now)
  setResponseHeaders(event, {
    'Content-Type': 'application/jsonl; charset=utf-8',
    'Cache-Control': `${isForEverybody(reading) ? 'public' : 'private'}, max-age=0`,
    'Inkloom-Release': String(reading.number),
    'Inkloom-Changes': cursor,
  })
  await sendStream(event, Readable.from(linesOfEverything(reading, param('language'), now)))
})
