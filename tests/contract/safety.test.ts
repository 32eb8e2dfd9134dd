import http from 'node:http'
import { randomBytes } from 'node:crypto'
import { beforeAll, describe, expect, it } from 'vitest'
import { base, Client, password, signedIn } from './client'

let maren: Client
let ada: Client
beforeAll(async () => {
  ;[maren, ada] = [await signedIn('manager'), await signedIn('administrator')]
})

interface Sent {
  method?: string
  path: string
  from?: string
  headers?: Record<string, string>
  chunks?: Iterable<string | Buffer>
}
/**
 * A request as no well-behaved client sends it: from another address of this machine, in chunks, with a size that it
 * only claims.
 */
function send({
  method = 'POST',
  path,
  from = '127.0.0.1',
  headers = {},
  chunks = [],
}: Sent): Promise<{ status: number; headers: http.IncomingHttpHeaders; body: string }> {
  const { hostname, port } = new URL(base)
  return new Promise((resolve, reject) => {
    const request = http.request(
      { method, hostname, port, path, headers, localAddress: from, agent: false },
      (answer) => {
        let body = ''
        answer
          .setEncoding('utf8')
          .on('data', (text: string) => {
            body += text
          })
          .once('end', () => resolve({ status: answer.statusCode!, headers: answer.headers, body }))
          .once('error', reject)
      },
    )
    request.on('error', reject)
    const left = chunks[Symbol.iterator]()
    const more = () => {
      const { done, value } = left.next()
      if (done || request.destroyed) return void request.end()
      if (request.write(value)) setImmediate(more)
      else request.once('drain', more)
    }
    more()
  })
}
const json = { 'content-type': 'application/json' }

describe('headers', () => {
  it('of private answers forbid keeping them; nothing says which framework answers', async () => {
    for (const path of ['/api/products?limit=1', '/api/session', '/api/products/none', '/api/attributes/weight']) {
      const { headers } = await maren.get(path)
      expect([headers.get('cache-control'), headers.get('x-powered-by')], path).toEqual(['no-store', null])
    }
    expect((await fetch(`${base}/catalogue`)).headers.get('x-powered-by')).toBeNull()
    expect((await fetch(`${base}/api/products`)).headers.get('www-authenticate')).toContain('Bearer')
  })
})

describe('a body', () => {
  const tooMuch = function* (bytes: number) {
    const part = Buffer.alloc(1 << 20, 32)
    for (let sent = 0; sent < bytes; sent += part.length) yield part
  }
  it('that comes in chunks is counted while it is read: 413', async () => {
    const { status } = await send({
      path: '/api/reach',
      headers: { ...json, cookie: maren.cookie, 'transfer-encoding': 'chunked' },
      chunks: tooMuch(64 << 20),
    })
    expect(status).toBe(413)
  })
  it('of nobody is not read at all', async () => {
    const { status } = await send({
      path: '/api/reach',
      headers: { ...json, 'transfer-encoding': 'chunked' },
      chunks: tooMuch(64 << 20),
    })
    expect(status).toBe(401)
  })
  it('of somebody who signs in has a size too, and a type', async () => {
    expect(
      (
        await send({
          path: '/api/session',
          from: '127.0.0.21',
          headers: { ...json, 'transfer-encoding': 'chunked' },
          chunks: tooMuch(32 << 20),
        })
      ).status,
    ).toBe(413)
    expect(
      (
        await send({
          path: '/api/session',
          from: '127.0.0.21',
          headers: { 'content-type': 'text/plain' },
          chunks: [JSON.stringify({ email: 'x', password: 'y' })],
        })
      ).status,
    ).toBe(415)
  })
  it('is nested only so deeply, and holds no text that cannot be stored', async () => {
    const deep = await maren.ask('POST', '/api/reach', {
      text: `${'{"condition":'.repeat(5000)}1${'}'.repeat(5000)}`,
      headers: json,
    })
    expect(deep.status).toBe(422)
    for (const bad of ['a\u0000b', 'half \ud83d of a pair']) {
      expect(
        await maren.post('/api/reach', { condition: { field: 'name', is: 'contains', value: bad } }),
        JSON.stringify(bad),
      ).toMatchObject({ status: 422, body: { errors: [{ path: 'condition.value' }] } })
    }
  })
  it('that another page sends to sign somebody in is refused', async () => {
    const { email, password: secret } = password('manager')
    const body = JSON.stringify({ email, password: secret })
    const strange: Record<string, string>[] = [
      { origin: 'https://elsewhere.example' },
      { 'sec-fetch-site': 'cross-site' },
    ]
    for (const headers of strange) {
      expect((await send({ path: '/api/session', headers: { ...json, ...headers }, chunks: [body] })).status).toBe(403)
    }
  })
})

