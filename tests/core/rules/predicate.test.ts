import { describe, expect, it } from 'vitest'
import { checkCondition } from '@core/rules/check'
import { compileExplainer } from '@core/rules/explain'
import type { FactLens } from '@core/rules/fact-shape'
import { factsOf } from '@core/rules/facts'
import { compilePredicate } from '@core/rules/predicate'
import type { Family } from '@core/catalogue/model'
import { family, price, product, single, someMoment, special, testSetup } from '../../world'

const setup = testSetup()
const lens: FactLens = { storefront: 'uk', group: null, moment: someMoment }
const meets = (f: Family, rule: unknown, more: Partial<FactLens> = {}) => {
  const node = checkCondition(rule, setup)
  const facts = factsOf(f, { ...lens, ...more }, setup)
  const met = compilePredicate(node)(facts)
  expect(compileExplainer(node)(facts).met, 'the explanation agrees').toBe(met)
  return met
}
const one = single(
  product(
    'PE-9',
    {
      category: 'roll-top',
      brand: 'oxbrook',
      tags: ['Wet  Weather', 'touring'],
      stock: 3,
      prices: [price('uk', 60)],
      availableFrom: '2026-11-25',
      created: Date.UTC(2026, 10, 20, 12),
    },
    {
      name: 'Regn 30',
      'name@/fr-CH': 'Sacoche Regn',
      weight: { value: 1.2, unit: 'kg' },
      'summary@/en-GB': 'Keeps 30 L dry',
      mounting: ['rack', 'frame'],
      reflective: false,
      launched: '2026-11-18',
      'grade@ch/': 9,
      grade: 4,
      'name@/en-GB': 'Regn 30',
    },
  ),
)
const root = product(
  'G-1',
  { type: 'glove', stock: 99, prices: [price('uk', 20)] },
  { 'name@/en-GB': 'Suzu', size: 'L' },
)
const gloves = family(
  root,
  product('G-1-S', { stock: 0, gtin: '2000000001013', prices: [price('uk', 25)] }, { size: 'S' }),
  product('G-1-M', { stock: 5 }, { size: 'M' }),
)

describe('conditions', () => {
  it.each<[unknown, boolean]>([
    [{ field: 'type', is: 'equals', value: 'bag' }, true],
    [{ field: 'category', is: 'equals', value: 'bags' }, true],
    [{ field: 'category', is: 'equals', value: 'wear' }, false],
    [{ field: 'category', is: 'one-of', value: ['wear', 'panniers'] }, true],
    [{ field: 'tags', is: 'equals', value: 'wet weather' }, true],
    [{ field: 'tags', is: 'one-of', value: ['x', 'TOURING'] }, true],
    [{ field: 'brand', is: 'present' }, true],
    [{ field: 'gtin', is: 'present' }, false],
    [{ field: 'gtin', is: 'present', value: false }, true],
    [{ field: 'attribute:weight', is: 'at-least', value: '1200 g' }, true],
    [{ field: 'attribute:weight', is: 'above', value: '1.2 kg' }, false],
    [{ field: 'attribute:weight', is: 'between', value: ['1 kg', '1.2 kg'] }, true],
    [{ field: 'name', is: 'starts-with', value: 'REGN' }, true],
    [{ field: 'name', is: 'like', value: 'r?gn *0' }, true],
    [{ field: 'name', is: 'like', value: 'egn' }, false],
    [{ field: 'name@fr-CH', is: 'contains', value: 'sacoche' }, true],
    [{ field: 'name@it-CH', is: 'present' }, false],
    [{ field: 'any-text', is: 'contains', value: '30 l dry' }, true],
    [{ field: 'attribute:mounting', is: 'equals', value: 'frame' }, true],
    [{ field: 'attribute:reflective', is: 'equals', value: false }, true],
    [{ field: 'attribute:reflective', is: 'present' }, true],
    [{ field: 'attribute:launched', is: 'within-days', value: 7 }, true],
    [{ field: 'attribute:launched', is: 'within-days', value: 6 }, false],
    [{ field: 'created', is: 'within-days', value: 5 }, true],
    [{ field: 'attribute:launched', is: 'below', value: '2026-11-18' }, false],
    [{ field: 'sku', is: 'below', value: 'PE-10' }, true],
    [{ field: 'sku', is: 'between', value: ['pe-008', 'PE-9'] }, true],
    [{ field: 'price', is: 'equals', value: '60 GBP' }, true],
    [{ field: 'price', is: 'above', value: '1 CHF' }, false],
    [{ field: 'available', is: 'equals', value: true }, true],
    [{ field: 'variant', is: 'equals', value: false }, true],
    [{ all: [] }, true],
    [{ any: [] }, false],
    [{ none: [] }, true],
    [{ none: [{ field: 'attribute:volume', is: 'above', value: '1 L' }] }, true],
    [{ none: [{ field: 'type', is: 'equals', value: 'bag' }] }, false],
    [{ variant: { field: 'sku', is: 'equals', value: 'pe-9' } }, true],
  ])('%j: %s', (rule, expected) => expect(meets(one, rule)).toBe(expected))

  it('reads the storefront’s value', () => {
    const rule = { field: 'attribute:grade', is: 'equals', value: 9 }
    expect([meets(one, rule), meets(one, rule, { storefront: 'ch' })]).toEqual([false, true])
  })
  it('takes a missing value for false in every operator but absence', () => {
    const missing = 'attribute:volume'
    for (const is of ['equals', 'at-least', 'at-most', 'above', 'below'])
      expect(meets(one, { field: missing, is, value: '0 L' }), is).toBe(false)
    expect(meets(one, { field: missing, is: 'between', value: ['0 L', '900 L'] })).toBe(false)
  })
  it('counts days in the storefront’s zone', () => {
    // 23:30 in London is already the next day in Zurich.
    const late = Date.UTC(2026, 10, 25, 23, 30)
    const rule = { field: 'attribute:launched', is: 'within-days', value: 7 }
    expect([meets(one, rule, { moment: late }), meets(one, rule, { storefront: 'ch', moment: late })]).toEqual([
      true,
      false,
    ])
  })
})

