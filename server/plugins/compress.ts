import { appendResponseHeader, getRequestHeader, getResponseHeader, getResponseStatus, setResponseHeaders } from 'h3'
import { defineNitroPlugin } from 'nitropack/runtime'
import { encodingFor, leastBytes, pack } from '../http/packing'

/**
 * What tells a secret is sent as it is: the length of what is compressed tells of what stands beside it (the attack
 * that is called BREACH).
 */
const tellsSecrets = (path: string) => /^\/api\/(session|tokens)\b/.test(path)

/** Pictures and files are compressed already, each in its own way. */
const isInterface = (path: string) =>
  path.startsWith('/api/') || (/^\/delivery\b/.test(path) && !path.startsWith('/delivery/media/'))

/** Answers of the interface are sent compressed to whoever takes them so. Files of the app are compressed when built. */
export default defineNitroPlugin((nitro) => {
  nitro.hooks.hook('beforeResponse', async (event, response) => {
    if (!isInterface(event.path) || tellsSecrets(event.path)) return
    // What is not modified says so too (RFC 9110, 15.4.5).
    appendResponseHeader(event, 'Vary', 'Accept-Encoding')
    if (getResponseStatus(event) >= 300) return
    const encoding = encodingFor(getRequestHeader(event, 'accept-encoding'))
    const text = encoding && textOf(response.body)
    if (!text || text.length < leastBytes) return
    if (typeof response.body === 'object' && !getResponseHeader(event, 'content-type'))
      setResponseHeaders(event, { 'Content-Type': 'application/json' })
    setResponseHeaders(event, { 'Content-Encoding': encoding })
    response.body = await pack(text, encoding)
  })
})

/** The text of an answer; undefined of what is sent in another way. */
function textOf(body: unknown): string | undefined {
  if (typeof body === 'string') return body
  const isPlain = Array.isArray(body) || (typeof body === 'object' && body?.constructor === Object)
  return isPlain ? JSON.stringify(body) : undefined
}
