import { beforeAll, describe, expect, it } from 'vitest'
import type { DeliveredGroup, DeliveredList, DeliveredProduct, DeliveryKey, MadeDeliveryKey } from '@contracts/delivery'
import { mostSeconds, signatureFor } from '@server/services/delivery/group-signature'
import { base, signedIn, type Client } from './client'
import { releasing } from './releasing'

// What delivery answers to those alone who have a key of the storefront, or something signed with one.

/** A product that workshops pay less for. */
const sku = 'PE-6516'
const delivery = '/delivery/uk/en-GB'
const page = `${delivery}/products/${sku}`
const ofGroup = `${page}?group=workshop`

let lena: Client
let made: MadeDeliveryKey
beforeAll(async () => {
  lena = await signedIn('administrator')
  made = (await lena.post<MadeDeliveryKey>('/api/delivery-keys', { name: 'The test', storefronts: ['uk'] })).body
})

const open = (path: string, headers: Record<string, string> = {}) => fetch(base + path, { headers })
const keyed = (path: string, key = made.key, headers: Record<string, string> = {}) =>
  open(path, { Authorization: `Bearer ${key}`, ...headers })
async function read<T>(answer: Promise<Response>): Promise<T> {
  const { status, ...rest } = await answer.then(async (a) => ({ status: a.status, body: (await a.json()) as T }))
  expect(status).toBe(200)
  return rest.body
}
const amountOf = ({ price }: { price: { amount: number } | null }) => price?.amount

describe('delivery keys', () => {
  it('are told once, and listed without the key', async () => {
    expect(made.key).toMatch(/^[\w-]{43}$/)
    const { items } = (await lena.get<{ items: DeliveryKey[] }>('/api/delivery-keys')).body
    const { key, ...listed } = made
    expect(items.map((k) => ({ ...k, used: null }))).toContainEqual(listed)
    expect(JSON.stringify(items)).not.toContain(key)
  })
  it('are for storefronts that there are, and under a name', async () => {
    for (const body of [
      { name: 'x', storefronts: ['uk', 'nowhere'] },
      { name: 'x', storefronts: [] },
      { name: ' ', storefronts: ['uk'] },
    ])
      expect((await lena.post('/api/delivery-keys', body)).status).toBe(422)
    expect((await lena.drop('/api/delivery-keys/nonsense')).status).toBe(404)
  })
  it('open nothing once they are revoked, and that is written down', async () => {
    const { body } = await lena.post<MadeDeliveryKey>('/api/delivery-keys', { name: 'Old', storefronts: ['uk', 'de'] })
    expect((await keyed(ofGroup, body.key)).status).toBe(200)
    expect((await lena.drop(`/api/delivery-keys/${body.id}`)).status).toBe(204)
    expect((await keyed(ofGroup, body.key)).status).toBe(401)
    expect((await lena.drop(`/api/delivery-keys/${body.id}`)).status).toBe(404)
    const { items } = (await lena.get<{ items: { kind: string; detail: { key?: number } }[] }>('/api/audit')).body
    const kinds = items.filter(({ detail }) => detail.key === body.id).map(({ kind }) => kind)
    expect(kinds).toEqual(['delivery-key-ended', 'delivery-key-made'])
  })
})

