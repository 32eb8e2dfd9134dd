import type { IncomingMessage, ServerResponse } from 'node:http'
import { now as clock } from '../clock'
import { cacheControl } from '../services/delivery/caching'
import { knownOrigins, readyAnswer, unpackedBody } from '../services/delivery/following'
import type { ReadyAnswer } from '../services/delivery/ready-answers'
import { hasTag } from '../services/entity-tag'
import { takenBy, takesType } from './accept'
import { corsHeaders } from './cors'
import { strictHeaders } from './strict'

/** What every answer that is kept ready is written in. */
const json = 'application/json'

/** How an answer of delivery is sent: its headers as name after value, as `writeHead` of Node takes them quickest. */
interface Sent {
  status: 200 | 304
  headers: string[]
  body: Buffer | undefined
}

/**
 * What a client is sent of an answer: all of it, or that it is what the client has (RFC 9110, 13.1.2 and 15.4.5).
 * Written for speed: most of what delivery is asked goes through here.
 */
export function sentOf(request: IncomingMessage, answer: ReadyAnswer, release: number, now: number): Sent {
  const { tag, next, packed, restricted } = answer
  const headers = [
    'ETag',
    tag,
    'Cache-Control',
    cacheControl(next, now, restricted),
    'Inkloom-Release',
    String(release),
  ]
  headers.push('Vary', 'Origin, Accept-Encoding')
  const known = request.headers['if-none-match']
  if (known !== undefined && hasTag(known, tag)) return { status: 304, headers, body: undefined }
  const asPacked = packed && takesGzip(request.headers['accept-encoding'])
  const body = asPacked ? answer.body : unpackedBody(answer)
  headers.push('Content-Type', json, 'Content-Length', String(body.length))
  if (asPacked) headers.push('Content-Encoding', 'gzip')
  return { status: 200, headers, body: request.method === 'HEAD' ? undefined : body }
}

const takesGzip = (acceptEncoding: string | undefined): boolean =>
  acceptEncoding !== undefined && takenBy(acceptEncoding).includes('gzip')

const takesJson = (accept: string | undefined): boolean => accept === undefined || takesType(accept, [json])

/**
 * Answers a request with what is ready, without asking anybody; says whether it did. What it does not answer goes the
 * ordinary way, on which it is checked.
 */
export function sendIfReady(request: IncomingMessage, response: ServerResponse): boolean {
  const { method, url, headers } = request
  if (!url?.startsWith('/delivery/') || (method !== 'GET' && method !== 'HEAD')) return false
  if (!takesJson(headers.accept)) return false
  const now = clock()
  const ready = readyAnswer(url, now)
  if (ready === undefined || ready.answer.restricted) return false
  const { answer, release } = ready
  const cors = corsFor(headers.origin, answer.storefront)
  if (cors === undefined) return false
  const sent = sentOf(request, answer, release, now)
  sent.headers.push(...cors)
  // Of what has not changed, a client keeps the headers that it was sent before.
  if (sent.status === 200) sent.headers.push(...strict())
  response.writeHead(sent.status, sent.headers)
  response.end(sent.body)
  return true
}

/** What scripts of a site are allowed; undefined where it is not known which sites may read the storefront. */
function corsFor(origin: string | undefined, storefront: string): string[] | undefined {
  if (origin === undefined) return []
  const origins = knownOrigins(storefront)
  return origins && Object.entries(corsHeaders(origin, origins)).flat()
}

let strictFlat: readonly string[] | undefined
const strict = (): readonly string[] => (strictFlat ??= Object.entries(strictHeaders()).flat())
