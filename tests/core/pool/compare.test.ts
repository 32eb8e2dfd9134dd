import { describe, expect, it } from 'vitest'
import { sourceDifference, undoSources, standingOf, type ValueSource } from '@core/catalogue/source'
import { compareItem, isExplained, saysTheSame, takeOver } from '@core/pool/compare'
import { readItem, type PoolItem } from '@core/pool/item'
import { family, product, testSetup } from '../../world'

const setup = testSetup()
const item = (properties: Record<string, string>): PoolItem => ({
  gtin: '2000000010014',
  brand: 'Oxbrook',
  model: 'M',
  updated: '2026-03-04',
  properties,
})
const source = (value: unknown, reason: string | null = null): ValueSource => ({
  source: 'data-pool',
  item: '2000000010014',
  property: 'Weight',
  value,
  updated: '2026-03-04',
  at: '2026-11-25T12:00:00.000Z',
  reason,
})
const bag = product(
  'B-1',
  { type: 'bag', brand: 'oxbrook' },
  { weight: { value: 1.2, unit: 'kg' }, material: 'canvas' },
)
const compare = (
  properties: Record<string, string>,
  sources = new Map<string, ValueSource>(),
  skipped?: Parameters<typeof compareItem>[5],
) => compareItem(item(properties), bag, family(bag), setup, sources, skipped)
const states = (properties: Record<string, string>) =>
  Object.fromEntries(compare(properties).map((c) => [c.property, c.state]))

describe('an item of the pool, read', () => {
  it('knows properties by code, label and language, as columns of a file are known', () => {
    expect(
      readItem(
        item({
          Weight: '1.2 kg',
          'Product name (fr-CH)': 'Sac',
          Marque: 'Oxbrook',
          'Product type': 'bag',
          'Country of origin': 'Portugal',
        }),
        setup,
      ).map((p) => [p.path, p.value]),
    ).toEqual([
      ['attribute:weight', { value: 1.2, unit: 'kg' }],
      ['attribute:name@/fr-CH', 'Sac'],
      ['brand', 'oxbrook'],
      ['type', 'bag'],
      [null, null],
    ])
  })
  it('leaves out what a product has of its own, and tells what cannot be read', () => {
    expect(readItem(item({ EAN: '2000000010014', 'Article number': 'X', Weight: 'about 2' }), setup)).toMatchObject([
      {
        property: 'Weight',
        path: 'attribute:weight',
        value: null,
        problem: expect.stringContaining('about 2') as string,
      },
    ])
  })
  it('takes from the skipped mapping what people said that a property means', () => {
    const skipped = { columns: [{ header: 'Mass of the thing', means: 'weight', unit: 'g' }], type: '' }
    expect(readItem(item({ 'Mass of the thing': '800' }), setup, skipped)).toMatchObject([
      { path: 'attribute:weight', value: { value: 800, unit: 'g' } },
    ])
  })
})

describe('an item beside a product', () => {
  it('is the same, empty, different, unread or unknown, property by property', () => {
    expect(
      states({
        Weight: '1200 g',
        Material: 'steel',
        Volume: '18 L',
        Launched: 'soon',
        Brand: 'Oxbrook',
        'Colour of the box': 'red',
      }),
    ).toEqual({
      Weight: 'same',
      Material: 'differs',
      Volume: 'empty',
      Launched: 'unread',
      Brand: 'same',
      'Colour of the box': 'unknown',
    })
  })
  it('reads a variant with what it inherits, and says so', () => {
    const parent = product('G-1', { type: 'glove', brand: 'oxbrook' }, { weight: { value: 80, unit: 'g' } })
    const variant = product('G-1-S', { parent: 'G-1', type: 'glove', brand: 'oxbrook' })
    expect(
      compareItem(item({ Weight: '90 g', Size: 'S' }), variant, family(parent, variant), setup, new Map()).map((c) => [
        c.state,
        c.inherited,
      ]),
    ).toEqual([
      ['differs', true],
      ['empty', false],
    ])
  })
  it('never takes two lists for the same that rules cannot tell apart', () => {
    expect(saysTheSame('attribute:pictures', ['a.svg'], ['b.svg'], setup)).toBe(false)
    expect(saysTheSame('attribute:name@/en-GB', 'Bag', 'bag', setup)).toBe(false)
    expect(saysTheSame('attribute:weight', { value: 1, unit: 'kg' }, { value: 1000, unit: 'g' }, setup)).toBe(true)
    expect(saysTheSame('brand', 'oxbrook', 'varga', setup)).toBe(false)
  })
  it('counts a reason only for what the pool said when it was given', () => {
    const [given] = compare(
      { Weight: '1.4 kg' },
      new Map([['attribute:weight', source({ value: 1.4, unit: 'kg' }, 'weighed here')]]),
    )
    expect(isExplained(given!)).toBe(true)
    const [since] = compare(
      { Weight: '1.5 kg' },
      new Map([['attribute:weight', source({ value: 1.4, unit: 'kg' }, 'weighed here')]]),
    )
    expect(isExplained(since!)).toBe(false)
    const [without] = compare({ Weight: '1.4 kg' }, new Map([['attribute:weight', source({ value: 1.4, unit: 'kg' })]]))
    expect(isExplained(without!)).toBe(false)
  })
  it('becomes a patch', () => {
    expect(
      takeOver([
        { path: 'brand', theirs: 'varga' },
        { path: 'attribute:name@/fr-CH', theirs: 'Sac' },
      ]),
    ).toEqual({
      fields: { brand: 'varga' },
      values: [{ attribute: 'name', storefront: null, language: 'fr-CH', value: 'Sac' }],
      basePrices: [],
    })
  })
})

describe('what a source says', () => {
  it('is taken, skipped apart with a reason, or not explained', () => {
    expect(standingOf('a', source('a', 'old reason'))).toBe('taken')
    expect(standingOf('b', source('a', 'because'))).toBe('own')
    expect(standingOf('b', source('a'))).toBe('unexplained')
  })
  it('is taken back where it has not changed again since', () => {
    const [old, newer] = [source('a'), source('b')]
    const differences = [
      sourceDifference('brand', null, old),
      sourceDifference('attribute:weight', old, newer),
      { path: 'brand', before: null, after: 'a' },
    ]
    expect(undoSources(new Map([['brand', old]]), differences, null)).toEqual({
      changes: [{ path: 'source:brand', before: old, after: null }],
      skipped: ['source:attribute:weight'],
    })
    expect(undoSources(new Map([['attribute:weight', newer]]), differences, ['attribute:weight'])).toEqual({
      changes: [{ path: 'source:attribute:weight', before: newer, after: old }],
      skipped: [],
    })
  })
})
