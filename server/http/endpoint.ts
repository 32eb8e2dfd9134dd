import {
  defineEventHandler,
  getQuery,
  getRequestHeader,
  getResponseHeader,
  getRouterParam,
  setResponseHeader,
  setResponseStatus,
  type EventHandler,
  type H3Event,
} from 'h3'
import {
  operations,
  type AnswerOf,
  type BodyOf,
  type Operation,
  type OperationName,
  type ParamsOf,
  type QueryOf,
} from '@contracts/operations'
import { TextTooComplex } from '@core/richtext/bounded-parser'
import { now as clock } from '../clock'
import { isOutage, isPoolFull, noteOutage, readingForDelivery, sqlState } from '../db/connect'
import { SlugTaken } from '../db/queries/search-keys'
import { sourceOf, writeAudit } from '../services/people/audit'
import { hasTag } from '../services/entity-tag'
import { authorize } from '../services/people/permission'
import type { Person } from '@contracts/people'
import { Unauthorized, unprocessable, Problem } from '../services/problem'
import { validate } from '@contracts/validation'
import { takesType } from './accept'
import { letRestPass, readJson } from './body'
import { signedInOf, type Asking } from './signed-in'

/** What an endpoint is called with: who asks, the query and the body as they were validated. */
export interface Call<Q = unknown, B = unknown, P extends string = string> {
  event: H3Event
  person: Person
  /** By what the person is known: a browser's session or a token, and from where. */
  asking: Asking
  query: Q
  body: B
  now: number
  param(name: P): string
  header(name: string): string | undefined
}

/**
 * A route in its one shape: contract, permission, one service call. The handler answers what the contract says. What it
 * throws as a Problem is answered as a problem document; anything else is logged and answered with 500.
 */
export function endpoint<N extends OperationName>(
  name: N,
  handler: (call: Call<QueryOf<N>, BodyOf<N>, ParamsOf<N>>) => Promise<AnswerOf<N>> | AnswerOf<N>,
): EventHandler {
  return answering(operations[name] as Operation, handler as (call: Call) => unknown)
}

/** The same for an operation that is one of many alike, such as those of the kinds of records. */
export function answering(operation: Operation, handler: (call: Call) => Promise<unknown> | unknown): EventHandler {
  return defineEventHandler(async (event) => {
    // What is only for whoever is signed in, or has a secret, is kept by nobody on the way.
    if (operation.action !== null || operation.shared) setResponseHeader(event, 'Cache-Control', 'no-store')
    let asked: { person: Person; asking: Asking } | undefined
    try {
      const now = clock()
      refuseOtherTypes(event, operation)
      asked = await identified(event, operation, now)
      const { person, asking } = asked
      if (operation.action !== null) authorize(person, operation.action)
      const query = operation.query
        ? validated('query', validate(operation.query, getQuery(event), { convert: true }))
        : {}
      const body = operation.body && !operation.bodyType ? await jsonBody(event, operation) : undefined
      const call: Call = {
        event,
        person,
        asking,
        query,
        body,
        now,
        param: (name) => getRouterParam(event, name, { decode: true }) ?? '',
        header: (name) => getRequestHeader(event, name),
      }
      const answer = () => handler(call)
      const result = await (operation.fromCopy ? readingForDelivery(answer) : answer())
      // A file has been sent already, piece by piece.
      if (event.handled) return undefined
      if (isKnown(event)) {
        setResponseStatus(event, 304)
        return ''
      }
      if (result === undefined) setResponseStatus(event, 204)
      else if (operation.status !== undefined) setResponseStatus(event, operation.status)
      return result ?? null
    } catch (e) {
      if (e instanceof Problem && e.status === 403 && asked?.person) await noteRefusal(operation, asked)
      return answerProblem(event, e)
    }
  })
}

