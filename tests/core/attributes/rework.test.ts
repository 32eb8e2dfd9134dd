import { describe, expect, it } from 'vitest'
import type { Attribute, Value } from '@core/attributes/attribute'
import { stillFits } from '@core/attributes/fits'
import { isRequired } from '@core/attributes/required'
import { reworkValues, touchesValues } from '@core/attributes/rework'
import { valuePath } from '@core/catalogue/patch'
import { factsOf } from '@core/rules/facts'
import { product, single, someMoment, testSetup, values } from '../../world'

const setup = testSetup()
const of = (code: string) => setup.attributes.get(code)!
const rework = (
  code: string,
  change: Partial<Attribute>,
  given: Record<string, Value>,
  instead: Record<string, string | null> = {},
) => {
  const result = reworkValues(values(given), of(code), { ...of(code), ...change }, setup, instead)
  return {
    values: Object.fromEntries(result.values.map((v) => [valuePath(v).slice('attribute:'.length), v.value])),
    lost: result.lost.map((l) => `${valuePath(l.value).slice('attribute:'.length)}: ${l.why}`),
  }
}

describe('what becomes of values when their attribute changes', () => {
  it.each<[string, Partial<Attribute>, Record<string, Value>, Record<string, Value>]>([
    ['model', { type: 'number' }, { model: '42.5' }, { model: 42.5 }],
    [
      'model',
      { type: 'measure', family: 'length', unit: 'mm' },
      { model: '12 in' },
      { model: { value: 12, unit: 'in' } },
    ],
    ['grade', { type: 'text' }, { grade: 7, 'grade@uk/': -1.5 }, { grade: '7', 'grade@uk/': '-1.5' }],
    [
      'description',
      { type: 'long-text' },
      { 'description@/en-GB': '<p>Dry <strong>inside</strong>.</p><p>Light.</p>' },
      { 'description@/en-GB': 'Dry inside.\nLight.' },
    ],
    [
      'key-points',
      { type: 'rich-text' },
      { 'key-points@/en-GB': ['One', 'Two'] },
      { 'key-points@/en-GB': '<ul><li>One</li><li>Two</li></ul>' },
    ],
    [
      'summary',
      { type: 'box-contents', perStorefront: false },
      { 'summary@/en-GB': '2 × hook' },
      { 'summary@/en-GB': [{ quantity: 2, item: 'hook' }] },
    ],
    ['season', { type: 'choices' }, { season: 'winter' }, { season: ['winter'] }],
    ['weight', { unit: 'kg' }, { weight: { value: 3, unit: 'lb' } }, { weight: { value: 3, unit: 'lb' } }],
  ])('%s as %j keeps %j as %j', (code, change, given, expected) =>
    expect(rework(code, change, given)).toEqual({ values: expected, lost: [] }),
  )

  it('names every value that has no place any more, and never drops one in silence', () => {
    expect(rework('model', { type: 'number' }, { model: 'Regn' })).toEqual({
      values: {},
      lost: ['model: “Regn” is not a number.'],
    })
    expect(rework('weight', { family: 'length', unit: 'mm' }, { weight: { value: 1, unit: 'kg' } }).lost).toEqual([
      'weight: “1 kg” is not a length.',
    ])
  })
  it('gives products with an option that goes another one, or nothing', () => {
    const without = { options: of('mounting').options.filter((o) => o.code !== 'frame') }
    expect(rework('mounting', without, { mounting: ['rack', 'frame'] }, { frame: 'handlebar' }).values).toEqual({
      mounting: ['rack', 'handlebar'],
    })
    expect(rework('mounting', without, { mounting: ['rack', 'frame'] }, { frame: null })).toEqual({
      values: { mounting: ['rack'] },
      lost: [],
    })
    expect(rework('season', { options: [of('season').options[0]!] }, { season: 'winter' }, { winter: null })).toEqual({
      values: {},
      lost: ['season: Nothing replaces it.'],
    })
  })
  it('moves values to the scopes that are left', () => {
    expect(rework('model', { translatable: true }, { model: 'Regn' }).values).toEqual({ 'model@/en-GB': 'Regn' })
    expect(
      rework(
        'description',
        { translatable: false },
        { 'description@/en-GB': '<p>a</p>', 'description@/fr-CH': '<p>b</p>' },
      ),
    ).toMatchObject({ values: { description: '<p>a</p>' }, lost: [expect.stringContaining('description@/fr-CH')] })
    expect(rework('grade', { perStorefront: false }, { 'grade@uk/': 5, grade: 7 })).toEqual({
      values: { grade: 7 },
      lost: ['grade@uk/: The general value replaces it.'],
    })
    expect(rework('grade', { perStorefront: false }, { 'grade@uk/': 5 })).toEqual({ values: { grade: 5 }, lost: [] })
  })
  it('leaves values alone that are outside of new bounds', () => {
    expect(rework('grade', { allowed: { least: 1, most: 5, pattern: null } }, { grade: 7 })).toEqual({
      values: { grade: 7 },
      lost: [],
    })
    expect(touchesValues(of('grade'), { ...of('grade'), labels: {}, help: {}, serves: [] })).toBe(false)
  })
})

it('knows what can be put back after its attribute has changed', () => {
  expect(stillFits('attribute:grade@uk/', 5, setup)).toBe(true)
  expect(stillFits('attribute:grade', 'five', setup)).toBe(false)
  expect(stillFits('attribute:grade@/en-GB', 5, setup)).toBe(false)
  expect(stillFits('attribute:gone', 5, setup)).toBe(false)
  expect(stillFits('stock', 5, setup)).toBe(true)
})

it('asks for an attribute in some storefronts, and under a condition', () => {
  const use = {
    attribute: 'weight',
    group: 'facts',
    required: true,
    requiredIn: ['ch'],
    requiredWhere: { field: 'kind', is: 'equals', value: 'shipped' } as const,
    perVariant: false,
    default: null,
    notApplicable: {},
  }
  const facts = (kind: 'shipped' | 'download') => () =>
    factsOf(single(product('A', { kind })), { storefront: 'ch', group: null, moment: someMoment }, setup)
  expect(isRequired(use, 'ch', facts('shipped'), setup)).toBe(true)
  expect(isRequired(use, 'uk', facts('shipped'), setup)).toBe(false)
  expect(isRequired(use, 'ch', facts('download'), setup)).toBe(false)
  expect(
    isRequired(
      { ...use, requiredIn: [], requiredWhere: null },
      'uk',
      () => {
        throw new Error('not needed')
      },
      setup,
    ),
  ).toBe(true)
})
