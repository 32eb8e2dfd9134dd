import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  boughtTogether,
  evidenceOf,
  leastEvidence,
  leastOrders,
  liftOf,
  mostInOrder,
  type Basket,
} from '@core/rows/bought-together'
import { halfLife, mostPopular } from '@core/rows/popular'

const times = (n: number, basket: Basket): Basket[] => Array.from({ length: n }, () => basket)

describe('what is bought together', () => {
  it('is told by lift, as one works it out by hand', () => {
    // 100 orders: 20 with a lock, 25 with a light, 15 with both. By chance 5 would have both.
    const baskets = [
      ...times(15, ['lock', 'light', 'lock']),
      ...times(5, ['lock']),
      ...times(10, ['light']),
      ...times(70, ['bag']),
    ]
    const of = { one: 20, other: 25, both: 15, all: 100 }
    expect(liftOf(of)).toBe(3)
    // 2 Σ O ln(O/E) over the four cells 15, 5, 10 and 70 against 5, 15, 20 and 60.
    const byHand = 2 * (15 * Math.log(15 / 5) + 5 * Math.log(5 / 15) + 10 * Math.log(10 / 20) + 70 * Math.log(70 / 60))
    expect(evidenceOf(of)).toBeCloseTo(byHand, 12)
    expect(boughtTogether(baskets, 10)).toEqual(
      new Map([
        ['lock', [{ sku: 'light', orders: 15, lift: 3 }]],
        ['light', [{ sku: 'lock', orders: 15, lift: 3 }]],
      ]),
    )
  })
  it('is nothing that chance explains, that is too seldom, or that somebody restocks', () => {
    expect(boughtTogether([...times(4, ['a', 'b']), ...times(400, ['c'])], 10)).toEqual(new Map())
    expect(boughtTogether(times(50, ['a', 'b']), 10), 'in every order: no more than by chance').toEqual(new Map())
    const large = Array.from({ length: mostInOrder + 1 }, (_, i) => `p${i}`)
    expect(boughtTogether([...times(20, large), ...times(400, ['c'])], 10)).toEqual(new Map())
  })
  it('is what counting every pair of every order finds', () => {
    const skus = ['a', 'b', 'c', 'd', 'e']
    const baskets = fc.array(fc.subarray(skus), { maxLength: 80 })
    fc.assert(
      fc.property(baskets, fc.constantFrom(0, 200), (list, others) => {
        const all = [...list, ...times(others, ['z'])].filter((b) => b.length > 0)
        const found = boughtTogether(all, 3)
        for (const a of skus) {
          const wanted = skus
            .filter((b) => b !== a)
            .flatMap((b) => {
              const has = (...some: string[]) => all.filter((o) => some.every((s) => o.includes(s))).length
              const of = { one: has(a), other: has(b), both: has(a, b), all: all.length }
              const counts = of.both >= leastOrders && liftOf(of) > 1 && evidenceOf(of) >= leastEvidence
              return counts ? [{ sku: b, orders: of.both, lift: liftOf(of) }] : []
            })
            .sort((x, y) => y.lift - x.lift || y.orders - x.orders || (x.sku < y.sku ? -1 : 1))
          expect(found.get(a) ?? []).toEqual(wanted.slice(0, 3))
        }
      }),
      { numRuns: 200, seed: 23 },
    )
  })
})

describe('what is popular', () => {
  it('counts for half after a half life, and not at all before it has happened', () => {
    const day = 20_000
    const counts = [
      { sku: 'old', day: day - halfLife, count: 10 },
      { sku: 'new', day, count: 6 },
      { sku: 'same', day: day - halfLife, count: 10 },
      { sku: 'later', day: day + 1, count: 100 },
      { sku: 'new', day: day - 2 * halfLife, count: 4 },
    ]
    expect(mostPopular(counts, day, 10)).toEqual([
      { sku: 'new', score: 7 },
      { sku: 'old', score: 5 },
      { sku: 'same', score: 5 },
    ])
    expect(mostPopular(counts, day, 1).map((p) => p.sku)).toEqual(['new'])
  })
})
