import type { IncomingMessage, ServerResponse } from 'node:http'
import { now as clock } from '../clock'
import { cacheControl } from '../services/delivery/caching'
import { keepPacked, knownOrigins, readyAnswer } from '../services/delivery/following'
import type { ReadyAnswer } from '../services/delivery/ready-answers'
import { namesTag } from '../services/entity-tag'
import { corsHeaders } from './cors'
import { encodingFor, leastBytes, pack } from './packing'
import { strictHeaders } from './strict'

/** Who an answer of delivery is sent to, and from which release it is. */
interface Sending {
  address: string
  release: number
  now: number
}

/**
 * Sends an answer of delivery, or that it is what the client has (RFC 9110, 13.1.2 and 15.4.5). A body that is packed
 * for the first time is kept.
 */
export async function sendAnswer(
  request: IncomingMessage,
  response: ServerResponse,
  answer: ReadyAnswer,
  { address, release, now }: Sending,
): Promise<void> {
  response.setHeader('ETag', answer.tag)
  response.setHeader('Cache-Control', cacheControl(answer.next, now))
  response.setHeader('Inkloom-Release', String(release))
  response.setHeader('Vary', 'Origin, Accept-Encoding')
  if (isKnown(request, answer)) {
    response.statusCode = 304
    response.end()
    return
  }
  const encoding = answer.body.length < leastBytes ? undefined : encodingFor(request.headers['accept-encoding'])
  const known = encoding === undefined ? answer.body : answer.packed.get(encoding)
  const body = known ?? (await pack(answer.body, encoding!))
  if (known === undefined) keepPacked(address, answer, encoding!, body)
  response.statusCode = 200
  response.setHeader('Content-Type', answer.type)
  response.setHeader('Content-Length', body.length)
  if (encoding !== undefined) response.setHeader('Content-Encoding', encoding)
  response.end(request.method === 'HEAD' ? undefined : body)
}

function isKnown({ headers }: IncomingMessage, { tag }: ReadyAnswer): boolean {
  const has = headers['if-none-match']
  if (has === undefined) return false
  return has === tag || has.trim() === '*' || namesTag(has, tag.replace(/^W\//, ''))
}

const takesAnything = (accept: string | undefined): boolean => accept === undefined || accept.includes('*/*')

/**
 * Answers a request with what is ready, without asking anybody; says whether it did. What it does not answer goes the
 * ordinary way, on which it is checked.
 */
export function sendIfReady(request: IncomingMessage, response: ServerResponse): boolean {
  const { method, url, headers } = request
  if (!url?.startsWith('/delivery/') || (method !== 'GET' && method !== 'HEAD')) return false
  if (!takesAnything(headers.accept) && !headers.accept!.includes('application/json')) return false
  const now = clock()
  const ready = readyAnswer(url, now)
  if (ready === undefined) return false
  const { answer, release } = ready
  const { origin } = headers
  const origins = origin === undefined ? undefined : knownOrigins(answer.storefront)
  if (origin !== undefined && origins === undefined) return false
  for (const [name, value] of Object.entries({ ...strictHeaders(), ...corsHeaders(origin, origins) }))
    response.setHeader(name, value)
  void sendAnswer(request, response, answer, { address: url, release, now }).catch((e: unknown) => {
    console.error(e)
    response.destroy()
  })
  return true
}
