import { describe, expect, it } from 'vitest'
import { prepareAssignment, type Assignment } from '@core/assignments/assignment'
import { noLimits } from '@core/assignments/limits'
import { libraryOf } from '@core/media/versions'
import { instantOf } from '@core/moments/instant'
import { assemblePage, type PageInput } from '@core/page/assemble'
import { momentsBetween } from '@core/page/moments'
import { blankPiece, type Piece } from '@core/page/piece'
import type { Condition } from '@core/rules/condition'
import type { RangeEntry, Setup } from '@core/catalogue/model'
import { price, product, single, testSetup } from '../../world'

const hour = 3_600_000

const note: Piece = {
  code: 'note',
  ...blankPiece(),
  kind: 'tab',
  name: 'note',
  texts: [{ storefront: null, language: 'en-GB', title: 'Note', body: '<p>A note</p>' }],
}
const assignment = (rule: Condition): Assignment => ({
  code: 'a',
  number: 1,
  name: 'A',
  pieces: ['note'],
  reach: { base: 'rule', rule, chosen: [], added: [], leftOut: [], eachVariant: false },
  sets: [],
  limits: noLimits(),
  area: 'details',
  order: 20,
  replaces: null,
  resting: false,
})

interface Made {
  launched?: string
  range?: RangeEntry[]
  setup?: Setup
}
const standard = testSetup()
function inputOf(rule: Condition, { launched, range = [], setup = standard }: Made): PageInput {
  const values = { 'name@/en-GB': 'Regn', ...(launched ? { launched } : {}) }
  return {
    family: single(product('B-1', { prices: [price('uk', 60)], range }, values)),
    sku: 'B-1',
    lens: { storefront: 'uk', language: 'en-GB', group: null, moment: 0 },
    setup,
    assignments: [prepareAssignment(assignment(rule), setup)],
    pieces: new Map([[note.code, note]]),
    sets: new Map(),
    own: [],
    library: libraryOf([]),
    related: {},
  }
}

/** Whether the note stands on the page at a moment. */
const stands = (input: PageInput, moment: number) =>
  (assemblePage({ ...input, lens: { ...input.lens, moment } }).areas.details ?? []).length > 0

/** The moments at which that changes, found by looking every quarter of an hour. */
function changesByLooking(input: PageInput, from: number, to: number): number[] {
  const found: number[] = []
  for (let at = from + hour / 4; at <= to; at += hour / 4)
    if (stands(input, at) !== stands(input, at - hour / 4)) found.push(at)
  return found
}

/** A zone, and two weeks around the night in which its clocks change, twice a year. */
const stretches = ['2026-03-22', '2026-10-18'].map((day) => Date.parse(`${day}T00:00Z`))
const twoWeeks = 14 * 24 * hour

describe('the moments at which a page can change', () => {
  it('are two of a date that days are counted from, also where clocks change', () => {
    for (const from of stretches) {
      for (let day = 0; day < 12; day += 2) {
        const launched = new Date(from + day * 24 * hour).toISOString().slice(0, 10)
        const input = inputOf({ field: 'attribute:launched', is: 'within-days', value: 1 }, { launched })
        const moments = momentsBetween(input, from, from + twoWeeks)
        expect(moments.length).toBeLessThanOrEqual(2)
        expect(moments).toEqual(expect.arrayContaining(changesByLooking(input, from, from + twoWeeks)))
      }
    }
  })
  it('are those of the storefronts that a rule asks, each by its own clock', () => {
    const range: RangeEntry[] = [
      { storefront: 'uk', groups: [], from: null, to: null },
      { storefront: 'ch', groups: [], from: '2026-10-24', to: '2026-10-25T03:30' },
    ]
    const input = inputOf({ field: 'sold-in', is: 'equals', value: 'ch' }, { range })
    const [from] = stretches.slice(1) as [number]
    const { timeZone } = standard.storefronts.get('ch')!
    const moments = momentsBetween(input, from, from + twoWeeks)
    expect(moments).toEqual([instantOf('2026-10-24', timeZone), instantOf('2026-10-25T03:30', timeZone)])
    expect(changesByLooking(input, from, from + twoWeeks)).toEqual(moments)
  })
  it('are found in rules that are named, and in none that names itself', () => {
    const named = testSetup()
    named.rules.set('new', {
      code: 'new',
      name: 'New',
      note: '',
      rule: { none: [{ any: [{ field: 'attribute:launched', is: 'within-days', value: 3 }] }] },
    })
    const rule: Condition = { field: 'rule', is: 'equals', value: 'new' }
    const input = inputOf(rule, { launched: '2026-03-25', setup: named })
    const [from] = stretches as [number, number]
    expect(momentsBetween(input, from, from + twoWeeks)).toEqual([
      instantOf('2026-03-25', 'Europe/London'),
      instantOf('2026-03-29', 'Europe/London'),
    ])
  })
})
