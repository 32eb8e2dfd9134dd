import { Readable } from 'node:stream'
import { sendStream, setResponseHeaders } from 'h3'
import { endpoint } from '../../../../http/endpoint'
import { deliverEverything } from '../../../../services/delivery/pages'

export default endpoint('deliverEverything', async ({ event, param, now }) => {
  const { release, lines } = await deliverEverything(
    { storefront: param('storefront'), language: param('language') },
    now,
  )
  setResponseHeaders(event, {
    'Content-Type': 'application/jsonl; charset=utf-8',
    'Cache-Control': 'public, max-age=0',
    'Inkloom-Release': String(release),
  })
  await sendStream(event, Readable.from(lines))
})
