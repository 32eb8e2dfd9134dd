import { readFileSync } from 'node:fs'
import { answerChecker } from './answers'

/** The running application that the contract is tried on. */
export const base =
  process.env.INKLOOM_TEST_URL ??
  (() => {
    throw new Error('These tests need the running application: run them by “npm test -- contract”.')
  })()
const { demoPeople } = JSON.parse(readFileSync('demo/people.json', 'utf8')) as {
  demoPeople: { email: string; password: string; role: string }[]
}

export interface Answer<T = Record<string, unknown>> {
  status: number
  body: T
  headers: Headers
}

let checker: Promise<ReturnType<typeof answerChecker>> | undefined
/** What is wrong with an answer by the contract, which the application describes itself. */
async function wrongWith(method: string, path: string, status: number, body: unknown): Promise<string | undefined> {
  checker ??= fetch(`${base}/api/openapi.json`)
    .then((r) => r.json())
    .then((document) => answerChecker(document as Parameters<typeof answerChecker>[0]))
  return (await checker)(method, path, status, body)
}

/** A program that drives Ink Loom over HTTP, with the cookie of a sign-in. */
export class Client {
  cookie = ''
  async ask<T = Record<string, unknown>>(
    method: string,
    path: string,
    { json, text, headers = {} }: { json?: unknown; text?: string; headers?: Record<string, string> } = {},
  ): Promise<Answer<T>> {
    const response = await fetch(base + path, {
      method,
      headers: {
        ...(this.cookie ? { cookie: this.cookie } : {}),
        ...(json === undefined ? {} : { 'content-type': 'application/json' }),
        ...headers,
      },
      body: json === undefined ? text : JSON.stringify(json),
    })
    // A preview that is opened sets a cookie too, which is none of a session.
    const set = response.headers.getSetCookie().find((cookie) => cookie.startsWith('inkloom='))
    if (set) this.cookie = set.split(';')[0]!
    const content = await response.text()
    const isJson = /\bjson\b/.test(response.headers.get('content-type') ?? '') && content !== ''
    const body: unknown = isJson ? JSON.parse(content) : content
    const wrong = isJson ? await wrongWith(method, path, response.status, body) : undefined
    if (wrong) throw new Error(`Not as the contract says: ${wrong}`)
    return { status: response.status, headers: response.headers, body: body as T }
  }
  get = <T = Record<string, unknown>>(path: string, headers?: Record<string, string>) =>
    this.ask<T>('GET', path, { headers })
  post = <T = Record<string, unknown>>(path: string, json: unknown, headers?: Record<string, string>) =>
    this.ask<T>('POST', path, { json, headers })
  put = <T = Record<string, unknown>>(path: string, json: unknown, headers?: Record<string, string>) =>
    this.ask<T>('PUT', path, { json, headers })
  /** Deletes whatever is there. */
  drop = <T = Record<string, unknown>>(path: string) => this.ask<T>('DELETE', path, { headers: { 'If-Match': '*' } })
  patch = <T = Record<string, unknown>>(path: string, json: unknown, headers?: Record<string, string>) =>
    this.ask<T>('PATCH', path, { json, headers })
}

/** Signs in as a demo person: `manager`, `translator` or `administrator`. */
export async function signedIn(role: string): Promise<Client> {
  const person = demoPeople.find((p) => p.role === role)!
  const client = new Client()
  const { status } = await client.post('/api/session', { email: person.email, password: person.password })
  if (status !== 200) throw new Error(`Signing in answered ${status}.`)
  return client
}

export const password = (role: string) => demoPeople.find((p) => p.role === role)!
