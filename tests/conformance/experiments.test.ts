import { createHash } from 'node:crypto'
import fc from 'fast-check'
import chiSquareCdf from '@stdlib/stats-base-dists-chisquare-cdf'
import normalCdf from '@stdlib/stats-base-dists-normal-cdf'
import normalQuantile from '@stdlib/stats-base-dists-normal-quantile'
import { describe, expect, it } from 'vitest'
import { allShares, armOf, placeOf } from '@core/experiments/arms'
import { informationOf, isLookTaken, sequentialBounds, spentUpTo } from '@core/experiments/bounds'
import { newcombe, wilson, type Rate } from '@core/experiments/intervals'
import { above, cumulative, quantile } from '@core/experiments/normal'
import { seeded } from '@core/numbers/seeded'
import { visitorsNeeded } from '@core/experiments/size'
import { chiSquareAbove, isBroken, splitCheck } from '@core/experiments/split'

// The statistics of experiments against published values and other implementations. Where a value is from memory, and
// was not looked up, its test says so.

const closeTo = (wanted: number, got: number, relative: number) =>
  expect(Math.abs(got - wanted)).toBeLessThanOrEqual(Math.abs(wanted) * relative)
const z95 = quantile(0.975)

describe('the normal distribution', () => {
  it('is as another implementation has it, far out in the tails too (@stdlib)', () => {
    for (let x = -35; x <= 35; x += 0.035) {
      closeTo(normalCdf(x, 0, 1), cumulative(x), 3e-13)
      closeTo(normalCdf(-x, 0, 1), above(x), 3e-13)
    }
  })
  it('has the quantiles of another implementation, and gives their shares back (@stdlib)', () => {
    const shares = [1e-300, 1e-30, 1e-9, 1e-4, 0.01, 0.02425, 0.1, 0.25, 0.5, 0.7, 0.9, 0.975, 0.99999, 1 - 1e-12]
    for (const p of shares) {
      closeTo(normalQuantile(p, 0, 1), quantile(p), 1e-9)
      closeTo(p, cumulative(quantile(p)), 1e-12)
    }
    for (const p of [0, 1, -0.1, NaN]) expect(() => quantile(p)).toThrow(RangeError)
  })
})

describe('intervals', () => {
  // E. B. Wilson’s interval as tabled by R. G. Newcombe, Statistics in Medicine 17 (1998), 857–872, table I, method 3;
  // from memory.
  it.each<[Rate, number, number]>([
    [{ did: 81, of: 263 }, 0.2553, 0.3662],
    [{ did: 15, of: 148 }, 0.0624, 0.1605],
    [{ did: 0, of: 20 }, 0, 0.1611],
    [{ did: 1, of: 29 }, 0.0061, 0.1718],
  ])('of the rate of %o go from %d to %d', (rate, from, to) => {
    const got = wilson(rate, z95)
    expect([got.from.toFixed(4), got.to.toFixed(4)]).toEqual([from.toFixed(4), to.toFixed(4)])
  })
  // R. G. Newcombe, Statistics in Medicine 17 (1998), 873–890, table II, method 10; from memory.
  it.each<[Rate, Rate, number, number]>([
    [{ did: 56, of: 70 }, { did: 48, of: 80 }, 0.0524, 0.3339],
    [{ did: 9, of: 10 }, { did: 3, of: 10 }, 0.1705, 0.809],
    [{ did: 6, of: 7 }, { did: 2, of: 7 }, 0.0582, 0.8062],
    [{ did: 5, of: 56 }, { did: 0, of: 29 }, -0.0381, 0.1926],
    [{ did: 0, of: 10 }, { did: 0, of: 20 }, -0.1611, 0.2775],
    [{ did: 0, of: 10 }, { did: 0, of: 10 }, -0.2775, 0.2775],
    [{ did: 10, of: 10 }, { did: 0, of: 20 }, 0.6791, 1],
    [{ did: 10, of: 10 }, { did: 0, of: 10 }, 0.6075, 1],
  ])('of the difference between %o and %o go from %d to %d', (one, other, from, to) => {
    const got = newcombe(one, other, z95)
    expect([got.from.toFixed(4), got.to.toFixed(4)]).toEqual([from.toFixed(4), to.toFixed(4)])
  })
  it('lie around the rate and its difference, mirrored where the arms change places', () => {
    const rate = fc.nat({ max: 400 }).chain((of) => fc.nat({ max: of }).map((did) => ({ did, of })))
    fc.assert(
      fc.property(rate, rate, (one, other) => {
        const { from, to } = newcombe(one, other, z95)
        const turned = newcombe(other, one, z95)
        expect(from).toBeCloseTo(-turned.to, 12)
        expect(to).toBeCloseTo(-turned.from, 12)
        expect(from).toBeGreaterThanOrEqual(-1 - 1e-12)
        expect(to).toBeLessThanOrEqual(1 + 1e-12)
      }),
      { seed: 23 },
    )
  })
})

