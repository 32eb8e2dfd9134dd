import { beforeAll, describe, expect, it } from 'vitest'
import type { MadeDeliveryKey } from '@contracts/delivery'
import type { ShopEvent, TakenEvents } from '@contracts/shop-events'
import { signedIn, Client } from './client'

// What shoppers did, as a shop tells it with its key.

const address = '/delivery/uk/events'
const shop = new Client()
let key: string
beforeAll(async () => {
  const lena = await signedIn('administrator')
  const body = { name: 'Events', storefronts: ['uk'] }
  key = (await lena.post<MadeDeliveryKey>('/api/delivery-keys', body)).body.key
})

const run = Date.now()
const eventOf = (n: number, of: Partial<ShopEvent> = {}): ShopEvent => ({
  key: `${run}-${n}`,
  type: 'view',
  at: new Date(run - n * 1000).toISOString(),
  visitor: 'a-random-code',
  sku: 'PE-6516',
  ...of,
})
const tell = <T = TakenEvents>(items: unknown[], bearer = key) =>
  shop.post<T>(address, { items }, { authorization: `Bearer ${bearer}` })

describe('events of a shop', () => {
  it('are kept once, however often they are told, and what no product has is named', async () => {
    const order = eventOf(2, {
      type: 'order',
      sku: undefined,
      lines: [
        { sku: 'PE-6516', quantity: 2 },
        { sku: 'NO-SUCH', quantity: 1 },
      ],
    })
    const items = [eventOf(0), eventOf(1, { type: 'click' }), order]
    expect((await tell(items)).body).toEqual({ taken: 3, repeated: 0, unknown: ['NO-SUCH'] })
    const again = [...items, eventOf(3, { type: 'basket', quantity: 2 })]
    expect((await tell(again)).body).toEqual({ taken: 1, repeated: 3, unknown: ['NO-SUCH'] })
  })

  it('are kept once also where ten tell them at the same moment', async () => {
    const items = Array.from({ length: 50 }, (_, n) => eventOf(100 + n))
    const answers = await Promise.all(Array.from({ length: 10 }, () => tell(items)))
    expect(answers.map((a) => a.status)).toEqual(answers.map(() => 200))
    expect(answers.reduce((sum, { body }) => sum + body.taken, 0)).toBe(50)
  })

  it.each([
    ['a type that there is not', [eventOf(10, { type: 'glance' as never })], 'items[0].type'],
    ['a view of nothing', [eventOf(11, { sku: undefined })], 'items[0]'],
    ['a view with a quantity', [eventOf(12, { quantity: 2 })], 'items[0]'],
    ['an order of nothing', [eventOf(13, { type: 'order', sku: undefined, lines: [] })], 'items[0].lines'],
    ['a moment to come', [eventOf(14), eventOf(15, { at: new Date(run + 3_600_000).toISOString() })], 'items[1].at'],
    ['one of long ago', [eventOf(16, { at: '2020-01-01T00:00:00Z' })], 'items[0].at'],
    ['a visitor by name', [eventOf(17, { visitor: 'a@b.example' })], 'items[0].visitor'],
  ])('are refused whole with %s', async (_, items, path) => {
    const { status, body } = await tell<{ errors: { path: string }[] }>(items)
    expect([status, body.errors[0]!.path]).toEqual([422, path])
    const first = { ...eventOf(0), key: items[0]!.key }
    expect((await tell([first])).body.taken, 'nothing of it was kept').toBe(1)
  })

  it('take a key of the storefront', async () => {
    expect((await tell([eventOf(20)], 'nobody')).status).toBe(401)
    expect((await shop.post(address, { items: [eventOf(20)] })).status).toBe(401)
    const elsewhere = { authorization: `Bearer ${key}` }
    expect((await shop.post('/delivery/de/events', { items: [eventOf(20)] }, elsewhere)).status).toBe(401)
  })
})
