import { describe, expect, it } from 'vitest'
import type { Value } from '@core/attributes/attribute'
import { onVariants } from '@core/values/on-variants'
import { missingValue } from '@core/values/resolve'

/** A variant that has these values of its own. */
const variant = (held: Record<string, Value>) => (attribute: string) =>
  attribute in held
    ? { ...missingValue(attribute), value: held[attribute]!, origin: 'own' as const, counts: true }
    : missingValue(attribute)

const size = { code: 'size', options: ['S', 'M', 'L'].map((code) => ({ code, labels: {} })) }
const colours = { code: 'colours', options: [] }

describe('what variants hold of an attribute', () => {
  it('is each value once, choices in the order of the options', () => {
    const all = [variant({ size: 'M' }), variant({ size: 'S' }), variant({ size: 'L' }), variant({ size: 'S' })]
    expect(onVariants(size, all)).toEqual({ values: ['S', 'M', 'L'], missing: 0, of: 4 })
  })
  it('counts those that have none', () => {
    expect(onVariants(size, [variant({ size: 'S' }), variant({}), variant({})])).toEqual({
      values: ['S'],
      missing: 2,
      of: 3,
    })
  })
  it('takes lists as the same where they hold the same', () => {
    const all = [variant({ colours: ['red', 'blue'] }), variant({ colours: ['red', 'blue'] }), variant({ colours: [] })]
    expect(onVariants(colours, all)?.values).toEqual([['red', 'blue'], []])
  })
  it('is nothing where there are no variants', () => {
    expect(onVariants(size, [])).toBeNull()
  })
})
