import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { Alike, leastCommon, type Neighbour } from '@core/rows/alike'
import { jaccard, type Described, type Trait, type TraitValue } from '@core/rows/traits'

// Which products are like one, against comparing it with every other.

const traits: Trait[] = [
  { code: 'weight', kind: 'number', weight: 1 },
  { code: 'size', kind: 'number', weight: 0.5 },
  { code: 'colour', kind: 'choice', weight: 2 },
  { code: 'uses', kind: 'list', weight: 1 },
  { code: 'box', kind: 'number', weight: 0 },
]
const product = (sku: string, values: Record<string, TraitValue>): Described => ({
  sku,
  values: new Map(Object.entries(values)),
})

describe('Gower’s distance', () => {
  it('is what one works out by hand', () => {
    const alike = new Alike(traits, [
      product('A', { weight: 2, size: 10, colour: 'blue', uses: ['rain', 'city'] }),
      product('B', { weight: 4, size: 10, colour: 'red', uses: ['rain'] }),
      product('C', { weight: 6, colour: 'blue', box: 900 }),
    ])
    // (1 × 2/4 + 0.5 × 0 + 2 × 1 + 1 × 1/2) / 4.5
    expect(alike.distance('A', 'B')).toBe(0.666667)
    // Size and uses are not known of C: (1 × 4/4 + 2 × 0) / 3
    expect(alike.distance('A', 'C')).toBe(0.333333)
    expect(alike.nearest('A', 5)).toEqual([
      { sku: 'C', distance: 0.333333 },
      { sku: 'B', distance: 0.666667 },
    ])
  })
  it('leaves out whom it has too little in common with', () => {
    const alike = new Alike(traits, [
      product('A', { weight: 2, size: 10, colour: 'blue', uses: ['rain'] }),
      product('B', { weight: 2 }),
      product('C', {}),
    ])
    expect(alike.distance('A', 'B')).toBe(0)
    expect(alike.distance('A', 'C')).toBeUndefined()
    expect(alike.nearest('A', 5)).toEqual([])
    expect(alike.nearest('B', 5)).toEqual([{ sku: 'A', distance: 0 }])
    expect(() => alike.nearest('X', 5)).toThrow(RangeError)
  })
  it('counts lists by what they have in common', () => {
    expect(jaccard(new Set(['a', 'b']), new Set(['b', 'c']))).toBeCloseTo(2 / 3, 12)
    expect(jaccard(new Set(), new Set())).toBe(0)
    expect(jaccard(new Set(['a']), new Set())).toBe(1)
  })
})

/** The same by the definition, over all pairs. */
function byDefinition(all: readonly Described[], asked: Described, count: number): Neighbour[] {
  const used = traits.filter((t) => t.weight > 0)
  const rangeOf = (code: string) => {
    const numbers = all.flatMap((p) => (typeof p.values.get(code) === 'number' ? [p.values.get(code) as number] : []))
    return Math.max(...numbers) - Math.min(...numbers)
  }
  const difference = (trait: Trait, a: TraitValue, b: TraitValue) => {
    if (trait.kind === 'choice') return a === b ? 0 : 1
    if (trait.kind === 'list') return jaccard(new Set(a as string[]), new Set(b as string[]))
    const range = rangeOf(trait.code)
    return range === 0 ? 0 : Math.abs((a as number) - (b as number)) / range
  }
  const weightOf = (list: readonly Trait[]) => list.reduce((sum, t) => sum + t.weight, 0)
  const known = used.filter((t) => asked.values.has(t.code))
  return all
    .filter((p) => p !== asked)
    .flatMap((p): Neighbour[] => {
      const both = known.filter((t) => p.values.has(t.code))
      if (weightOf(both) === 0 || weightOf(both) < weightOf(known) * leastCommon) return []
      const sum = both.reduce(
        (s, t) => s + t.weight * difference(t, asked.values.get(t.code)!, p.values.get(t.code)!),
        0,
      )
      return [{ sku: p.sku, distance: Math.round((sum / weightOf(both)) * 1e6) / 1e6 }]
    })
    .sort((a, b) => a.distance - b.distance || (a.sku < b.sku ? -1 : 1))
    .slice(0, count)
}

const maybe = <T>(value: fc.Arbitrary<T>) => fc.option(value, { nil: undefined, freq: 4 })
const values = fc
  .record({
    weight: maybe(fc.integer({ min: 0, max: 4 })),
    size: maybe(fc.constantFrom(1, 2, 3.5)),
    colour: maybe(fc.constantFrom('blue', 'red', 'green')),
    uses: maybe(fc.subarray(['rain', 'city', 'night'])),
  })
  .map((all) => Object.fromEntries(Object.entries(all).flatMap(([k, v]) => (v === undefined ? [] : [[k, v]]))))

describe('the products that are most like one', () => {
  it('are those that comparing it with every other finds, ties by SKU', () => {
    fc.assert(
      fc.property(fc.array(values, { minLength: 2, maxLength: 60 }), fc.integer({ min: 1, max: 8 }), (list, count) => {
        const all = list.map((v, i) => product(`P${i}`, v as Record<string, TraitValue>))
        const alike = new Alike(traits, all)
        for (const asked of all.slice(0, 5))
          expect(alike.nearest(asked.sku, count)).toEqual(byDefinition(all, asked, count))
      }),
      { numRuns: 200, seed: 23 },
    )
  })
})