describe('signing in', () => {
  const attempt = (email: string, from: string, pass = 'wrong') =>
    send({ path: '/api/session', from, headers: json, chunks: [JSON.stringify({ email, password: pass })] })
  it('looks at few of very many attempts at the same moment, and says when to try again', async () => {
    const answers = await Promise.all(
      Array.from({ length: 60 }, () => attempt(password('manager').email, '127.0.0.31')),
    )
    const looked = answers.filter((a) => a.status === 401)
    expect(looked.length).toBeLessThanOrEqual(6)
    const refused = answers.filter((a) => a.status === 429)
    expect(refused.length).toBe(60 - looked.length)
    expect(Number(refused[0]!.headers['retry-after'])).toBeGreaterThan(0)
    // Even the right password has to wait there …
    expect((await attempt(password('manager').email, '127.0.0.31', password('manager').password)).status).toBe(429)
    // … and its owner, elsewhere, has not.
    expect((await attempt(password('manager').email, '127.0.0.32', password('manager').password)).status).toBe(200)
  })
  it('counts what one origin tries over many accounts', async () => {
    const answers = await Promise.all(
      Array.from({ length: 80 }, (_, i) => attempt(`nobody-${i}@tarnwheel.example`, '127.0.0.33')),
    )
    expect(answers.filter((a) => a.status === 401).length).toBeLessThanOrEqual(41)
  })
  it('is written down, as refusals and tokens are, for administrators alone', async () => {
    const name = `audited ${randomBytes(4).toString('hex')}`
    const { body: made } = await maren.post<{ id: string; secret: string }>('/api/tokens', { name })
    expect((await maren.get('/api/audit')).status).toBe(403)
    const { body } = await ada.get<{
      items: { kind: string; detail: { name?: string; path?: string }; origin: string }[]
    }>('/api/audit?limit=200')
    expect(body.items).toEqual(
      expect.arrayContaining([
        expect.objectContaining({ kind: 'token-made', detail: expect.objectContaining({ name }) }),
        expect.objectContaining({ kind: 'not-allowed', detail: expect.objectContaining({ path: '/api/audit' }) }),
        expect.objectContaining({ kind: 'sign-in-refused', origin: '127.0.0.31' }),
        expect.objectContaining({ kind: 'sign-in', origin: '127.0.0.32' }),
      ]),
    )
    expect(JSON.stringify(body)).not.toContain(made.secret)
    expect((await maren.ask('DELETE', `/api/tokens/${made.id}`)).status).toBe(204)
  })
})

describe('a token', () => {
  it('cannot make tokens', async () => {
    const { body: made } = await maren.post<{ id: string; secret: string }>('/api/tokens', { name: 'maker' })
    const byToken = new Client()
    const headers = { authorization: `Bearer ${made.secret}` }
    expect((await byToken.get('/api/session', headers)).status).toBe(200)
    expect((await byToken.post('/api/tokens', { name: 'made by a token' }, headers)).status).toBe(403)
    expect((await byToken.ask('DELETE', `/api/tokens/${made.id}`, { headers })).status).toBe(204)
  })
})

describe('events of work', () => {
  it('come to many at once, and the server goes on answering', async () => {
    const streams = await Promise.all(
      Array.from({ length: 40 }, () => fetch(`${base}/api/events`, { headers: { cookie: maren.cookie } })),
    )
    const firsts = streams.map(async ({ body }) => {
      const reader = body!.getReader()
      let text = ''
      while (!/event: job/.test(text)) text += new TextDecoder().decode((await reader.read()).value)
      await reader.cancel()
      return text
    })
    const { status, body: job } = await maren.post<{ id: string }>('/api/coverage', {})
    expect(status).toBe(202)
    expect((await Promise.all(firsts)).every((text) => text.includes(job.id) || text.includes('event: job'))).toBe(true)
  })
})