describe('the check of the split', () => {
  it('has the tails of another implementation (@stdlib)', () => {
    for (const degrees of [1, 2, 3, 4, 5, 9, 10])
      for (const x of [0.01, 0.5, 1, 3.84, 10.83, 20])
        expect(chiSquareAbove(x, degrees)).toBeCloseTo(1 - chiSquareCdf(x, degrees), 12)
  })
  it('finds what is at the limits of the usual table (NIST/SEMATECH e-Handbook, 1.3.6.7.4; from memory)', () => {
    expect(chiSquareAbove(10.828, 1)).toBeCloseTo(0.001, 5)
    expect(chiSquareAbove(13.816, 2)).toBeCloseTo(0.001, 5)
    expect(chiSquareAbove(16.266, 3)).toBeCloseTo(0.001, 5)
  })
  it('blocks a broken split, and judges none of too few', () => {
    expect(isBroken(splitCheck([5000, 5010], [5000, 5000]))).toBe(false)
    expect(isBroken(splitCheck([5000, 5400], [5000, 5000]))).toBe(true)
    expect(isBroken(splitCheck([1000, 3000], [2500, 7500]))).toBe(false)
    expect(splitCheck([1, 9], [5000, 5000])).toMatchObject({ p: expect.any(Number) as number })
    expect(splitCheck([0, 9], [5000, 5000]).p).toBeNull()
  })
})

describe('the planned size', () => {
  it('is what textbooks have for 10 % against 12 %: 3,841 in each arm, and a twentieth more (common practice)', () => {
    const planned = { rate: 0.1, wanted: 0.12, alpha: 0.05, power: 0.8 }
    expect(visitorsNeeded(planned)).toBe(Math.ceil(3840.847 * 1.05))
    expect(() => visitorsNeeded({ ...planned, wanted: 0.1 })).toThrow(RangeError)
  })
})

describe('bounds of looks', () => {
  it('are those published for five equal looks at two-sided 5 % of the O’Brien–Fleming type (from memory)', () => {
    const bounds = sequentialBounds([0.2, 0.4, 0.6, 0.8, 1], 0.05)
    expect(bounds.map((b) => b.toFixed(3))).toEqual(['4.877', '3.357', '2.680', '2.290', '2.031'])
  })
  it('do not change by what comes later, spend all of the error at the end, and are those of one look alone', () => {
    const looks = [0.05, 0.11, 0.3, 0.31, 0.72, 1]
    const all = sequentialBounds(looks, 0.05)
    expect(sequentialBounds(looks.slice(0, 3), 0.05)).toEqual(all.slice(0, 3))
    expect(spentUpTo(1, 0.05)).toBe(0.05)
    expect(spentUpTo(1.3, 0.05)).toBe(0.05)
    expect(sequentialBounds([1], 0.05)[0]).toBeCloseTo(z95, 6)
    expect(all[0]).toBe(8)
  })
  it('call hardly more than one in twenty of experiments without a difference that are looked at daily', () => {
    const random = seeded(20261202)
    const normal = () => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random())
    const days = 28
    const looks = Array.from({ length: days }, (_, i) => (i + 1) / days)
    const bounds = sequentialBounds(looks, 0.05)
    const runs = 4000
    let called = 0
    for (let run = 0; run < runs; run++) {
      let sum = 0
      called += looks.some((share, i) => {
        sum += normal() * Math.sqrt(1 / days)
        return Math.abs(sum / Math.sqrt(share)) > bounds[i]!
      })
        ? 1
        : 0
    }
    expect(called / runs).toBeLessThanOrEqual(0.0565)
    expect(called / runs).toBeGreaterThan(0.035)
  })
  it('are of the information of both arms, and of looks that add some', () => {
    expect(informationOf(100, 100)).toBe(50)
    expect(informationOf(0, 100)).toBe(0)
    expect([isLookTaken(0.02, 0.015), isLookTaken(0.03, 0.015), isLookTaken(1.2, 1)]).toEqual([false, true, false])
  })
})

describe('arms', () => {
  it('are those of SHA-256 as the platform has it (FIPS 180-4)', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme', maxLength: 40 }), (visitor) => {
        const wanted = createHash('sha256').update(`hero:${visitor}`, 'utf8').digest().readUInt32BE(0) % allShares
        expect(placeOf('hero', visitor)).toBe(wanted)
      }),
      { seed: 23 },
    )
  })
  it('are as often taken as their shares say, and independent between experiments (chi-square)', () => {
    const visitors = Array.from({ length: 40_000 }, (_, n) => `visitor-${n}`)
    const shares = [
      { arm: 'control', share: 4500 },
      { arm: 'b', share: 4500 },
    ]
    const armsIn = (code: string) => visitors.map((v) => armOf(code, v, shares) ?? 'outside')
    const [first, second] = [armsIn('hero'), armsIn('row')]
    const count = (list: string[], arm: string) => list.filter((a) => a === arm).length
    const names = ['control', 'b', 'outside']
    const weights = [4500, 4500, 1000]
    const seen = names.map((arm) => count(first, arm))
    expect(chiSquareAbove(splitCheck(seen, weights).statistic, 2)).toBeGreaterThan(0.001)
    const both = names.flatMap((a) => names.map((b) => first.filter((x, i) => x === a && second[i] === b).length))
    const products = weights.flatMap((a) => weights.map((b) => a * b))
    expect(splitCheck(both, products).p).toBeGreaterThan(0.001)
  })
})
