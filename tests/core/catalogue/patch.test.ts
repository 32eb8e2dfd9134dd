import { describe, expect, it } from 'vitest'
import fc from 'fast-check'
import { applyPatch, inversePatch, same, scopeOfPath, valuePath, type ProductPatch } from '@core/catalogue/patch'
import { undoneRecord, recordDifferences } from '@core/records/undo'
import { price, product, special } from '../../world'

const patch = (more: Partial<ProductPatch>): ProductPatch => ({ fields: {}, values: [], basePrices: [], ...more })
const value = (
  attribute: string,
  v: string | null,
  language: string | null = null,
  storefront: string | null = null,
) => ({ attribute, storefront, language, value: v })
const bag = product('B', { stock: 3, prices: [price('uk', 60)] }, { model: '30', 'name@/en-GB': 'Regn' })

describe('changes of a product', () => {
  it('are what differs, and nothing where it is there already', () => {
    const { differences } = applyPatch(
      bag,
      patch({
        fields: { stock: 3, status: 'draft' },
        values: [
          value('model', '30'),
          value('name', 'Sacoche', 'fr-CH'),
          value('name', null, 'en-GB'),
          value('season', null),
        ],
        basePrices: [
          { storefront: 'uk', amount: 60 },
          { storefront: 'ch', amount: 80 },
        ],
      }),
    )
    expect(differences).toEqual([
      { path: 'status', before: 'active', after: 'draft' },
      { path: 'attribute:name@/fr-CH', before: null, after: 'Sacoche' },
      { path: 'attribute:name@/en-GB', before: 'Regn', after: null },
      { path: 'price@ch', before: null, after: 80 },
    ])
  })
  it('leave the given product as it was', () => {
    const before = JSON.stringify(bag)
    applyPatch(
      bag,
      patch({
        values: [value('model', '31')],
        basePrices: [{ storefront: 'uk', amount: null }],
        specials: [special('uk', 50)],
      }),
    )
    expect(JSON.stringify(bag)).toBe(before)
  })
  it('name values by attribute and scope', () => {
    for (const scope of [
      value('weight', 'x'),
      value('name', 'x', 'fr-CH'),
      value('grade', 'x', null, 'ch'),
      value('name', 'x', 'fr-CH', 'ch'),
    ]) {
      const { value: _, ...bare } = scope
      expect(scopeOfPath(valuePath(scope))).toEqual(bare)
    }
    expect(scopeOfPath('price@uk')).toBeUndefined()
  })

  it('are taken back by their inverse, whatever they were', () => {
    const patches = fc.record({
      fields: fc.record(
        {
          stock: fc.option(fc.nat(9)),
          tags: fc.subarray(['a', 'b']),
          status: fc.constantFrom('draft' as const, 'active' as const),
        },
        { requiredKeys: [] },
      ),
      values: fc.uniqueArray(
        fc.record({
          attribute: fc.constantFrom('model', 'season'),
          storefront: fc.constant(null),
          language: fc.constant(null),
          value: fc.option(fc.constantFrom('30', '31')),
        }),
        { selector: (v) => v.attribute },
      ),
      basePrices: fc.uniqueArray(
        fc.record({ storefront: fc.constantFrom('uk', 'ch'), amount: fc.option(fc.constantFrom(60, 70)) }),
        { selector: (p) => p.storefront },
      ),
      specials: fc.option(fc.constantFrom([special('uk', 50)], []), { nil: undefined }),
    }) as fc.Arbitrary<ProductPatch>
    const bare = (p: typeof bag) => ({
      ...p,
      values: [...p.values].sort((a, b) => (valuePath(a) < valuePath(b) ? -1 : 1)),
      prices: [...p.prices].sort((a, b) => (a.storefront < b.storefront ? -1 : 1)),
    })
    fc.assert(
      fc.property(patches, (given) => {
        const { product: after, differences } = applyPatch(bag, given)
        const { patch: back, skipped } = inversePatch(after, differences)
        expect(skipped).toEqual([])
        expect(bare(applyPatch(after, back).product)).toEqual(bare(bag))
      }),
      { seed: 4870 },
    )
  })
  it('stay where something was changed again since', () => {
    const { product: after, differences } = applyPatch(
      bag,
      patch({ fields: { stock: 9 }, values: [value('model', '31')] }),
    )
    const later = applyPatch(after, patch({ fields: { stock: 4 } })).product
    const { patch: back, skipped } = inversePatch(later, differences)
    expect(skipped).toEqual(['stock'])
    expect(applyPatch(later, back).product).toMatchObject({
      stock: 4,
      values: expect.arrayContaining([{ attribute: 'model', storefront: null, language: null, value: '30' }]),
    })
  })
})

describe('changes of a whole record', () => {
  const text = (language: string, title: string) => ({ storefront: null, language, title, body: '' })
  const before = { code: 'a', name: 'One', note: '', texts: [text('en-GB', 'One')] }
  const after = { code: 'a', name: 'Two', note: 'why', texts: [text('en-GB', 'Two'), text('fr-CH', 'Deux')] }
  it('are put back part by part, each language’s text for itself', () => {
    const now = {
      ...after,
      note: 'another reason',
      texts: [text('en-GB', 'Two'), text('fr-CH', 'Deux'), text('de-CH', 'Zwei')],
    }
    const { record, skipped } = undoneRecord(now, before, after)
    expect(skipped).toEqual(['note'])
    expect(record).toEqual({
      code: 'a',
      name: 'One',
      note: 'another reason',
      texts: [text('en-GB', 'One'), text('de-CH', 'Zwei')],
    })
  })
  it('are listed by part', () => {
    expect(recordDifferences(before, after).map((d) => d.path)).toEqual([
      'name',
      'note',
      'texts@/en-GB',
      'texts@/fr-CH',
    ])
    expect(recordDifferences(null, before).every((d) => d.before === null)).toBe(true)
  })
})

it('tells plain values apart by content', () => {
  expect([
    same({ a: [1, { b: null }] }, { a: [1, { b: null }] }),
    same([1, 2], [2, 1]),
    same({ a: 1 }, { a: 1, b: undefined }),
    same(null, {}),
    same('1', 1),
  ]).toEqual([true, false, false, false, false])
})
