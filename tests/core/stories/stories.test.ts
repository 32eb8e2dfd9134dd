import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { differenceOf, group, smallestDifference, type Distances, type Grouping } from '@core/stories/grouping'
import { conflictOf, impossible, type StoryRequest } from '@core/stories/possible'

// Products in stories: what is possible, and groupings that hold what was asked for, against trying everything.

const points = (list: readonly [number, number][]): Distances => ({
  count: list.length,
  between: (a, b) => Math.min(1, Math.hypot(list[a]![0] - list[b]![0], list[a]![1] - list[b]![1])),
})
const aRequest = fc
  .record({
    stories: fc.integer({ min: 1, max: 3 }),
    least: fc.integer({ min: 0, max: 4 }),
    most: fc.integer({ min: 0, max: 5 }),
    twice: fc.integer({ min: 0, max: 2 }),
  })
  .filter(({ least, most }) => least >= 1 && most >= 1)

/** All ways to put products into stories: each into one or two, as bits. */
function* allWays(products: number, { stories, least, most, twice }: StoryRequest, allowed?: number[][]) {
  const choices: number[] = []
  for (let one = 0; one < stories; one++) {
    choices.push(1 << one)
    for (let other = one + 1; other < stories; other++) choices.push((1 << one) | (1 << other))
  }
  const isTwice = (bits: number) => (bits & (bits - 1)) !== 0
  const fits = (product: number, bits: number) =>
    allowed === undefined ||
    Array.from({ length: stories }, (_, s) => s).every((s) => !(bits & (1 << s)) || allowed[product]!.includes(s))
  function* from(product: number, sizes: number[], left: number, way: number[]): Generator<number[]> {
    if (product === products) {
      if (sizes.every((n) => n >= least && n <= most)) yield way
      return
    }
    for (const bits of choices) {
      if ((isTwice(bits) && left === 0) || !fits(product, bits)) continue
      const after = sizes.map((n, s) => n + ((bits >> s) & 1))
      if (after.some((n) => n > most)) continue
      yield* from(product + 1, after, left - (isTwice(bits) ? 1 : 0), [...way, bits])
    }
  }
  yield* from(0, new Array<number>(stories).fill(0), twice, [])
}
const canBe = (products: number, request: StoryRequest, allowed?: number[][]) =>
  !allWays(products, request, allowed).next().done

describe('what is asked for', () => {
  it('is called impossible exactly where no way of putting products into stories is found', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 7 }), aRequest, (products, request) => {
        expect(impossible(products, request) === undefined).toBe(canBe(products, request))
      }),
      { numRuns: 400, seed: 23 },
    )
  })
  it('can be done once one of the changes is made that are named', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 7 }), aRequest, (products, request) => {
        for (const { change, to } of impossible(products, request)?.changes ?? []) {
          const count = { products: products + to, 'leave-out': products - to }[change as string] ?? products
          const asked = change === 'products' || change === 'leave-out' ? request : { ...request, [change]: to }
          // What is still wrong then is another reason.
          const after = impossible(count, asked)
          expect(after?.reason).not.toBe(impossible(products, request)!.reason)
        }
      }),
      { numRuns: 400, seed: 23 },
    )
  })
  it('names what conflicts where products may be in some stories only', () => {
    const request = { stories: 2, least: 1, most: 2, twice: 0 }
    expect(conflictOf([[0], [0], [0], [1]], request)).toEqual({ kind: 'products', products: [0, 1, 2], stories: [0] })
    expect(conflictOf([[0], [0]], request)).toEqual({ kind: 'stories', products: [], stories: [1] })
    expect(conflictOf([[0], [0, 1]], request)).toBeUndefined()
    const allowed = (stories: number) =>
      fc.array(fc.subarray([...Array(stories).keys()], { minLength: 1 }), { minLength: 1, maxLength: 6 })
    fc.assert(
      fc.property(
        aRequest.map((r) => ({ ...r, twice: 0 })).chain((r) => allowed(r.stories).map((a) => [r, a] as const)),
        ([request, list]) => {
          if (request.least > request.most) return
          expect(conflictOf(list, request) === undefined).toBe(canBe(list.length, request, list))
        },
      ),
      { numRuns: 300, seed: 23 },
    )
  })
})

const aPoint = fc.tuple(fc.double({ min: 0, max: 0.7, noNaN: true }), fc.double({ min: 0, max: 0.7, noNaN: true }))
const membersOf = (way: readonly number[], stories: number) =>
  Array.from({ length: stories }, (_, s) => way.flatMap((bits, p) => ((bits >> s) & 1 ? [p] : [])))
const innerOf = (distances: Distances, stories: readonly number[][]) =>
  stories.reduce((sum, members) => {
    const sums = members.map((m) => members.reduce((s, p) => s + distances.between(p, m), 0))
    return sum + Math.min(...sums)
  }, 0)

function holds({ stories }: Grouping, count: number, { least, most, twice, stories: asked }: StoryRequest) {
  expect(stories).toHaveLength(asked)
  for (const members of stories) {
    expect(members.length).toBeGreaterThanOrEqual(least)
    expect(members.length).toBeLessThanOrEqual(most)
  }
  const all = stories.flat()
  expect(new Set(all).size).toBe(count)
  expect(all.length - count).toBeLessThanOrEqual(twice)
}

describe('a grouping', () => {
  it('has every product, the sizes that were asked for, and hardly more inner distance than the best there is', () => {
    let [sum, best] = [0, 0]
    fc.assert(
      fc.property(fc.array(aPoint, { minLength: 2, maxLength: 7 }), aRequest, (list, request) => {
        const distances = points(list)
        if (impossible(list.length, request)) return
        const found = group(distances, request)
        holds(found, list.length, request)
        expect(found.inner).toBeCloseTo(innerOf(distances, found.stories), 9)
        expect(group(distances, request)).toEqual(found)
        if (request.twice > 0) return
        sum += found.inner
        let least = Infinity
        for (const way of allWays(list.length, request))
          least = Math.min(least, innerOf(distances, membersOf(way, request.stories)))
        best += least
      }),
      { numRuns: 200, seed: 23 },
    )
    expect(sum / best).toBeLessThan(1.01)
  })
  it('tells groups apart that lie apart, and says how much they differ', () => {
    const around = (x: number, y: number) =>
      Array.from({ length: 8 }, (_, i): [number, number] => [x + (i % 3) * 0.02, y + Math.floor(i / 3) * 0.02])
    const distances = points([...around(0, 0), ...around(0.6, 0), ...around(0.3, 0.6)])
    const found = group(distances, { stories: 3, least: 4, most: 12, twice: 0 })
    expect(found.stories.map((s) => s.length)).toEqual([8, 8, 8])
    expect(smallestDifference(distances, found)).toBeGreaterThan(0.5)
    expect(differenceOf(distances, found.stories[0]!, found.stories[0]!)).toBeLessThan(0)
    expect(smallestDifference(distances, { stories: [[0, 1]] })).toBe(Infinity)
  })
})
