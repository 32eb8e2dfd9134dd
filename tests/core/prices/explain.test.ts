import { describe, expect, it } from 'vitest'
import { explainPrice } from '@core/prices/explain'
import { effectivePrice } from '@core/prices/effective'
import { price, special } from '../../world'

const uk = { code: 'uk', timeZone: 'Europe/London' }
const at = (local: string) => Date.parse(`${local}Z`)
const prices = [
  price('uk', 60),
  price('ch', 80),
  special('uk', 50, { from: '2026-11-27', to: '2026-11-30' }),
  special('uk', 55, { group: 'club' }),
  special('uk', 48, { quantity: 10 }),
  special('uk', 45, { quantity: 50 }),
]
const paid = (group: string | null, moment: string, quantity = 1) =>
  explainPrice(prices, uk, group, at(moment), quantity).map((r) => `${r.price.amount} ${r.pays ? 'PAYS' : r.why}`)

describe('what a customer pays, and why', () => {
  it.each<[string | null, string, number, string[]]>([
    [
      null,
      '2026-11-20T12:00',
      1,
      ['50 not yet', '55 for another group', '48 only from 10 items', '45 only from 50 items', '60 PAYS'],
    ],
    [
      null,
      '2026-11-28T12:00',
      1,
      [
        '50 PAYS',
        '55 for another group',
        '48 only from 10 items',
        '45 only from 50 items',
        '60 a special price replaces it',
      ],
    ],
    [
      'club',
      '2026-11-28T12:00',
      1,
      [
        '50 a price for the group takes precedence',
        '55 PAYS',
        '48 only from 10 items',
        '45 only from 50 items',
        '60 a special price replaces it',
      ],
    ],
    [
      null,
      '2026-11-28T12:00',
      20,
      [
        '50 PAYS',
        '55 for another group',
        '48 a price for a shorter period takes precedence',
        '45 only from 50 items',
        '60 a special price replaces it',
      ],
    ],
    [
      null,
      '2026-12-01T00:00',
      20,
      ['50 over', '55 for another group', '48 PAYS', '45 only from 50 items', '60 a special price replaces it'],
    ],
    [
      null,
      '2026-12-01T00:00',
      60,
      [
        '50 over',
        '55 for another group',
        '48 a higher step takes precedence',
        '45 PAYS',
        '60 a special price replaces it',
      ],
    ],
  ])('for %s at %s, %d items', (group, moment, quantity, reasons) =>
    expect(paid(group, moment, quantity)).toEqual(reasons),
  )
  it('names the priority that comes first', () => {
    const list = [special('uk', 58, { priority: 1 }), special('uk', 40, { priority: 2 }), special('uk', 30)]
    const why = explainPrice(list, uk, null, at('2026-12-01T00:00'), 1).map((r) => (r.pays ? 'PAYS' : r.why))
    expect(why).toEqual(['PAYS', 'a price with priority 1 comes first', 'a price with priority 1 comes first'])
  })
  it('leaves quantity steps aside where nobody says how many', () => {
    expect(
      effectivePrice(
        { base: 60, specials: [{ group: null, from: -Infinity, to: Infinity, amount: 48, quantity: 10 }] },
        null,
        0,
      )?.amount,
    ).toBe(60)
  })
  it('says nothing where there is no price', () =>
    expect(explainPrice(prices, { code: 'ca', timeZone: 'UTC' }, null, 0, 1)).toEqual([]))
})
