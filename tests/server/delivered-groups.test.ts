import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { now, ownDatabase } from './database'
import type { Stretches } from './released'

ownDatabase()
const { countDelivered, deliveredPages, deliveredUnder } = await import('@server/db/queries/delivered-pages')
const { database } = await import('@server/db/connect')
const { goLive, hour } = await import('./released')

const keys = ['A', 'B', 'C']
const groups = ['', 'one', 'two']
type GroupedPages = Record<string, Record<string, Stretches>>

const stretches = fc.uniqueArray(fc.tuple(fc.integer({ min: 1, max: 4 }), fc.option(fc.integer({ min: 1, max: 9 }))), {
  maxLength: 2,
  selector: ([hours]) => hours,
})
const someStretches = fc
  .tuple(fc.option(fc.integer({ min: 1, max: 9 })), stretches)
  .map(([first, later]): Stretches => [[0, first], ...later.sort(([a], [b]) => a - b)])
const somePages: fc.Arbitrary<GroupedPages> = fc.dictionary(
  fc.constantFrom(...keys),
  fc.record({ '': someStretches, one: someStretches, two: someStretches }, { requiredKeys: [''] }),
)

/** What a group gets under a key, told from what was released: its own page, or that of everybody. */
function expected(pages: GroupedPages, key: string, group: string, hours: number): number | null {
  const page = pages[key]?.[group] ?? pages[key]?.[''] ?? []
  return page.filter(([from]) => from === 0 || from <= hours).at(-1)?.[1] ?? null
}

describe('pages of customer groups', () => {
  it('are the group’s own, or those of everybody where it has none, alone and in lists, at any moment', async () => {
    let storefronts = 0
    await fc.assert(
      fc.asyncProperty(fc.array(somePages, { minLength: 1, maxLength: 3 }), async (releases) => {
        const storefront = `groups-${++storefronts}`
        const live: GroupedPages = {}
        let release = 0
        for (const pages of releases) {
          release = await goLive(storefront, pages, now)
          Object.assign(live, pages)
        }
        for (const group of groups)
          for (const hours of [0, 2, 4]) {
            const reading = { storefront, release, group }
            const of = { language: 'en-GB', kind: 'product' }
            const at = now + hours * hour
            const alone = await deliveredUnder(database(), reading, { ...of, keys }, at)
            const listed = await deliveredPages(database(), reading, { ...of, after: '', limit: 10, now: at })
            const wanted = keys.map((key) => expected(live, key, group, hours))
            expect(keys.map((key) => alone.get(key)?.document ?? null)).toEqual(wanted)
            expect(keys.map((key) => listed.find((p) => p.key === key)?.document ?? null)).toEqual(wanted)
            expect(await countDelivered(database(), reading, { ...of, now: at })).toBe(
              wanted.filter((document) => document !== null).length,
            )
          }
      }),
      { numRuns: 25 },
    )
  })
})
