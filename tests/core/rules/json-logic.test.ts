import { describe, expect, it } from 'vitest'
import { checkCondition } from '@core/rules/check'
import type { Condition, RuleError, RulePlaces } from '@core/rules/condition'
import { fromJsonLogic } from '@core/rules/json-logic-in'
import { toJsonLogic, type JsonLogic } from '@core/rules/json-logic-out'
import { testSetup } from '../../world'

const setup = testSetup()
const out = (c: unknown) => toJsonLogic(checkCondition(c, setup))
const into = (l: JsonLogic, currency = 'GBP') => fromJsonLogic(l, setup, currency)
const refusal = (l: JsonLogic) => {
  try {
    into(l)
    return 'taken'
  } catch (e) {
    return (e as RuleError).problems[0]!.path
  }
}

/** Where it is said to be wrong, once its conditions are checked. */
const faultAt = (l: JsonLogic) => {
  const places: RulePlaces = new WeakMap()
  try {
    checkCondition(fromJsonLogic(l, setup, 'GBP', places), setup, places)
    return 'taken'
  } catch (e) {
    return (e as RuleError).problems.map((p) => p.path)
  }
}

const anyVariant = (test: JsonLogic): JsonLogic => ({ some: [{ var: 'variants' }, test] })
const dear = { '>': [{ var: 'price' }, 'x'] }

describe('what is wrong with a value', () => {
  it.each<[string, JsonLogic, string[]]>([
    ['at the top', { '>': [{ var: 'attribute:weight' }, 'x'] }, ['']],
    ['in one of several', { and: [{ '==': [{ var: 'type' }, 'bag'] }, anyVariant(dear)] }, ['and[1].some[1]']],
    [
      'deep inside, each by itself',
      { or: [{ '!': anyVariant(dear) }, { and: [{ '>': [{ var: 'attribute:weight' }, 'heavy'] }] }] },
      ['or[0].!.some[1]', 'or[1].and[0]'],
    ],
  ])('is said of its node: %s', (_, logic, paths) => {
    expect(faultAt(logic)).toEqual(paths)
  })
})

describe('a rule as JsonLogic', () => {
  it.each<[Condition, JsonLogic]>([
    [
      { field: 'attribute:weight', is: 'below', value: '1.2 kg' },
      { and: [{ '!==': [{ var: 'attribute:weight' }, null] }, { '<': [{ var: 'attribute:weight' }, 1200] }] },
    ],
    [
      { field: 'price', is: 'above', value: '60 GBP' },
      {
        some: [
          { var: 'variants' },
          {
            and: [
              { '===': [{ var: 'currency' }, 'GBP'] },
              { '!==': [{ var: 'price' }, null] },
              { '>': [{ var: 'price' }, 60] },
            ],
          },
        ],
      },
    ],
    [{ field: 'type', is: 'one-of', value: ['bag', 'glove'] }, { in: [{ var: 'type' }, ['bag', 'glove']] }],
    [{ field: 'category', is: 'equals', value: 'bags' }, { in: ['bags', { var: 'category' }] }],
    [
      { field: 'name', is: 'like', value: 'Regn*' },
      { and: [{ '!==': [{ var: 'name' }, null] }, { '===': [{ substr: [{ var: 'name' }, 0, 4] }, 'regn'] }] },
    ],
    [
      { field: 'name', is: 'like', value: 'r?gn' },
      { and: [{ '!==': [{ var: 'name' }, null] }, { like: [{ var: 'name' }, 'r?gn'] }] },
    ],
    [
      { field: 'gtin', is: 'present', value: false },
      { '!': [{ some: [{ var: 'variants' }, { '!==': [{ var: 'gtin' }, null] }] }] },
    ],
    [{ all: [] }, true],
    [{ any: [] }, false],
    [{ none: [{ any: [] }] }, true],
    [{ all: [{ none: [] }, { field: 'type', is: 'equals', value: 'bag' }] }, { '===': [{ var: 'type' }, 'bag'] }],
  ])('%j', (rule, logic) => expect(out(rule)).toEqual(logic))

  it('comes back as a rule that is written the same way', () => {
    for (const rule of [
      {
        all: [
          { field: 'type', is: 'equals', value: 'bag' },
          { field: 'price', is: 'between', value: ['35 GBP', '60 GBP'] },
          { none: [{ field: 'tags', is: 'equals', value: 'wet' }] },
        ],
      },
      { field: 'created', is: 'within-days', value: 7 },
      {
        variant: {
          all: [
            { field: 'attribute:size', is: 'equals', value: 'S' },
            { field: 'stock', is: 'above', value: 0 },
          ],
        },
      },
      { field: 'sku', is: 'at-least', value: 'PE-9' },
      { field: 'any-text', is: 'contains', value: 'dry' },
    ]) {
      expect(out(into(out(rule)))).toEqual(out(rule))
    }
  })
})

