import { describe, expect, it } from 'vitest'
import type { Value } from '@core/attributes/attribute'
import { bulkTitle, checkBulkChange, kindsFor, membersOf, outcomeOf } from '@core/bulk/change'
import { bulkFields } from '@core/bulk/fields'
import type { BulkChange, BulkSpecial } from '@core/bulk/shape'
import type { Family, Price, Product } from '@core/catalogue/model'
import { applyPatch } from '@core/catalogue/patch'
import { family, product, single, testSetup } from '../../world'

const setup = testSetup()
const change = (more: Partial<BulkChange> & Pick<BulkChange, 'do' | 'attribute'>): BulkChange => ({
  storefront: null,
  language: null,
  members: 'fitting',
  ...more,
})
const place = (attribute: string) => ({ attribute, storefront: null, language: null })
const base = (storefront: string, amount: number): Price => ({
  storefront,
  special: false,
  group: null,
  from: null,
  to: null,
  amount,
  quantity: 1,
})
const december: Omit<BulkSpecial, 'priority'> = {
  group: null,
  from: '2026-12-01T00:00',
  to: '2026-12-24T23:59',
  quantity: 1,
}
const problems = (c: BulkChange) => checkBulkChange(c, setup).map((p) => p.path)

/** A product after a change; a problem is its sentence, and no change is undefined. */
function after(c: BulkChange, subject: Product, of: Family = single(subject)): Product | string | undefined {
  expect(checkBulkChange(c, setup)).toEqual([])
  const outcome = outcomeOf(subject, of, c, setup)
  if (outcome === null) return undefined
  return 'problem' in outcome ? outcome.problem : applyPatch(subject, outcome.patch).product
}
const changed = (c: BulkChange, subject: Product, of?: Family) => after(c, subject, of) as Product

describe('numbers of a product', () => {
  it('are set, raised and lowered, and stay whole', () => {
    const bag = product('B-1', { stock: 7 })
    expect(changed(change({ do: 'set', attribute: 'field:stock', value: 12 }), bag).stock).toBe(12)
    expect(changed(change({ do: 'adjust', attribute: 'field:stock', by: 5 }), bag).stock).toBe(12)
    expect(changed(change({ do: 'adjust', attribute: 'field:stock', by: -50, percent: true }), bag).stock).toBe(4)
    expect(changed(change({ do: 'clear', attribute: 'field:stock' }), bag).stock).toBe(null)
    expect(after(change({ do: 'set', attribute: 'field:stock', value: 2.5 }), bag)).toBe(
      'This has to be a whole number.',
    )
    expect(after(change({ do: 'adjust', attribute: 'field:stock', by: -8 }), bag)).toMatch(/below what is allowed/)
    expect(after(change({ do: 'adjust', attribute: 'field:stock', by: 5 }), product('B-2'))).toBe(undefined)
  })
  it('are those of the variants where each has its own', () => {
    const root = product('R')
    const tall = family(root, product('R-S', { parent: 'R' }), product('R-M', { parent: 'R' }))
    const skus = (attribute: string) => membersOf(tall, { attribute, members: 'fitting' }, setup).map((p) => p.sku)
    expect(skus('field:stock')).toEqual(['R-S', 'R-M'])
    expect(skus('field:minimum')).toEqual(['R'])
    expect(membersOf(single(root), { attribute: 'field:stock', members: 'fitting' }, setup)).toEqual([root])
  })
})

describe('a base price', () => {
  const bag = product('B-1', { prices: [base('uk', 59.9), base('ch', 0.25)] })
  const lower = (by: number, storefront: string, percent = true) =>
    change({ do: 'adjust', attribute: 'field:price', storefront, by, percent })
  const priceIn = (storefront: string, c: BulkChange) =>
    changed(c, bag).prices.find((p) => p.storefront === storefront)!.amount
  it('is lowered by percent to what its money has, halves upwards, and by an amount exactly', () => {
    expect(priceIn('uk', lower(-10, 'uk'))).toBe(53.91)
    expect(priceIn('ch', lower(-10, 'ch'))).toBe(0.23)
    expect(priceIn('uk', lower(0.1, 'uk', false))).toBe(60)
  })
  it('is of one storefront, which has to be named', () => {
    expect(problems(change({ do: 'set', attribute: 'field:price', value: 5 }))).toEqual(['storefront'])
    expect(problems(change({ do: 'set', attribute: 'field:price', storefront: 'xx', value: 5 }))).toEqual([
      'storefront',
    ])
  })
  it('is not lowered by everything, nor by nothing', () => {
    expect(problems(lower(-100, 'uk'))).toEqual(['by'])
    expect(problems(lower(0, 'uk'))).toEqual(['by'])
  })
  it('says where in its title', () => {
    expect(bulkTitle(lower(-10, 'ch'), setup)).toBe('Lowered Base price in CH by 10 %')
  })
})