describe('variants', () => {
  it.each<[string, unknown, boolean]>([
    ['any variant may meet a condition', { field: 'stock', is: 'above', value: 4 }, true],
    ['the parent’s own value does not count', { field: 'stock', is: 'above', value: 50 }, false],
    ['the parent’s own size does not count', { field: 'attribute:size', is: 'equals', value: 'L' }, false],
    [
      'each condition may be met by another',
      {
        all: [
          { field: 'attribute:size', is: 'equals', value: 'S' },
          { field: 'stock', is: 'above', value: 0 },
        ],
      },
      true,
    ],
    [
      'unless one and the same is asked for',
      {
        variant: {
          all: [
            { field: 'attribute:size', is: 'equals', value: 'S' },
            { field: 'stock', is: 'above', value: 0 },
          ],
        },
      },
      false,
    ],
    ['absence is met if no variant has a value', { field: 'gtin', is: 'present', value: false }, false],
    ['presence if one has', { field: 'gtin', is: 'present' }, true],
    [
      'within a variant, the parent’s facts are there too',
      {
        variant: {
          all: [
            { field: 'type', is: 'equals', value: 'glove' },
            { field: 'attribute:size', is: 'equals', value: 'M' },
          ],
        },
      },
      true,
    ],
    [
      'a variant’s price is its own, else the parent’s',
      {
        all: [
          { field: 'price', is: 'equals', value: '25 GBP' },
          { field: 'price', is: 'equals', value: '20 GBP' },
        ],
      },
      true,
    ],
    [
      'a default stands where nobody says otherwise',
      { field: 'attribute:material', is: 'equals', value: 'wool' },
      true,
    ],
    ['a variant’s SKU', { field: 'sku', is: 'ends-with', value: '-m' }, true],
    ['available if one is', { field: 'available', is: 'equals', value: true }, true],
    ['unavailable if one is', { field: 'available', is: 'equals', value: false }, true],
  ])('%s', (_, rule, expected) => expect(meets(gloves, rule)).toBe(expected))

  it('says which variant met, and what each was seen with', () => {
    const node = checkCondition(
      { all: [{ variant: { field: 'stock', is: 'above', value: 0 } }, { field: 'stock', is: 'above', value: 7 }] },
      setup,
    )
    const e = compileExplainer(node)(factsOf(gloves, lens, setup))
    expect(e.met).toBe(false)
    expect(e.children![0]).toMatchObject({ kind: 'variant', met: true, metBy: 'g-1-m' })
    expect(e.children![1]).toMatchObject({
      kind: 'test',
      met: false,
      field: 'stock',
      is: 'above',
      wanted: 7,
      variants: [
        { sku: 'g-1-m', value: 5, met: false },
        { sku: 'g-1-s', value: 0, met: false },
      ].reverse(),
    })
  })
  it('are all unavailable where the parent is disabled', () => {
    expect(
      meets(family({ ...root, status: 'disabled' }, ...gloves.variants), {
        field: 'available',
        is: 'equals',
        value: true,
      }),
    ).toBe(false)
  })
})

describe('the price that this customer pays today', () => {
  const f = single(
    product('X-1', {
      prices: [
        price('uk', 60),
        special('uk', 50, { group: 'club' }),
        special('uk', 40, { from: '2026-11-25', to: '2026-11-25' }),
      ],
    }),
  )
  const below = { field: 'price', is: 'below', value: '60 GBP' }
  it('includes specials, their windows and groups', () => {
    expect(meets(f, below)).toBe(true)
    expect(meets(f, below, { moment: Date.UTC(2026, 10, 26) })).toBe(false)
    expect(meets(f, { field: 'price', is: 'equals', value: '50 GBP' }, { group: 'club' })).toBe(true)
    expect(meets(f, { field: 'basePrice', is: 'equals', value: '60 GBP' }, { group: 'club' })).toBe(true)
  })
})