/** Throws 406 where the client takes none of the media types that the answer can have (RFC 9110, 12.5.1). */
function refuseOtherTypes(event: H3Event, { answerType = 'application/json' }: Operation): void {
  const takes = getRequestHeader(event, 'accept')
  if (!takes) return
  const types = [answerType].flat()
  if (takesType(takes, types)) return
  throw new Problem(406, 'Not acceptable', `This is answered as ${types.join(' or ')}; the request takes ${takes}.`)
}

/** Whether what is answered is what the client says it has: the same entity tag, weak or strong (RFC 9110, 13.1.2). */
function isKnown(event: H3Event): boolean {
  if (event.method !== 'GET') return false
  const has = getRequestHeader(event, 'if-none-match')
  const tag = getResponseHeader(event, 'etag')
  return has !== undefined && typeof tag === 'string' && hasTag(has, tag)
}

/** Answers an error as a problem document. */
export async function answerProblem(event: H3Event, e: unknown): Promise<string> {
  const problem = problemOf(e)
  await letRestPass(event)
  setResponseStatus(event, problem.status)
  setResponseHeader(event, 'Content-Type', 'application/problem+json')
  setResponseHeader(event, 'Cache-Control', 'no-store')
  if (problem.status === 401) setResponseHeader(event, 'WWW-Authenticate', challengeOf(problem))
  const { retryAfter } = problem.extra as { retryAfter?: number }
  if (retryAfter !== undefined) setResponseHeader(event, 'Retry-After', retryAfter)
  return JSON.stringify(problem.document())
}

function challengeOf(problem: Problem): string {
  const error = problem instanceof Unauthorized ? problem.error : undefined
  return error === undefined ? 'Bearer realm="Ink Loom"' : `Bearer realm="Ink Loom", error="${error}"`
}

/** Waited for too long: a lock that somebody held, a statement, or the way out of a deadlock. */
const heldUp = new Set(['55P03', '57014', '40P01', '40001', '25P03'])
/** Texts that PostgreSQL cannot hold, and numbers beyond what a column can. */
const outOfDomain = new Set(['22021', '22P05', '22003', '22P02', '22007', '22008'])

function problemOf(e: unknown): Problem {
  if (e instanceof Problem) return e
  if (e instanceof SlugTaken) {
    return unprocessable('Some of this is not valid. Nothing has been changed.', [
      { path: 'attribute:slug', message: e.message },
    ])
  }
  if (e instanceof TextTooComplex) return unprocessable(`${e.message} Nothing has been changed.`)
  if (isOutage(e)) {
    noteOutage(e)
    return new Problem(
      503,
      'Not available',
      'The database is not answering. Nothing has been changed. Try again in a moment.',
      undefined,
      { retryAfter: 5 },
    )
  }
  const state = sqlState(e) ?? ''
  if (heldUp.has(state) || isPoolFull(e) || isPoolFull((e as Error).cause)) {
    return new Problem(
      503,
      'Busy',
      'Others are changing the same data. Nothing has been changed. Try again in a moment.',
      undefined,
      { retryAfter: 2 },
    )
  }
  if (state === '53100' || state === 'ENOSPC') {
    console.error('The disk is full:', (e as Error).message)
    return new Problem(
      507,
      'Disk full',
      'The server has no room left to store this. Nothing has been changed. Tell the operator of Ink Loom.',
    )
  }
  if (outOfDomain.has(state)) {
    return unprocessable(
      'Something in this is outside what can be stored: a number that is too large, a date that does not ' +
        'exist, or a character that no text can hold. Nothing has been changed.',
    )
  }
  const status = (e as { statusCode?: number }).statusCode
  if (status && status < 500) return new Problem(status, 'Not valid', (e as Error).message)
  console.error(e)
  return new Problem(
    500,
    'Something broke',
    'The server could not do this. Nothing has been changed. Try again; if it stays, tell the ' +
      'operator of Ink Loom what you did and when.',
  )
}

/** Writes down that somebody was refused; where that cannot be written, the refusal stands all the same. */
async function noteRefusal(
  { method, path }: Operation,
  { person, asking }: { person: Person; asking: Asking },
): Promise<void> {
  await writeAudit('not-allowed', sourceOf(person, asking), { method, path }).catch(() => undefined)
}

