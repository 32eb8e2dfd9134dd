import { describe, expect, it } from 'vitest'
import { layoutOf } from '@core/page/assemble'
import { isSplitOf, layoutFor, plainLayout, withSplitOf, type Layout, type LayoutException } from '@core/page/layout'
import { factsOf } from '@core/rules/facts'
import { family, product, single, someMoment, testSetup } from '../../world'

const layout = (...exceptions: LayoutException[]): Layout => ({ ...plainLayout('tabs', []), exceptions })
const whole = { levels: [], except: [] }
const atTwo = { levels: [2 as const], except: ['care'] }

describe('a split of one product', () => {
  it('is one exception of the layout, written over by the next and removed whole', () => {
    const first = withSplitOf(layout(), ['B-1', 'B-1-S'], atTwo)
    expect(first.exceptions).toEqual([
      {
        name: 'Split of B-1',
        rule: { field: 'sku', is: 'one-of', value: ['B-1', 'B-1-S'] },
        change: { split: atTwo },
      },
    ])
    const second = withSplitOf(withSplitOf(first, ['B-2'], atTwo), ['B-1'], whole)
    expect(second.exceptions.map((e) => [e.name, 'split' in e.change && e.change.split])).toEqual([
      ['Split of B-2', atTwo],
      ['Split of B-1', whole],
    ])
    expect(withSplitOf(second, ['B-2'], null).exceptions.map((e) => e.name)).toEqual(['Split of B-1'])
    expect(withSplitOf(layout(), ['B-9'], null)).toEqual(layout())
  })
  it('is told from other exceptions, also from a split by another rule', () => {
    const rule = { field: 'sku', is: 'one-of', value: ['B-1'] } as const
    expect(isSplitOf({ name: 'x', rule, change: { split: whole } }, 'B-1')).toBe(true)
    expect(isSplitOf({ name: 'x', rule, change: { split: whole } }, 'B-2')).toBe(false)
    expect(isSplitOf({ name: 'x', rule, change: { area: 'details', as: 'plain' } }, 'B-1')).toBe(false)
    const byRule = { field: 'rule', is: 'equals', value: 'B-1' } as const
    expect(isSplitOf({ name: 'x', rule: byRule, change: { split: whole } }, 'B-1')).toBe(false)
  })
})

describe('the layout of one product', () => {
  const setup = testSetup()
  const uk = setup.storefronts.get('uk')!
  uk.layout = withSplitOf({ ...uk.layout, split: { levels: [3], except: [] } }, ['B-1', 'B-1-S'], atTwo)
  const lens = { storefront: 'uk', group: null, moment: someMoment }
  const of = (root: Parameters<typeof factsOf>[0]) => layoutOf(setup, 'uk', () => factsOf(root, lens, setup))

  it('has the split of the product, for a parent by the SKUs of its variants', () => {
    expect(of(single(product('B-1'))).split).toEqual(atTwo)
    expect(of(family(product('B-1'), product('B-1-S'))).split).toEqual(atTwo)
  })
  it('has none of its own otherwise: then the type’s and the storefront’s are asked', () => {
    expect(of(single(product('B-2'))).split).toBeUndefined()
    expect(layoutOf(setup, 'ch', () => factsOf(single(product('B-1')), lens, setup)).split).toBeUndefined()
  })
  it('has the later of two exceptions', () => {
    const rule = { all: [] }
    const two = layout({ name: 'a', rule, change: { split: atTwo } }, { name: 'b', rule, change: { split: whole } })
    expect(layoutFor(two, () => true).split).toEqual(whole)
    expect(layoutFor(two, (_, i) => i === 0).split).toEqual(atTwo)
    expect(layoutFor(two, () => false)).toEqual({ areas: two.areas, parts: two.parts })
  })
})
