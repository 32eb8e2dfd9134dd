import { Readable } from 'node:stream'
import { getRequestURL, sendStream, setResponseHeaders } from 'h3'
import { readAskedOf } from '../../../../http/delivery-access'
import { endpoint } from '../../../../http/endpoint'
import { readingOf } from '../../../../services/delivery/live'
import { cacheControl } from '../../../../services/delivery/caching'
import { sitemapLines } from '../../../../services/delivery/sitemap'
import { settings } from '../../../../settings'

export default endpoint('deliverSitemap', async (call) => {
  const { event, param, query, now } = call
  const reading = await readingOf(await readAskedOf(call), now)
  const { origin, pathname } = getRequestURL(event)
  const here = `${settings().publicUrl ?? origin}${pathname}`
  const lines = await sitemapLines(reading, { language: param('language'), part: query.part, here }, now)
  setResponseHeaders(event, {
    'Content-Type': 'application/xml; charset=utf-8',
    'Cache-Control': cacheControl(null, now),
    'Inkloom-Release': String(reading.number),
  })
  await sendStream(event, Readable.from(lines))
})
