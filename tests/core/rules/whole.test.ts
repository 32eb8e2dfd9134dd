import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { checkCondition } from '@core/rules/check'
import { RuleError } from '@core/rules/condition'
import { fromJsonLogic } from '@core/rules/json-logic-in'
import { comparingOperators, type ComparingName } from '@core/rules/operators'
import { overWholeNumbers, type OverWholeNumbers } from '@core/rules/whole'
import { testSetup } from '../../world'

const setup = testSetup()

const domain = { least: -5, most: 20 }
const holds = (over: OverWholeNumbers, n: number): boolean => {
  switch (over.kind) {
    case 'none':
      return false
    case 'all':
      return true
    case 'some':
      return over.numbers.includes(n)
    case 'range':
      return n >= over.from && n <= over.to
  }
}

describe('a field of whole numbers', () => {
  it('is compared with fractions and numbers beyond it as numbers are', () => {
    const number = fc.oneof(
      fc.integer({ min: -8, max: 24 }),
      fc.double({ min: -8, max: 24, noNaN: true }),
      fc.constantFrom(3e9, -3e9, 1e300, 2.5, -0.5),
    )
    const is = fc.constantFrom<ComparingName>('equals', 'at-least', 'at-most', 'above', 'below', 'between')
    fc.assert(
      fc.property(is, number, number, (name, a, b) => {
        const numbers = name === 'between' ? [Math.min(a, b), Math.max(a, b)] : [a]
        const operand = { texts: [], numbers, flag: null, currency: null }
        const over = overWholeNumbers(comparingOperators[name].comparison(operand, numbers), domain)
        const asked = comparingOperators[name].compile(operand, 'number', 'n')
        for (let n = domain.least; n <= domain.most; n++)
          expect(holds(over, n)).toBe(asked({ n } as unknown as Parameters<typeof asked>[0]))
      }),
    )
  })
  it('keeps what it can hold of a list', () => {
    expect(overWholeNumbers({ form: 'one-of', values: [1, 2.5, 3e9] }, domain)).toEqual({ kind: 'some', numbers: [1] })
    expect(overWholeNumbers({ form: 'one-of', values: [2.5] }, domain)).toEqual({ kind: 'none' })
  })
})

describe('numbers that no date or duration can be', () => {
  it('are refused with the place and what to write', () => {
    for (const value of [1e12, 36_501, 2.5, -1])
      expect(() => checkCondition({ field: 'created', is: 'within-days', value }, setup)).toThrow(/0 to 36,500/)
    for (const day of [20786.5, 1e12, -1e9])
      expect(() => fromJsonLogic({ '==': [{ var: 'created' }, day] }, setup, 'GBP')).toThrow(RuleError)
    expect(fromJsonLogic({ '>=': [{ var: 'created' }, 20786] }, setup, 'GBP')).toEqual({
      field: 'created',
      is: 'at-least',
      value: '2026-11-29',
    })
  })
})
