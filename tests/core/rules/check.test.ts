import { describe, expect, it } from 'vitest'
import { checkCondition, namedIn } from '@core/rules/check'
import { RuleError, type Condition } from '@core/rules/condition'
import { testSetup } from '../../world'

const setup = testSetup()
const problems = (rule: unknown) => {
  try {
    checkCondition(rule, setup)
    return []
  } catch (e) {
    if (!(e instanceof RuleError)) throw e
    return e.problems.map((p) => p.path)
  }
}
const nested = (depth: number): Condition => (depth === 1 ? { all: [] } : { all: [nested(depth - 1)] })

describe('rules of unknown origin', () => {
  it.each<[string, unknown]>([
    ['a measure with its unit', { field: 'attribute:weight', is: 'at-least', value: '1.2 kg' }],
    [
      'a measure as an object',
      {
        field: 'attribute:width',
        is: 'between',
        value: [
          { value: 8, unit: 'in' },
          { value: 30, unit: 'cm' },
        ],
      },
    ],
    ['a price with its currency', { field: 'price', is: 'between', value: ['35 GBP', { value: 60, currency: 'GBP' }] }],
    ['a date', { field: 'attribute:launched', is: 'within-days', value: 0 }],
    ['absence', { field: 'gtin', is: 'present', value: false }],
    ['presence without a value', { field: 'gtin', is: 'present' }],
    ['a language', { field: 'attribute:summary@fr-CH', is: 'contains', value: 'pluie' }],
    ['a SKU in order', { field: 'sku', is: 'between', value: ['PE-9', 'PE-10'] }],
    ['variants', { variant: { all: [{ field: 'stock', is: 'above', value: 0 }] } }],
    ['eight levels', nested(8)],
    ['empty groups', { any: [{ none: [] }, { all: [] }] }],
  ])('takes %s', (_, rule) => expect(problems(rule)).toEqual([]))

  it.each<[string, unknown, string[]]>([
    ['what is no object', 'gloves', ['']],
    ['two things in one object', { all: [], any: [] }, ['']],
    ['an unknown field', { field: 'colour', is: 'equals', value: 'x' }, ['']],
    ['an unknown attribute', { any: [{ field: 'attribute:colour', is: 'present' }] }, ['any[0]']],
    ['an operator that does not fit', { all: [{ field: 'type', is: 'above', value: 'bag' }] }, ['all[0]']],
    ['an unknown operator', { field: 'type', is: 'is' }, ['']],
    ['a measure without unit', { field: 'attribute:weight', is: 'above', value: 1200 }, ['']],
    ['a measure of another family', { field: 'attribute:weight', is: 'above', value: '12 mm' }, ['']],
    ['a price without currency', { field: 'price', is: 'below', value: 60 }, ['']],
    ['a currency nobody sells in', { field: 'price', is: 'below', value: '60 SEK' }, ['']],
    ['two currencies', { field: 'price', is: 'between', value: ['35 GBP', '60 CHF'] }, ['']],
    ['a range upside down', { field: 'stock', is: 'between', value: [9, 3] }, ['']],
    ['half a day', { field: 'created', is: 'within-days', value: 1.5 }, ['']],
    ['days to come', { field: 'created', is: 'within-days', value: -1 }, ['']],
    [
      'an unknown code',
      {
        all: [
          { field: 'brand', is: 'equals', value: 'nobody' },
          { field: 'category', is: 'one-of', value: ['bags', 'boats'] },
        ],
      },
      ['all[0]', 'all[1]'],
    ],
    [
      'an unknown option',
      { none: [{ all: [{ field: 'season', is: 'equals', value: 'spring' }] }] },
      ['none[0].all[0]'],
    ],
    ['a variant in a variant', { variant: { variant: { all: [] } } }, ['variant']],
    ['a language where there is none', { field: 'attribute:weight@fr-CH', is: 'present' }, ['']],
    ['a tag that is none', { field: 'name@x_y', is: 'present' }, ['']],
    ['an empty list', { field: 'type', is: 'one-of', value: [] }, ['']],
    ['a word too many', { field: 'type', is: 'equals', value: 'bag', or: 1 }, ['']],
    ['nine levels', nested(9), ['all[0].all[0].all[0].all[0].all[0].all[0].all[0].all[0]']],
    ['a picture compared', { field: 'attribute:pictures', is: 'above', value: 'a.jpg' }, ['']],
  ])('refuses %s and names the node', (_, rule, paths) => expect(problems(rule)).toEqual(paths))

  it('takes two hundred conditions and not one more', () => {
    const many = (n: number) => ({
      any: Array.from({ length: n - 1 }, () => ({ field: 'stock', is: 'above', value: 1 })),
    })
    expect(problems(many(200))).toEqual([])
    expect(problems(many(201))).toHaveLength(1)
  })

  it('lists what a rule names, so that nobody deletes it', () => {
    expect(
      namedIn(
        checkCondition(
          {
            all: [
              { field: 'category', is: 'equals', value: 'bags' },
              { variant: { field: 'season', is: 'one-of', value: ['winter', 'summer'] } },
              { field: 'tags', is: 'equals', value: 'Wet' },
              { field: 'attribute:weight', is: 'present' },
            ],
          },
          setup,
        ),
      ),
    ).toEqual([
      'category:bags',
      'attribute:season',
      'option:season:winter',
      'option:season:summer',
      'tags:wet',
      'attribute:weight',
    ])
  })
})