describe('base prices', () => {
  it('are shown in the storefront’s money', () => {
    const set: BulkChange = {
      do: 'set',
      attribute: 'field:price',
      storefront: 'ch',
      language: null,
      value: 21.6,
      members: 'fitting',
    }
    expect(bulkTitle(set, setup).replaceAll('\u00a0', ' ')).toBe('Set Base price in CH to “CHF 21.60”')
  })
})

describe('special prices', () => {
  const add = (special: BulkSpecial, storefront = 'uk') =>
    change({ do: 'add-special', attribute: 'field:specials', storefront, special })
  it('are a share of the base price of each, or an amount', () => {
    const bag = product('B-1', { prices: [base('uk', 59.9)] })
    expect(changed(add({ ...december, percentOff: 25 }), bag).prices).toEqual([
      base('uk', 59.9),
      { ...december, storefront: 'uk', special: true, amount: 44.93 },
    ])
    expect(changed(add({ ...december, amount: 39 }), bag).prices[1]!.amount).toBe(39)
  })
  it('are of the parent’s price where a variant has none', () => {
    const root = product('R', { prices: [base('uk', 100)] })
    const variant = product('R-S', { parent: 'R' })
    const c = { ...add({ ...december, percentOff: 10 }), members: 'variants' as const }
    expect(changed(c, variant, family(root, variant)).prices.map((p) => p.amount)).toEqual([90])
  })
  it('take the place of one for the same customers at the same time, and of no other', () => {
    const bag = product('B-1', {
      prices: [base('uk', 60), { ...december, storefront: 'uk', special: true, amount: 50 }],
    })
    expect(changed(add({ ...december, amount: 40 }), bag).prices.map((p) => p.amount)).toEqual([60, 40])
    expect(changed(add({ ...december, quantity: 10, amount: 40 }), bag).prices).toHaveLength(3)
    expect(after(add({ ...december, amount: 50 }), bag)).toBe(undefined)
  })
  it('cannot be a share of a price that there is not', () => {
    expect(after(add({ ...december, percentOff: 25 }), product('B-1'))).toBe(
      'It has no base price in UK to be lowered.',
    )
  })
  it('are checked before', () => {
    const paths = (c: BulkChange) => problems(c)
    expect(paths(add(december))).toEqual(['special.amount'])
    expect(paths(add({ ...december, amount: 5, percentOff: 5 }))).toEqual(['special.amount'])
    expect(paths(add({ ...december, to: '2026-11-01', amount: 5 }))).toEqual(['special.to'])
    expect(paths(add({ ...december, group: 'nobody', amount: 5 }))).toEqual(['special.group'])
    expect(paths({ ...add({ ...december, amount: 5 }), storefront: null })).toEqual(['storefront'])
    expect(paths(change({ do: 'add-special', attribute: 'field:specials', storefront: 'uk' }))).toEqual(['special'])
  })
  it('are removed in one storefront, or in all', () => {
    const prices = [base('uk', 60), ...['uk', 'ch'].map((s) => ({ ...base(s, 5), special: true }))]
    const remove = (storefront: string | null) =>
      changed(change({ do: 'remove-specials', attribute: 'field:specials', storefront }), product('B', { prices }))
    expect(remove('uk').prices.map((p) => `${p.storefront} ${p.amount}`)).toEqual(['uk 60', 'ch 5'])
    expect(remove(null).prices).toEqual([base('uk', 60)])
  })
  it('say in their title for whom and when, and by how much or for what amount', () => {
    const named = new Map(setup.storefronts).set('uk', { ...setup.storefronts.get('uk')!, name: 'Trade: UK' })
    const title = (special: BulkSpecial) => bulkTitle(add(special), { ...setup, storefronts: named })
    const when = 'Trade: UK, from 1 Dec 2026, 00:00 until 24 Dec 2026, 23:59'
    expect(title({ ...december, percentOff: 25 })).toBe(`Added a special price: ${when}: 25 % off`)
    expect(title({ ...december, quantity: 10, amount: 39 })).toBe(
      `Added a special price: ${when}, from 10 items: £39.00`,
    )
  })
  it('take no other kind of change, and nothing else takes theirs', () => {
    expect(kindsFor(place('field:specials'), setup)).toEqual(['add-special', 'remove-specials'])
    expect(kindsFor(place('chart'), setup)).not.toContain('add-special')
  })
})