describe('JsonLogic of others', () => {
  it.each<[JsonLogic, Condition]>([
    [
      anyVariant({ '<': [{ var: 'price' }, 60] }),
      { field: 'price', is: 'below', value: { value: 60, currency: 'GBP' } },
    ],
    [
      { '>=': [1000, { var: 'attribute:weight' }] },
      { field: 'attribute:weight', is: 'at-most', value: { value: 1000, unit: 'g' } },
    ],
    [
      anyVariant({ '<=': [35, { var: 'price' }, 60] }),
      {
        field: 'price',
        is: 'between',
        value: [
          { value: 35, currency: 'GBP' },
          { value: 60, currency: 'GBP' },
        ],
      },
    ],
    [{ '!=': [{ var: 'brand' }, 'oxbrook'] }, { none: [{ field: 'brand', is: 'equals', value: 'oxbrook' }] }],
    [{ '!=': [{ var: 'brand' }, null] }, { field: 'brand', is: 'present', value: true }],
    [{ '!!': [{ var: 'attribute:reflective' }] }, { field: 'attribute:reflective', is: 'equals', value: true }],
    [
      { '!': [{ or: [{ '==': [{ var: 'type' }, 'bag'] }, { in: ['dry', { var: 'name' }] }] }] },
      {
        none: [
          { field: 'type', is: 'equals', value: 'bag' },
          { field: 'name', is: 'contains', value: 'dry' },
        ],
      },
    ],
    [{ in: [{ var: 'season' }, ['winter']] }, { field: 'season', is: 'one-of', value: ['winter'] }],
    [
      {
        and: [{ some: [{ var: 'variants' }, { '===': [{ var: 'name' }, null] }] }, { '!==': [{ var: 'name' }, null] }],
      },
      {
        all: [
          { field: 'name', is: 'present', value: true },
          { variant: { field: 'name', is: 'present', value: false } },
        ],
      },
    ],
    [true, { all: [] }],
  ])('%j is a rule', (logic, rule) => expect(into(logic)).toEqual(rule))

  it.each<[JsonLogic, string]>([
    [{ '+': [1, 2] }, ''],
    [{ and: [{ '==': [{ var: 'type' }, 'bag'] }, { if: [true, 1, 2] }] }, 'and[1]'],
    [{ or: [anyVariant({ '<': [{ var: 'price' }, { var: 'basePrice' }] })] }, 'or[0].some[1]'],
    [{ '==': [1, 1] }, ''],
    [anyVariant({ '!': [{ var: 'stock' }] }), 'some[1]'],
    [{ var: 'colour' }, ''],
    [{ '===': [{ substr: [{ var: 'name' }, 1, 3] }, 'egn'] }, ''],
    [{ some: [{ var: '' }, true] }, ''],
    [{ and: [{ or: [{ '==': [{ var: 'x' }, 1] }] }] }, 'and[0].or[0]'],
    [{ a: 1, b: 2 }, ''],
    [['x'], ''],
  ])('%j is refused, with the node', (logic, path) => expect(refusal(logic)).toBe(path))
})

describe('a fact of variants that is asked plainly', () => {
  it.each<[JsonLogic, string]>([
    [{ '<': [{ var: 'price' }, 60] }, ''],
    [{ '<=': [35, { var: 'price' }, 60] }, ''],
    [{ in: [{ var: 'sku' }, ['B-1']] }, ''],
    [{ '===': [{ substr: [{ var: 'sku' }, 0, 2] }, 'B-'] }, ''],
    [{ '!': [{ var: 'available' }] }, ''],
    [{ var: 'available' }, ''],
    [{ and: [{ '!=': [{ var: 'price' }, null] }, { '==': [{ var: 'type' }, 'bag'] }] }, 'and[0]'],
    [{ or: [true, { '>=': [{ var: 'sku-order' }, 'B-1'] }] }, 'or[1]'],
  ])('%j is refused, with its node', (logic, path) => expect(refusal(logic)).toBe(path))

  it('says what to write instead, which is taken', () => {
    const asked = { '<': [{ var: 'price' }, 60] }
    expect(() => into(asked)).toThrow(/“price” is a fact of variants/)
    expect(() => into(asked)).toThrow('{"some": [{"var": "variants"}, {"<":[{"var":"price"},60]}]}')
    expect(refusal(anyVariant(asked))).toBe('taken')
  })

  it('is not written out in full where it names very many values', () => {
    const skus = Array.from({ length: 500 }, (_, i) => `B-${i}`)
    expect(() => into({ in: [{ var: 'sku' }, skus] })).toThrow('{"in": …}')
  })
})
