import { defineEventHandler, getQuery, getRequestHeader, getRouterParam, readBody, setResponseHeader, setResponseStatus, type EventHandler, type H3Event } from 'h3'
import type { Operation } from '@contracts/operations'
import { SlugTaken } from '../db/queries/search-keys'
import { judgeBeforeCommit } from '../services/readiness/settle'
import { require, type Person } from '../services/permission'
import { notFitting, Problem, schemaErrors } from '../services/problem'
import { signedInOf } from './signed-in'

/** What an endpoint is called with: who asks, the query and the body as they were validated. */
export interface Call<Q, B> {
  event: H3Event
  person: Person
  query: Q
  body: B
  now: number
  param(name: string): string
  header(name: string): string | undefined
}

judgeBeforeCommit()

const maxBody = 8 * 1024 * 1024

/**
 * A route in its one shape: contract, permission, one service call. What the handler throws as a Problem is
 * answered as a problem document; anything else is logged and answered with 500.
 */
export function endpoint<Q = Record<string, never>, B = undefined>(operation: Operation, handler: (call: Call<Q, B>) => Promise<unknown> | unknown): EventHandler {
  return defineEventHandler(async (event) => {
    try {
      const now = Date.now()
      const person = await askedBy(event, operation, now)
      const query = operation.query ? validated(operation.query.validate(getQuery(event), { abortEarly: false, convert: true }), 'The address does not fit.') as Q : {} as Q
      const body = (operation.body && !operation.bodyType ? await jsonBody(event, operation) : undefined) as B
      const result = await handler({
        event, person, query, body, now,
        param: (name) => getRouterParam(event, name, { decode: true }) ?? '',
        header: (name) => getRequestHeader(event, name),
      })
      if (result === undefined) setResponseStatus(event, 204)
      return result ?? null
    } catch (e) {
      return answerProblem(event, e)
    }
  })
}

/** Answers an error as a problem document. */
export function answerProblem(event: H3Event, e: unknown) {
  const problem = e instanceof Problem ? e : e instanceof SlugTaken ? notFitting('Some of this cannot be taken. Nothing has been changed.', [{ path: 'attribute:slug', message: e.message }]) : unexpected(e)
  setResponseStatus(event, problem.status)
  setResponseHeader(event, 'Content-Type', 'application/problem+json')
  return JSON.stringify(problem.document())
}

function unexpected(e: unknown): Problem {
  const status = (e as { statusCode?: number }).statusCode
  if (status && status < 500) return new Problem(status, 'Does not fit', (e as Error).message)
  console.error(e)
  return new Problem(500, 'Something broke', 'The server could not do this. Nothing has been changed. Try again; if it stays, tell whoever runs Ink Loom what you did and when.')
}

async function askedBy(event: H3Event, operation: Operation, now: number): Promise<Person> {
  if (operation.action === null) return undefined as never
  const found = await signedInOf(event, now)
  if (!found) throw new Problem(401, 'Not signed in', 'Sign in first: POST /api/session, or send a personal token as “Authorization: Bearer …”.')
  if (found.by === 'cookie' && event.method !== 'GET' && event.method !== 'HEAD') crossSiteCheck(event, found.token)
  require(found.person, operation.action)
  return found.person
}

/**
 * A browser adds the cookie to whatever any site makes it send, so its writes carry a token that other sites cannot know.
 * Other programs send neither Origin nor Sec-Fetch-Site, and nobody else can make them send their cookie.
 */
function crossSiteCheck(event: H3Event, token: string) {
  const browser = getRequestHeader(event, 'origin') !== undefined || getRequestHeader(event, 'sec-fetch-site') !== undefined
  if (browser && getRequestHeader(event, 'x-inkloom-token') !== token) throw new Problem(403, 'Not allowed', 'This write does not carry the token of your session. Reload the page and try again.')
}

function validated<T>({ value, error }: { value: T; error?: { details: { path: (string | number)[]; message: string }[] } }, title: string): T {
  if (error) {
    throw notFitting(`${title} Nothing has been changed.`, schemaErrors(error).map((e) => ({ path: e.path, message: `${e.message}.` })))
  }
  return value
}

async function jsonBody(event: H3Event, operation: Operation): Promise<unknown> {
  if (Number(getRequestHeader(event, 'content-length') ?? 0) > maxBody) throw new Problem(413, 'Too large', 'The body is larger than 8 MB.')
  let body: unknown
  try {
    body = await readBody(event)
  } catch {
    throw new Problem(400, 'Not JSON', 'The body cannot be read as JSON.')
  }
  if (typeof body === 'string' || body === undefined || body === null) throw new Problem(400, 'Not JSON', 'The body has to be JSON, with Content-Type: application/json.')
  // Whole records are checked where they are written, with the set-up at hand.
  if (operation.method === 'put' && operation.path.includes('{code}')) return body
  return validated(operation.body!.validate(body, { abortEarly: false, convert: false }), 'The body does not fit.')
}