describe('where a product is sold', () => {
  const entry = (storefront: string, more = {}) => ({ storefront, groups: [], from: null, to: null, ...more })
  const sold = (todo: 'add' | 'remove' | 'set', value: string[], range = [] as Product['range']) =>
    after(change({ do: todo, attribute: 'field:sold-in', value }), product('B', { range }))
  const rangeOf = (p: ReturnType<typeof sold>) => (p as Product).range.map((r) => r.storefront)
  it('is everywhere without a range, from which one can be taken', () => {
    expect(rangeOf(sold('remove', ['ch']))).toEqual(['uk', 'ca'])
    expect(sold('add', ['ch'])).toBe(undefined)
  })
  it('keeps for whom and when, and is no range once it is everywhere for everybody', () => {
    const trade = entry('uk', { groups: ['trade'] })
    expect((sold('add', ['ca'], [trade]) as Product).range).toEqual([trade, entry('ca')])
    expect((sold('add', ['uk', 'ca'], [entry('ch')]) as Product).range).toEqual([])
  })
  it('cannot be nowhere', () => {
    expect(sold('remove', ['uk', 'ch', 'ca'])).toBe('It would be sold nowhere. Disable it instead.')
  })
})

describe('relations, categories and dates', () => {
  it('are added and removed by kind, the others staying', () => {
    const bag = product('B', {
      relations: [
        { kind: 'replaces', sku: 'OLD' },
        { kind: 'goes-with', sku: 'A' },
      ],
    })
    const added = changed(change({ do: 'add', attribute: 'field:goes-with', value: ['C'] }), bag)
    expect(added.relations).toEqual([
      { kind: 'replaces', sku: 'OLD' },
      { kind: 'goes-with', sku: 'A' },
      { kind: 'goes-with', sku: 'C' },
    ])
    const removed = changed(change({ do: 'remove', attribute: 'field:goes-with', value: ['A'] }), bag)
    expect(removed.relations).toEqual([{ kind: 'replaces', sku: 'OLD' }])
    expect(after(change({ do: 'add', attribute: 'field:goes-with', value: ['B'] }), bag)).toBe(
      'A product has no relation to itself.',
    )
  })
  it('are called what the product is to the others', () => {
    const labels = ['goes-with', 'replaces', 'spare-part'].map((kind) => bulkFields[`field:${kind}`]!.label)
    expect(labels).toEqual(['Goes with', 'Replaces', 'Is a spare part of'])
  })
  it('set and clear what is one day', () => {
    const bag = product('B', { availableFrom: '2026-01-01' })
    const day = (value: Value) => change({ do: 'set', attribute: 'field:available-from', value })
    expect(changed(day('2026-12-01'), bag).availableFrom).toBe('2026-12-01')
    expect(changed(change({ do: 'clear', attribute: 'field:available-from' }), bag).availableFrom).toBe(null)
    expect(problems(day('2026-13-01'))).toEqual(['value'])
  })
})

describe('a product type', () => {
  const set = change({ do: 'set', attribute: 'field:type', value: [...setup.types.keys()][1]!, members: 'both' })
  it('is changed of single products, and of none with variants', () => {
    const variant = product('R-S', { parent: 'R' })
    const root = product('R')
    expect(changed(set, product('B')).type).toBe([...setup.types.keys()][1])
    expect(after(set, root, family(root, variant))).toMatch(/^It has variants/)
    expect(after(set, variant, family(root, variant))).toMatch(/^A variant has the type of its parent/)
  })
  it('is never cleared', () => expect(kindsFor(place('field:type'), setup)).toEqual(['set']))
})

describe('moving', () => {
  const move = change({ do: 'move', attribute: 'model', from: place('season') })
  it('fills one field and empties the other, in one step', () => {
    const c = change({
      do: 'move',
      attribute: 'summary',
      language: 'en-GB',
      from: { attribute: 'name', storefront: null, language: 'en-GB' },
    })
    const moved = changed(c, product('B', {}, { 'name@/en-GB': 'Regn' }))
    expect(moved.values.map((v) => [v.attribute, v.value])).toEqual([['summary', 'Regn']])
  })
  it('empties the other also where both say the same', () => {
    const c = change({ do: 'move', attribute: 'width', storefront: 'uk', from: place('width') })
    const same = { value: 3, unit: 'mm' }
    const moved = changed(c, product('B', {}, { width: same, 'width@uk/': same }))
    expect(moved.values.map((v) => v.storefront)).toEqual(['uk'])
  })
  it('leaves alone what has nothing to move', () => {
    expect(outcomeOf(product('B'), single(product('B')), { ...move, from: place('guide') }, setup)).toBe(null)
  })
})

it('has a field for each that takes at least one kind of change, of any product', () => {
  const bare = product('B')
  for (const code of Object.keys(bulkFields)) {
    expect([code, kindsFor({ ...place(code), storefront: 'uk' }, setup).length > 0]).toEqual([code, true])
    expect(() => bulkFields[code]!.read(bare, { ...place(code), storefront: 'uk' }, setup)).not.toThrow()
  }
})
