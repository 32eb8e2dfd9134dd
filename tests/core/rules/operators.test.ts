import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { checkCondition } from '@core/rules/check'
import { comparisonOf } from '@core/rules/comparison'
import type { Condition, RuleNode } from '@core/rules/condition'
import { factsOf } from '@core/rules/facts'
import { comparingOperators, operatorNames, writtenOperator } from '@core/rules/operators'
import { compilePredicate } from '@core/rules/predicate'
import { sentenceOf } from '@core/rules/sentence'
import { aFamily } from '../../catalogues'
import { someMoment, testSetup } from '../../world'

const setup = testSetup()
const lens = { storefront: 'uk', group: null, moment: someMoment }
const comparison = (condition: Condition) =>
  comparisonOf(checkCondition(condition, setup) as Extract<RuleNode, { kind: 'test' }>)

describe('operators', () => {
  it('are each offered in words, and fit some kind of field', () => {
    for (const name of operatorNames) {
      const { offered, kinds, name: comparing } = writtenOperator(name)!
      expect([name, offered.length > 0, kinds.length > 0]).toEqual([name, true, true])
      expect(comparingOperators[comparing].phrase.includes('%') || comparing === 'present').toBe(true)
    }
    expect(writtenOperator('constructor')).toBeUndefined()
  })
  it.each<[Condition, object]>([
    [
      { field: 'stock', is: 'above', value: 3 },
      { form: 'range', from: { value: 3, open: true } },
    ],
    [
      { field: 'stock', is: 'between', value: [1, 3] },
      { form: 'range', from: { value: 1 }, to: { value: 3 } },
    ],
    [
      { field: 'sku', is: 'at-most', value: 'PE-9' },
      { form: 'range', to: { value: 'pe-019' } },
    ],
    [
      { field: 'brand', is: 'one-of', value: ['oxbrook', 'varga'] },
      { form: 'one-of', values: ['oxbrook', 'varga'] },
    ],
    [
      { field: 'available', is: 'equals', value: false },
      { form: 'flag', flag: false },
    ],
    [
      { field: 'name', is: 'like', value: 'Regn*' },
      { form: 'text', part: 'pattern', text: 'regn*' },
    ],
    [
      { field: 'created', is: 'within-days', value: 3 },
      { form: 'last-days', days: 3 },
    ],
    [{ field: 'brand', is: 'present', value: false }, { form: 'absent' }],
  ])('tell %j as a comparison', (condition, told) => expect(comparison(condition)).toEqual(told))
})

describe('the opposite of an operator', () => {
  const not: Condition = { field: 'brand', is: 'not-equals', value: 'oxbrook' }
  it('means none of the other, for every product, without a value too', () => {
    const [opposite, none] = [not, { none: [{ field: 'brand', is: 'equals', value: 'oxbrook' }] } as Condition].map(
      (rule) => compilePredicate(checkCondition(rule, setup)),
    )
    fc.assert(
      fc.property(aFamily, (family) => {
        const facts = factsOf(family, lens, setup)
        expect(opposite!(facts)).toBe(none!(facts))
      }),
    )
  })
  it('reads as one, and twice turned round as the other', () => {
    expect(sentenceOf(not, setup)).toBe('Not from Oxbrook')
    expect(sentenceOf({ none: [not] }, setup)).toBe('From Oxbrook')
    expect(sentenceOf({ field: 'attribute:weight', is: 'not-equals', value: '1 kg' }, setup)).toBe('Weight is not 1 kg')
  })
  it('takes what the other takes, and nothing else', () => {
    expect(() => checkCondition({ field: 'brand', is: 'not-equals', value: 'nobody' }, setup)).toThrow(/nobody/)
    expect(() => checkCondition({ field: 'rule', is: 'not-equals', value: 'light-or-wool' }, setup)).not.toThrow()
  })
})
