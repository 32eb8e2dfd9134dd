import { appendResponseHeader, getRequestHeader, setResponseHeaders, type H3Event } from 'h3'
import { defineNitroPlugin } from 'nitropack/runtime'
import { now } from '../clock'
import { isOutage } from '../db/connect'
import { corsHeaders } from '../http/cors'
import { keptOrigins } from '../services/delivery/following'
import { originsOf } from '../services/delivery/live'

/** The storefront whose delivery a request is about. */
function storefrontOf(event: H3Event): string | undefined {
  const [, root, storefront] = event.path.split('?')[0]!.split('/')
  // A code of a storefront has nothing that would be written otherwise in an address.
  return root === 'delivery' && storefront !== 'media' ? storefront || undefined : undefined
}

/**
 * What a storefront delivers can be read by scripts of the site that its addresses name, and of no other.
 */
export default defineNitroPlugin((nitro) => {
  nitro.hooks.hook('request', async (event) => {
    const storefront = storefrontOf(event)
    if (storefront === undefined) return
    // Whoever keeps answers on the way keeps one for each site that asks.
    appendResponseHeader(event, 'Vary', 'Origin')
    const origin = getRequestHeader(event, 'origin')
    if (origin === undefined) return
    const asked = keptOrigins(storefront, () => originsOf(storefront, now()))
    const origins = await asked.catch((e: unknown) => {
      // The answer itself will say that the database is away.
      if (isOutage(e)) return new Set<string>()
      throw e
    })
    if (!origins.has(origin)) return
    setResponseHeaders(event, corsHeaders(origin, origins))
    if (event.method === 'OPTIONS' && getRequestHeader(event, 'access-control-request-method') !== undefined)
      setResponseHeaders(event, {
        'Access-Control-Allow-Methods': 'GET, HEAD',
        'Access-Control-Allow-Headers': 'If-None-Match',
        'Access-Control-Max-Age': '600',
      })
  })
})