async function identified(
  event: H3Event,
  operation: Operation,
  now: number,
): Promise<{ person: Person; asking: Asking }> {
  if (operation.action === null) return { person: undefined as never, asking: undefined as never }
  const found = await signedInOf(event, now)
  if (!found)
    throw new Problem(
      401,
      'Not signed in',
      'Sign in first: POST /api/session, or send a personal token as “Authorization: Bearer …”.',
    )
  const { person, token, ...asking } = found
  if (asking.by === 'cookie' && event.method !== 'GET' && event.method !== 'HEAD') crossSiteCheck(event, token)
  return { person, asking }
}

/**
 * A browser adds the cookie to whatever any site makes it send, so its writes carry a token that other sites cannot
 * know. Other programs send neither Origin nor Sec-Fetch-Site, and nobody else can make them send their cookie.
 */
function crossSiteCheck(event: H3Event, token: string) {
  const browser =
    getRequestHeader(event, 'origin') !== undefined || getRequestHeader(event, 'sec-fetch-site') !== undefined
  if (browser && getRequestHeader(event, 'x-inkloom-token') !== token)
    throw new Problem(
      403,
      'Not allowed',
      'This write does not carry the token of your session. Reload the page and try again.',
    )
}

/** What was sent, where it is valid. Throws a 422 problem that names what was not. */
function validated<T>(what: string, { value, errors }: ReturnType<typeof validate> & { value: T }): T {
  if (errors.length > 0) throw unprocessable(`The ${what} is not valid. Nothing has been changed.`, errors)
  return value
}

/** U+0000 stands in no text that PostgreSQL can hold, and half of a surrogate pair is no character at all. */
const unstorable = /\u0000|[\ud800-\udbff](?![\udc00-\udfff])|(?<![\ud800-\udbff])[\udc00-\udfff]/

/**
 * The places of texts that cannot be stored, as `values[2].value`; looked for without recursion, since bodies can be
 * nested deeply.
 */
function unstorableTexts(body: unknown): { path: string; message: string }[] {
  const found: { path: string; message: string }[] = []
  const waiting: { at: string; value: unknown }[] = [{ at: '', value: body }]
  while (waiting.length > 0 && found.length < 20) {
    const { at, value } = waiting.pop()!
    if (typeof value === 'string') {
      if (unstorable.test(value))
        found.push({
          path: at,
          message: 'This text holds a character that cannot be stored (U+0000 or half a surrogate pair). Remove it.',
        })
    } else if (typeof value === 'object' && value !== null) {
      for (const [key, inner] of Object.entries(value)) {
        if (unstorable.test(key))
          found.push({ path: at, message: 'The name of a field holds a character that cannot be stored.' })
        waiting.push({ at: Array.isArray(value) ? `${at}[${key}]` : at === '' ? key : `${at}.${key}`, value: inner })
      }
    }
  }
  return found
}

/** Deeper than any body needs to be: what is nested without end ends the checks that walk it. */
const mostNesting = 64

function nesting(body: unknown): number {
  let depth = 0
  let level: unknown[] = [body]
  while (level.length > 0 && depth <= mostNesting) {
    depth++
    level = level.flatMap((v) => (typeof v === 'object' && v !== null ? Object.values(v) : []))
  }
  return depth
}

async function jsonBody(event: H3Event, operation: Operation): Promise<unknown> {
  const body = await readJson(event)
  if (typeof body === 'string' || body === undefined || body === null)
    throw new Problem(400, 'Not JSON', 'The body has to be a JSON object.')
  if (nesting(body) > mostNesting)
    throw unprocessable(`The body is nested more than ${mostNesting} levels deep. Nothing has been changed.`)
  const unstorable = unstorableTexts(body)
  if (unstorable.length > 0) throw unprocessable('The request body is not valid. Nothing has been changed.', unstorable)
  // Whole records are checked where they are written, with the set-up at hand.
  if (operation.record !== undefined) return body
  return validated('request body', validate(operation.body!, body))
}