describe('pages of a customer group', () => {
  it('are answered to whoever has a key of the storefront, and kept by nobody on the way', async () => {
    const [everybody, workshop] = [await read<DeliveredProduct>(open(page)), await keyed(ofGroup)]
    expect(workshop.status).toBe(200)
    expect(workshop.headers.get('cache-control')).toMatch(/^private, max-age=\d+/)
    expect([amountOf((await workshop.json()) as DeliveredProduct), amountOf(everybody)]).toEqual([
      22,
      everybody.price!.amount,
    ])
    expect(everybody.price!.amount).not.toBe(22)
    const tag = workshop.headers.get('etag')!
    expect((await keyed(ofGroup, made.key, { 'If-None-Match': tag })).status).toBe(304)
    expect((await open(page, { 'If-None-Match': tag })).status).toBe(200)
  })
  it('are not answered without a key, also where they are ready, and the answer says how (RFC 6750)', async () => {
    expect((await keyed(ofGroup)).status).toBe(200)
    const without = await open(ofGroup)
    expect([without.status, without.headers.get('www-authenticate')]).toEqual([401, 'Bearer realm="Ink Loom"'])
    expect(without.headers.get('cache-control')).toBe('no-store')
    const wrong = await keyed(ofGroup, 'x'.repeat(43))
    const challenge = 'Bearer realm="Ink Loom", error="invalid_token"'
    expect([wrong.status, wrong.headers.get('www-authenticate')]).toEqual([401, challenge])
    expect((await fetch(base + ofGroup, { method: 'HEAD' })).status).toBe(401)
    const head = await fetch(base + ofGroup, { method: 'HEAD', headers: { Authorization: `Bearer ${made.key}` } })
    expect([head.status, head.headers.get('cache-control')]).toEqual([200, expect.stringMatching(/^private/)])
  })
  it('of another storefront take a key of that one', async () => {
    expect((await keyed('/delivery/de/de-DE/products/KZ-0316?group=workshop')).status).toBe(401)
  })
  it('of a group that there is not are refused', async () => {
    expect((await keyed(`${page}?group=nonsense`)).status).toBe(422)
  })
  it('are those in lists, by slug and in everything', async () => {
    const { items } = await read<DeliveredList>(keyed(`${delivery}/categories/chain-care?group=workshop&limit=100`))
    const everybody = await read<DeliveredList>(open(`${delivery}/categories/chain-care?limit=100`))
    const inList = (list: DeliveredList['items']) => list.find((c) => c.sku === sku)!
    expect(amountOf(inList(items))).toBe(22)
    expect(amountOf(inList(everybody.items))).not.toBe(22)
    const lines = (await (await keyed(`${delivery}/everything?group=workshop`)).text()).trim().split('\n')
    const documents = lines.map((line) => JSON.parse(line) as DeliveredProduct)
    expect(amountOf(documents.find((d) => d.sku === sku)!)).toBe(22)
    expect((await open(`${delivery}/everything?group=workshop`)).status).toBe(401)
    expect((await open(`${delivery}/categories/chain-care?group=workshop`)).status).toBe(401)
  })
  it('name the groups that there are to whoever has a key', async () => {
    const { items } = await read<{ items: DeliveredGroup[] }>(keyed('/delivery/uk/groups'))
    expect(items.map((g) => g.group)).toContain('workshop')
    expect((await open('/delivery/uk/groups')).status).toBe(401)
  })
  it('change with a release at once, though they were ready', async () => {
    const { write, releaseAll } = await releasing('uk', sku)
    const { name } = await read<DeliveredProduct>(keyed(ofGroup))
    await write('name', 'en-GB', `${name} for workshops`)
    await releaseAll()
    expect((await read<DeliveredProduct>(keyed(ofGroup))).name).toBe(`${name} for workshops`)
    await write('name', 'en-GB', name)
    await releaseAll()
    expect((await read<DeliveredProduct>(keyed(ofGroup))).name).toBe(name)
  })
})

describe('a signature', () => {
  const inSeconds = (n: number) => Math.floor(Date.now() / 1000) + Number(process.env.INKLOOM_CLOCK_SHIFT ?? 0) + n
  const signed = (until: number, { key = made.key, group = 'workshop', of = 'workshop' } = {}) => {
    const signature = signatureFor(key, { storefront: 'uk', group, until })
    return open(`${page}?group=${of}&until=${until}&signature=${signature}`)
  }
  it('made with a key opens the group until its moment, without the key', async () => {
    const answer = await signed(inSeconds(60))
    expect(answer.headers.get('cache-control')).toMatch(/^private/)
    expect(amountOf(await read<DeliveredProduct>(Promise.resolve(answer)))).toBe(22)
  })
  it('opens nothing after its moment, for another group, longer than a week, or with another key', async () => {
    const other = (
      await lena.get<{ items: DeliveredGroup[] }>('/delivery/uk/groups', { Authorization: `Bearer ${made.key}` })
    ).body.items.find((g) => g.group !== 'workshop')!
    expect((await signed(inSeconds(-1))).status).toBe(401)
    expect((await signed(inSeconds(mostSeconds + 60))).status).toBe(401)
    expect((await signed(inSeconds(60), { of: other.group })).status).toBe(401)
    expect((await signed(inSeconds(60), { key: 'another' })).status).toBe(401)
    expect((await open(`${page}?group=workshop&until=${inSeconds(60)}&signature=AAAA`)).status).toBe(401)
  })
})

describe('a release that is past', () => {
  it('is answered to whoever has a key, and kept by nobody on the way', async () => {
    const bag = `${delivery}/products/VD-0205`
    const number = Number((await open(bag)).headers.get('inkloom-release'))
    expect(number).toBeGreaterThan(1)
    const first = await keyed(`${bag}?release=1`)
    expect([first.status, first.headers.get('inkloom-release')]).toEqual([200, '1'])
    expect(first.headers.get('cache-control')).toMatch(/^private/)
    expect((await keyed(`${bag}?release=1`, 'wrong')).status).toBe(401)
    expect((await keyed(`${bag}?release=${number + 1}`)).status).toBe(404)
  })
})
