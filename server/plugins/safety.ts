import { randomBytes } from 'node:crypto'
import { defineNitroPlugin } from 'nitropack/runtime'

/** Every answer carries what browsers need to be strict; the page's own inline script, and no other, may run. */
export default defineNitroPlugin((nitro) => {
  nitro.hooks.hook('request', (event) => {
    const { res } = event.node
    res.setHeader('X-Content-Type-Options', 'nosniff')
    res.setHeader('Referrer-Policy', 'same-origin')
    res.setHeader('X-Frame-Options', 'SAMEORIGIN')
  })
  nitro.hooks.hook('render:response', (response) => {
    if (typeof response.body !== 'string') return
    const nonce = randomBytes(16).toString('base64')
    response.body = response.body.replace(/<script(?=[\s>])/g, `<script nonce="${nonce}"`)
    const headers = (response.headers ??= {}) as Record<string, string>
    headers['content-security-policy'] = [
      "default-src 'self'", `script-src 'self' 'nonce-${nonce}'`, "style-src 'self'", "img-src 'self' data:", "font-src 'self'", "connect-src 'self'",
      "frame-src 'self'", "object-src 'none'", "base-uri 'none'", "form-action 'self'", "frame-ancestors 'self'",
    ].join('; ')
  })
})
