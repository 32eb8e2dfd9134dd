import { describe, expect, it } from 'vitest'
import { effectivePrice, inheritedPrices, type SpecialPrice } from '@core/prices/effective'

const s = (
  amount: number,
  from = -Infinity,
  to = Infinity,
  group: string | null = null,
  quantity = 1,
): SpecialPrice => ({ amount, from, to, group, quantity })
const pays = (base: number | null, specials: SpecialPrice[], group: string | null = null, moment = 100) =>
  effectivePrice({ base, specials }, group, moment)?.amount

// Worked examples of the rule for prices, each by hand.
describe('what a customer pays', () => {
  it('is the base price where no special holds', () => {
    expect(pays(60, [])).toBe(60)
    expect(pays(60, [s(50, 101), s(40, 0, 100)])).toBe(60)
    expect(pays(null, [])).toBeUndefined()
  })
  it('includes the beginning and excludes the end', () => {
    expect(pays(60, [s(50, 100, 200)])).toBe(50)
    expect(pays(60, [s(50, 0, 100)])).toBe(60)
  })
  it('replaces the base price even where it is higher', () => expect(pays(60, [s(75)])).toBe(75))
  it('stands without a base price', () => expect(pays(null, [s(75)])).toBe(75))
  it('prefers a price made for the group to one for all, whatever the window or amount', () => {
    expect(pays(60, [s(40, 90, 110), s(55, -Infinity, Infinity, 'club')], 'club')).toBe(55)
    expect(pays(60, [s(40, 90, 110), s(55, -Infinity, Infinity, 'club')], 'workshop')).toBe(40)
    expect(pays(60, [s(30, 0, 200, 'club')], null)).toBe(60)
  })
  it('then prefers the shorter window, open ends being the longest', () => {
    expect(pays(60, [s(40, 0, 200), s(50, 50, 150)])).toBe(50)
    expect(pays(60, [s(40, 0), s(50, -1000, 1000)])).toBe(50)
  })
  it('then the lower price', () => expect(pays(60, [s(50, 0, 200), s(45, 50, 250)])).toBe(45))
  it('prefers the lowest priority before anything else, and none comes after all of them', () => {
    const first = (priority: number, special: SpecialPrice) => ({ ...special, priority })
    // By hand: 1 beats the group, the shorter window and the lower price; 2 beats none.
    expect(pays(60, [first(1, s(58)), s(40, 90, 110), s(30, 90, 110, 'club')], 'club')).toBe(58)
    expect(pays(60, [first(2, s(58)), first(1, s(59)), s(30)])).toBe(59)
    expect(pays(60, [first(9999, s(58)), s(30)])).toBe(58)
    // Among those of one priority the rest of the rule decides.
    expect(pays(60, [first(1, s(58)), first(1, s(55, -Infinity, Infinity, 'club'))], 'club')).toBe(55)
    expect(pays(60, [first(1, s(58)), first(1, s(57))])).toBe(57)
    // It counts only while it holds.
    expect(pays(60, [first(1, s(58, 0, 100)), s(40)])).toBe(40)
  })
  it('does not depend on the order in which specials are given', () => {
    const list = [s(50, 0, 200), s(45, 50, 250), s(40, 0, 1000), s(30, 0, 200, 'club')]
    expect(pays(60, list, 'club')).toBe(pays(60, [...list].reverse(), 'club'))
    expect(pays(60, list)).toBe(pays(60, [...list].reverse()))
  })
  it('is a variant’s own where it has any, else the parent’s', () => {
    const parent = { base: 60, specials: [s(50)] }
    expect(inheritedPrices({ base: null, specials: [] }, parent)).toBe(parent)
    expect(inheritedPrices({ base: 70, specials: [] }, parent).base).toBe(70)
  })
})
