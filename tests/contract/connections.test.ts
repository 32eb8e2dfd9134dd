import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Connection, ConnectionMessage, ConnectionTest, ListedConnection } from '@contracts/connections'
import { hmacSha256 } from '@server/services/signing/hmac'
import { Receiver, takes } from '../receiver'
import { signedIn, type Client } from './client'
import { releasing } from './releasing'

const other = new Receiver()
const code = 'contract-cache'
const address = `/api/connections/${code}`
let lena: Client
let secret = ''
beforeAll(async () => {
  await other.start()
  lena = await signedIn('administrator')
})
afterAll(async () => {
  await lena.drop(address)
  other.stop()
})
const record = (): Connection => ({
  ...{ code, name: 'Cache', kind: 'webhook', address: `${other.base}/cache`, resting: false },
  ...{ events: ['release.live', 'import.done'], storefronts: ['de'] },
})
const messages = async (query = '') =>
  (await lena.get<{ items: ConnectionMessage[] }>(`/api/messages?connection=${code}${query}`)).body.items

describe('a connection', () => {
  it('is written, given a secret, and tried before anything is sent', async () => {
    expect((await lena.put(address, { ...record(), address: 'nonsense' })).status).toBe(422)
    expect((await lena.put(address, record())).status).toBe(201)
    expect((await lena.post(`${address}/tests`, {})).status).toBe(409)
    const made = await lena.post<{ secret: string }>(`${address}/secret`, {})
    expect([made.status, made.body.secret]).toEqual([201, expect.stringMatching(/^[\w-]{43}$/)])
    secret = made.body.secret
    const { body } = await lena.post<ConnectionTest>(`${address}/tests`, {})
    expect(body).toMatchObject({ status: 200, verified: true, problem: null })
    const { items } = (await lena.get<{ items: ListedConnection[] }>('/api/connections')).body
    expect(items.find((c) => c.code === code)).toMatchObject({ hasSecret: true, waiting: 0, dead: 0 })
    expect(JSON.stringify(items)).not.toContain(secret)
  })
  it('is told of a release and of an import, signed, by the worker', async () => {
    const { write, releaseAll } = await releasing('de', 'KZ-0316')
    await write('summary', 'de-DE', 'Für jeden Tag.')
    const { number } = await releaseAll()
    const event = (name: string) => other.received.filter(({ body }) => body.event === name)
    await expect.poll(() => event('release.live').length, { timeout: 20_000 }).toBe(1)
    const [got] = event('release.live')
    expect(got!.body).toMatchObject({ storefront: 'de', release: number })
    expect(got!.body.pages).toContainEqual(
      expect.objectContaining({
        key: 'KZ-0316',
        addresses: expect.arrayContaining(['/delivery/de/de-DE/products/KZ-0316', expect.stringMatching(/^https?:/)]),
      }),
    )
    const time = String(got!.headers['inkloom-time'])
    const signature = hmacSha256(secret, `${time}\n${got!.text}`).toString('base64url')
    expect(got!.headers['inkloom-signature']).toBe(signature)
    await lena.ask('POST', '/api/imports?mode=apply', {
      text: 'sku,stock\nKZ-0316,12\n',
      headers: { 'content-type': 'text/csv' },
    })
    await expect.poll(() => event('import.done').length, { timeout: 20_000 }).toBe(1)
    expect(event('import.done')[0]!.body).toMatchObject({ created: 0, storefront: null })
    await expect.poll(async () => (await messages('&state=sent')).length, { timeout: 20_000 }).toBe(2)
  })
  it('says what could not be sent, sends it again when somebody says so, and discards it', async () => {
    other.answering = (got) => (got.body.challenge ? takes(got) : { status: 503, text: '' })
    const [{ id }] = (await messages()) as [ConnectionMessage]
    const again = await lena.post<ConnectionMessage>(`/api/messages/${id}/tries`, {})
    expect([again.status, again.body.state]).toEqual([200, 'waiting'])
    const failed = async () => (await messages('&state=waiting')).find((m) => m.id === id)?.tries[0]?.status
    await expect.poll(failed, { timeout: 20_000 }).toBe(503)
    expect((await lena.drop(`/api/messages/${id}`)).status).toBe(204)
    expect((await lena.drop(`/api/messages/${id}`)).status).toBe(404)
    expect((await lena.post(`/api/messages/${id}/tries`, {})).status).toBe(404)
    expect((await lena.post('/api/connections/none/tests', {})).status).toBe(404)
    expect((await lena.post('/api/connections/none/runs', {})).status).toBe(404)
  })
})
