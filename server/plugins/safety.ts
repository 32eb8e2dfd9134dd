import { randomBytes } from 'node:crypto'
import { setResponseHeaders } from 'h3'
import { defineNitroPlugin, useRuntimeConfig } from 'nitropack/runtime'
import { strictHeaders } from '../http/strict'

/** The development server puts styles into the page as it changes them; the built application has files of them. */
const styles = import.meta.dev ? "'self' 'unsafe-inline'" : "'self'"

/** Every answer carries what browsers need to be strict; the page's own inline script, and no other, may run. */
export default defineNitroPlugin((nitro) => {
  nitro.hooks.hook('request', (event) => setResponseHeaders(event, strictHeaders()))
  const pages = useRuntimeConfig().pagePatterns.map((pattern) => new RegExp(`^${pattern}/?$`))
  nitro.hooks.hook('render:response', (response, { event }) => {
    // The page says itself that there is none; programs are told by the status.
    const pathname = event.path.split('?')[0]!
    if (!pages.some((page) => page.test(pathname))) response.statusCode = 404
    if (typeof response.body !== 'string') return
    const nonce = randomBytes(16).toString('base64')
    response.body = response.body.replace(/<script(?=[\s>])/g, `<script nonce="${nonce}"`)
    const headers = (response.headers ??= {}) as Record<string, string>
    // Which framework answers is nobody's business.
    delete headers['x-powered-by']
    headers['content-security-policy'] = [
      "default-src 'self'",
      `script-src 'self' 'nonce-${nonce}'`,
      `style-src ${styles}`,
      "img-src 'self' data:",
      "font-src 'self'",
      "connect-src 'self'",
      "frame-src 'self'",
      "object-src 'none'",
      "base-uri 'none'",
      "form-action 'self'",
      "frame-ancestors 'self'",
    ].join('; ')
  })
})
