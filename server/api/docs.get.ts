import { setResponseHeaders } from 'h3'
import { endpoint } from '../http/endpoint'
import { reference } from '../http/openapi/reference'
import { settings } from '../settings'

export default endpoint('docs', ({ event }) => {
  setResponseHeaders(event, {
    'Content-Type': 'text/html; charset=utf-8',
    'Content-Security-Policy':
      "default-src 'none'; style-src 'self'; font-src 'self'; img-src 'self'; frame-ancestors 'none'",
  })
  return reference(settings().publicUrl ?? '/')
})
