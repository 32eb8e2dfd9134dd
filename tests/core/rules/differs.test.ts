import { describe, expect, it } from 'vitest'
import { campaignThatRests, runningCampaigns, type Campaign } from '@core/assignments/campaign'
import type { Condition } from '@core/rules/condition'
import { differsByStorefront, readsOnlyRecord } from '@core/rules/differs'
import { testSetup } from '../../world'

const setup = testSetup()
const test = (field: string, is = 'equals', value: unknown = 'x') => ({ field, is, value }) as Condition

describe('a condition that can be met in one storefront and not in another', () => {
  it.each<[string, boolean]>([
    ['price', true],
    ['sold-in', true],
    ['attribute:width', true],
    ['attribute:launched', true],
    ['attribute:unknown', true],
    ['name', true],
    ['sku', false],
    ['category', false],
    ['tags', false],
    ['attribute:weight', false],
    ['attribute:material', false],
  ])('reads %s: %s', (field, differs) => {
    expect(differsByStorefront(test(field), setup)).toBe(differs)
  })
  it('does where any part of it does, however deep', () => {
    const same = test('sku')
    const other = test('price')
    expect(differsByStorefront({ all: [same, { any: [same, { none: [same] }] }] }, setup)).toBe(false)
    expect(differsByStorefront({ all: [same, { any: [same, { none: [other] }] }] }, setup)).toBe(true)
    expect(differsByStorefront({ variant: { all: [other] } } as never, setup)).toBe(true)
  })
  it('is looked at for the set-up that is asked about: an attribute may become one per storefront', () => {
    const condition = test('attribute:material')
    expect(differsByStorefront(condition, setup)).toBe(false)
    const changed = testSetup()
    changed.attributes.get('material')!.perStorefront = true
    expect(differsByStorefront(condition, changed)).toBe(true)
    expect(differsByStorefront(condition, setup)).toBe(false)
  })
})

describe('a condition that reads a product’s own record alone', () => {
  it('names nothing that is a value, and asks no variant', () => {
    expect(readsOnlyRecord({ all: [test('brand'), { none: [test('type')] }] })).toBe(true)
    expect(readsOnlyRecord({ all: [test('brand'), test('attribute:weight')] })).toBe(false)
    expect(readsOnlyRecord({ variant: { all: [test('brand')] } } as never)).toBe(false)
  })
})

describe('a campaign', () => {
  const frost: Campaign = {
    code: 'frost',
    name: 'Frost',
    note: '',
    storefronts: ['uk', 'jp'],
    from: '2026-11-26T00:00',
    to: '2026-12-24T23:59',
  }
  const at = (iso: string) => Date.parse(iso)
  const why = (storefront: string, zone: string, iso: string) => campaignThatRests(frost, storefront, zone, at(iso))

  it('runs from and to moments of each storefront’s own day', () => {
    // It is the 26th in Tokyo for nine hours before it is in London.
    expect(why('jp', 'Asia/Tokyo', '2026-11-25T15:00Z')).toBeUndefined()
    expect(why('uk', 'Europe/London', '2026-11-25T15:00Z')).toMatch(/^only in the campaign “Frost”, from /)
    expect(why('uk', 'Europe/London', '2026-11-26T00:00Z')).toBeUndefined()
    expect(why('uk', 'Europe/London', '2026-12-25T12:00Z')).toMatch(/^only in the campaign “Frost”, until /)
  })
  it('rests where it does not run, and where it is no more', () => {
    expect(why('ch', 'Europe/Zurich', '2026-12-01T12:00Z')).toBe(
      'only in the campaign “Frost”, which does not run here',
    )
    expect(campaignThatRests(undefined, 'uk', 'Europe/London', 0)).toBe('its campaign does not exist')
  })
  it('is one of those that run', () => {
    const always = { ...frost, code: 'always', storefronts: [], from: null, to: null }
    const running = (storefront: string, zone: string, iso: string) =>
      runningCampaigns([frost, always], storefront, zone, at(iso))
    expect(running('uk', 'Europe/London', '2026-12-01T12:00Z')).toEqual(['frost', 'always'])
    expect(running('ch', 'Europe/Zurich', '2026-12-01T12:00Z')).toEqual(['always'])
    expect(running('uk', 'Europe/London', '2027-01-01T12:00Z')).toEqual(['always'])
  })
})
