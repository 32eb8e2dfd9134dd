import { appendResponseHeader, getRequestHeader, setResponseHeaders, type H3Event } from 'h3'
import { defineNitroPlugin } from 'nitropack/runtime'
import { now } from '../clock'
import { isOutage } from '../db/connect'
import { originsOf } from '../services/delivery/live'

/** The storefront whose delivery a request is about. */
function storefrontOf(event: H3Event): string | undefined {
  const [, root, storefront] = event.path.split('?')[0]!.split('/')
  // A code of a storefront has nothing that would be written otherwise in an address.
  return root === 'delivery' && storefront !== 'media' ? storefront || undefined : undefined
}

/**
 * What a storefront delivers can be read by scripts of the site that its addresses name, and of no other (Fetch
 * Standard, https://fetch.spec.whatwg.org/#http-cors-protocol).
 */
export default defineNitroPlugin((nitro) => {
  nitro.hooks.hook('request', async (event) => {
    const storefront = storefrontOf(event)
    if (storefront === undefined) return
    // Whoever keeps answers on the way keeps one for each site that asks.
    appendResponseHeader(event, 'Vary', 'Origin')
    const origin = getRequestHeader(event, 'origin')
    if (origin === undefined) return
    const origins = await originsOf(storefront, now()).catch((e: unknown) => {
      // The answer itself will say that the database is away.
      if (isOutage(e)) return new Set<string>()
      throw e
    })
    if (!origins.has(origin)) return
    setResponseHeaders(event, {
      'Access-Control-Allow-Origin': origin,
      'Access-Control-Expose-Headers': 'ETag, Inkloom-Release, Inkloom-Changes',
    })
    if (event.method === 'OPTIONS' && getRequestHeader(event, 'access-control-request-method') !== undefined)
      setResponseHeaders(event, {
        'Access-Control-Allow-Methods': 'GET, HEAD',
        'Access-Control-Allow-Headers': 'If-None-Match',
        'Access-Control-Max-Age': '600',
      })
  })
})
