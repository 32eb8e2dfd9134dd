import { describe, expect, it } from 'vitest'
import fc from 'fast-check'
import { asGroup, finishedRows, fromBuilder, isHalfWritten, toBuilder, valueUnder } from '@core/rules/builder'
import { checkCondition } from '@core/rules/check'
import type { Condition } from '@core/rules/condition'
import type { OperatorName } from '@core/rules/operators'
import { factsOf } from '@core/rules/facts'
import { compilePredicate } from '@core/rules/predicate'
import { aCondition, aFamily } from '../../catalogues'
import { someMoment, testSetup } from '../../world'

const setup = testSetup()
const size = { field: 'attribute:size', is: 'equals', value: 'S' } as Condition
const stock = { field: 'stock', is: 'above', value: 0 } as Condition
const bag = { field: 'type', is: 'equals', value: 'bag' } as Condition
const through = (c: Condition) => fromBuilder(toBuilder(asGroup(c), setup), setup)

describe('the condition builder', () => {
  it('gathers two variant conditions of one group into one variant', () => {
    const group = toBuilder({ all: [bag] }, setup)
    group.children.push({ ...size } as never, { ...stock } as never)
    expect(fromBuilder(group, setup)).toEqual({ all: [bag, { variant: { all: [size, stock] } }] })
  })
  it('shows them as rows of the group again, and can be told to keep them apart', () => {
    const group = toBuilder({ all: [bag, { variant: { all: [size, stock] } }] }, setup)
    expect(group.children).toHaveLength(3)
    expect(group.sameVariant).toBe(true)
    expect(fromBuilder({ ...group, sameVariant: false }, setup)).toEqual({ all: [bag, size, stock] })
  })
  it('changes no rule by opening it', () => {
    for (const rule of [
      { all: [size, stock] },
      { all: [size, { variant: { all: [size, stock] } }] },
      { variant: { any: [size, stock] } },
      { none: [{ variant: { all: [size] } }] },
      bag,
      { any: [{ all: [] }] },
    ] as Condition[]) {
      expect(through(rule)).toEqual(asGroup(rule))
    }
  })
  it('shows measures and prices that are written in one in their parts', () => {
    const shown = (field: string, value: unknown) =>
      (toBuilder({ field, is: 'equals', value } as Condition, setup).children[0] as { value: unknown }).value
    expect(shown('price', '250 GBP')).toEqual({ value: 250, currency: 'GBP' })
    expect(shown('attribute:width', ['8 in', '30.5 cm'])).toEqual([
      { value: 8, unit: 'in' },
      { value: 30.5, unit: 'cm' },
    ])
    expect(shown('attribute:width', 'eight')).toBe('eight')
    expect(shown('price', { value: 3, currency: 'CHF' })).toEqual({ value: 3, currency: 'CHF' })
  })
  it('means the same after a way through it, for any rule and product', () => {
    fc.assert(
      fc.property(aCondition, fc.array(aFamily, { minLength: 1, maxLength: 4 }), (rule, families) => {
        const [before, after] = [checkCondition(rule, setup), checkCondition(through(rule), setup)].map((n) =>
          compilePredicate(n),
        ) as [ReturnType<typeof compilePredicate>, ReturnType<typeof compilePredicate>]
        for (const f of families) {
          const facts = factsOf(f, { storefront: 'uk', group: null, moment: someMoment }, setup)
          expect(after(facts)).toBe(before(facts))
        }
      }),
      { numRuns: 300, seed: 4870 },
    )
  })
  it('keeps of a value what fits when the operator changes', () => {
    const row = (is: OperatorName, value?: unknown) => ({ field: 'stock', is, value })
    expect(valueUnder('one-of', row('equals', 3))).toEqual([3])
    expect(valueUnder('equals', row('one-of', [3, 4]))).toBe(3)
    expect(valueUnder('between', row('at-least', 3))).toEqual([3, null])
    expect(valueUnder('at-most', row('between', [3, 9]))).toBe(3)
    expect(valueUnder('not-equals', row('equals', 3))).toBe(3)
    expect(valueUnder('present', row('equals', 3))).toBeUndefined()
    expect(valueUnder('equals', row('present', true))).toBeUndefined()
  })
  it('knows a row that still waits for its value, however deep', () => {
    const waits = (rule: unknown) => isHalfWritten(toBuilder(asGroup(rule as Condition), setup))
    expect(waits({ all: [bag, { field: 'type', is: 'equals' }] })).toBe(true)
    expect(waits({ any: [{ all: [{ field: 'stock', is: 'between', value: [1, null] }] }] })).toBe(true)
    expect(waits({ field: 'brand', is: 'one-of', value: [] })).toBe(true)
    expect(waits({ all: [bag, stock, { field: 'brand', is: 'present' }] })).toBe(false)
    expect(waits({ all: [] })).toBe(false)
  })
  it('asks for the rows that are whole while others are written', () => {
    const asked = (rule: unknown) => fromBuilder(finishedRows(toBuilder(asGroup(rule as Condition), setup)), setup)
    const half = { field: 'price', is: 'at-least' }
    expect(asked({ all: [bag, half] })).toEqual({ all: [bag] })
    expect(asked({ all: [bag, { any: [half] }, { none: [stock, half] }] })).toEqual({ all: [bag, { none: [stock] }] })
    expect(asked({ any: [half] })).toEqual({ any: [] })
    expect(asked({ all: [bag, { variant: { all: [half] } }] })).toEqual({ all: [bag] })
    expect(asked({ all: [bag, { any: [] }] })).toEqual({ all: [bag, { any: [] }] })
  })
})
