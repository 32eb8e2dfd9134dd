import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { prepareAssignment, type Assignment } from '@core/assignments/assignment'
import type { Family } from '@core/catalogue/model'
import { libraryOf } from '@core/media/versions'
import { assemblePage, type PageInput } from '@core/page/assemble'
import { blankPiece, type Piece } from '@core/page/piece'
import { canonicalText, productPage } from '@core/release/document'
import { groupsNamed, pageOverTime, type StretchesOfGroup } from '@core/release/over-time'
import type { Condition } from '@core/rules/condition'
import { RuleError } from '@core/rules/condition'
import { aCondition, aFamily } from '../catalogues'
import { someMoment, testSetup } from '../world'

// The stretches of a page against putting it together anew at random moments, for every customer group, in three time
// zones; half of the moments lie around the nights in which clocks change. No published source: the definition itself.

const setup = testSetup()
const day = 86_400_000
const groups = [null, ...setup.groups.keys()]

const pieceCalled = (code: string): Piece => ({
  code,
  ...blankPiece(),
  kind: 'tab',
  name: code,
  texts: [{ storefront: null, language: 'en-GB', title: code, body: `<p>About ${code}</p>` }],
})
const pieces = new Map(['first', 'second'].map((code) => [code, pieceCalled(code)]))

const localDay = fc.integer({ min: -4, max: 12 }).map((n) => new Date(someMoment + n * day).toISOString().slice(0, 10))
const end = fc.option(
  fc.oneof(
    localDay,
    localDay.map((d) => `${d}T02:30`),
  ),
  { nil: null, freq: 3 },
)
const limits = fc
  .record({
    groups: fc.subarray(['club', 'workshop']),
    a: end,
    b: end,
    campaign: fc.constantFrom(null, 'frost', 'thaw'),
  })
  .map(({ groups, a, b, campaign }) => {
    const [from, to] = a !== null && b !== null && a > b ? [b, a] : [a, b]
    return { storefronts: [], languages: [], groups, from, to, campaign }
  })

const anAssignment = (piece: string, number: number) =>
  fc
    .record({ rule: fc.option(aCondition, { nil: null, freq: 2 }), limits, eachVariant: fc.boolean() })
    .map(({ rule, limits, eachVariant }): Assignment => ({
      code: piece,
      number,
      name: piece,
      pieces: [piece],
      sets: [],
      reach: {
        base: rule === null ? 'everything' : 'rule',
        rule: rule as Condition | null,
        chosen: [],
        added: [],
        leftOut: [],
        eachVariant,
      },
      limits,
      area: 'details',
      order: 20 + number,
      replaces: null,
      resting: false,
    }))

/** Assignments whose rules fit the set-up; generated rules that do not are left out. */
function prepared(list: readonly Assignment[]) {
  return list.flatMap((a) => {
    try {
      return [prepareAssignment(a, setup)]
    } catch (e) {
      if (e instanceof RuleError) return []
      throw e
    }
  })
}

const inputOf = (family: Family, storefront: string, language: string, list: readonly Assignment[]): PageInput => ({
  family,
  sku: family.root.sku,
  lens: { storefront, language, group: null, moment: someMoment },
  setup,
  assignments: prepared(list),
  pieces,
  sets: new Map(),
  own: [],
  library: libraryOf([]),
  related: {},
})

/** What a shopper gets of the stretches: those of the group, or nobody's where it has none. */
function readAt(page: readonly StretchesOfGroup[], group: string | null, moment: number): string | null {
  const of = page.find((g) => g.group === (group ?? '')) ?? page.find((g) => g.group === '')
  return of?.stretches.filter((s) => s.from <= moment).at(-1)?.text ?? null
}

/** Whether it is told that a piece is missing for a group, from a moment that has come. */
const isToldLacking = (page: readonly StretchesOfGroup[], piece: string, group: string, moment: number) =>
  page.some(({ lacking }) =>
    lacking.some((l) => l.piece === piece && (l.group === group || l.group === '') && l.from <= moment),
  )

/** The pieces of each area as the proof tells them, which says of each why it is there. */
const shownOn = (input: PageInput): [string, string[]][] => {
  const { areas, layout } = assemblePage(input)
  return layout.flatMap(({ area }) => (areas[area]?.length ? [[area, areas[area].map((part) => part.piece)]] : []))
}

const editions = fc.constantFrom(['uk', 'en-GB'] as const, ['ch', 'fr-CH'] as const, ['ca', 'en-CA'] as const)
/** Moments from now on: any, and every quarter of an hour around the changes of clocks. */
const later = fc.oneof(
  fc.integer({ min: 0, max: 40 * 24 * 60 }).map((minutes) => someMoment + minutes * 60_000),
  fc
    .tuple(fc.constantFrom('2027-03-14', '2027-03-28'), fc.integer({ min: 0, max: 192 }))
    .map(([d, quarter]) => Date.parse(`${d}T00:00Z`) + quarter * 900_000),
)

describe('a page as a function of time', () => {
  it('says at every moment, for every group, what putting it together anew says', () => {
    fc.assert(
      fc.property(
        aFamily,
        editions,
        anAssignment('first', 1),
        anAssignment('second', 2),
        fc.array(later, { minLength: 12, maxLength: 12 }),
        (family, [storefront, language], a, b, moments) => {
          const input = inputOf(family, storefront, language, [a, b])
          const page = pageOverTime(input, someMoment)
          for (const group of groups)
            for (const moment of moments) {
              const { document, lacking } = productPage({ ...input, lens: { ...input.lens, group, moment } })
              const of = group !== null && groupsNamed(input).includes(group) ? group : ''
              for (const { piece } of lacking) expect(isToldLacking(page, piece, of, moment)).toBe(true)
              expect(readAt(page, group, moment)).toBe(document && canonicalText(document))
              const released = document?.areas.map(({ area, parts }) => [area, parts.map((part) => part.piece)])
              if (released) expect(released).toEqual(shownOn({ ...input, lens: { ...input.lens, group, moment } }))
            }
        },
      ),
      { numRuns: 300, seed: 20261130 },
    )
  })
})
