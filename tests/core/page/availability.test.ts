import { describe, expect, it } from 'vitest'
import { availabilityOf } from '@core/page/availability'
import { editionReader, valuesFor } from '@core/page/values'
import { dayNumber } from '@core/moments/instant'
import { readRelations, writeRelations } from '@core/imports/packed'
import { relatedName } from '@core/page/relations'
import { relationShown } from '@core/catalogue/relation-words'
import type { Product } from '@core/catalogue/model'
import type { Value } from '@core/attributes/attribute'
import { family, product, testSetup } from '../../world'

const setup = testSetup()
for (const [code, type] of [
  ['when-sold-out', 'text'],
  ['when-not-yet', 'text'],
  ['sold-at', 'link'],
] as const) {
  const like = setup.attributes.get(type === 'link' ? 'guide' : 'name')!
  setup.attributes.set(code, { ...like, code, type })
}
setup.storefronts.get('ch')!.phrases = {
  'sold-out': { 'fr-CH': { other: 'Épuisé' } },
  'few-left': { 'fr-CH': { one: 'Plus qu’un seul', other: 'Plus que {n}' } },
  'from-day': { 'fr-CH': { other: 'Dès le' } },
}
const today = dayNumber('2026-11-30')

interface Asked {
  values?: Record<string, Value>
  variants?: Partial<Product>[]
  language?: string
}
function said(more: Partial<Product>, { values: given = {}, variants = [], language = 'en-GB' }: Asked = {}) {
  const all = family(product('B-1', more, given), ...variants.map((v, i) => product(`B-1-${i}`, v)))
  const reader = editionReader(setup, language === 'en-GB' ? 'uk' : 'ch', language)
  const values = valuesFor(all.root, all, reader, setup)
  const { state, text, link } = availabilityOf(all.root, all, { values, reader, setup, today })
  return link === null ? `${state}: ${text}` : `${state}: ${text} → ${link}`
}

describe('what a page says about buying', () => {
  it.each<[string, Partial<Product>, Asked, string]>([
    ['enough', { stock: 6 }, {}, 'in-stock: In stock'],
    ['stock that is not counted', { stock: null }, {}, 'in-stock: In stock'],
    ['few', { stock: 5 }, {}, 'few-left: Only 5 left'],
    ['the last', { stock: 1 }, { language: 'fr-CH' }, 'few-left: Plus qu’un seul'],
    ['nothing', { stock: 0 }, {}, 'sold-out: Sold out'],
    ['nothing, in French', { stock: 0 }, { language: 'fr-CH' }, 'sold-out: Épuisé'],
    ['enough, without a French phrase', { stock: 9 }, { language: 'fr-CH' }, 'in-stock: null'],
    ['a day to come', { stock: 9, availableFrom: '2026-12-24' }, {}, 'not-yet: Available from 24 December 2026'],
    ['a day that has come', { stock: 9, availableFrom: '2026-11-30' }, {}, 'in-stock: In stock'],
    ['nothing, with a day to come', { stock: 0, availableFrom: '2026-12-24' }, {}, 'sold-out: Sold out'],
    ['disabled', { stock: 9, status: 'disabled', availableFrom: '2026-12-24' }, {}, 'sold-out: Sold out'],
    ['its own words', { stock: 0 }, { values: { 'when-sold-out@/en-GB': 'Back in May' } }, 'sold-out: Back in May'],
    [
      'its own words, in a language that has none',
      { stock: 0 },
      { values: { 'when-sold-out@/en-GB': 'Back in May' }, language: 'fr-CH' },
      'sold-out: Épuisé',
    ],
    [
      'its own words before it is sold',
      { stock: 2, availableFrom: '2027-01-01' },
      { values: { 'when-not-yet@/en-GB': 'With the new year' } },
      'not-yet: With the new year',
    ],
    [
      'sold elsewhere',
      { kind: 'elsewhere', stock: 0 },
      { values: { 'sold-at': 'https://shop.tarnwheel.example/b-1' } },
      'elsewhere: See where it is sold → https://shop.tarnwheel.example/b-1',
    ],
    ['one of its variants', { stock: 0 }, { variants: [{ stock: 0 }, { stock: 8 }] }, 'in-stock: In stock'],
    ['few of all variants together', {}, { variants: [{ stock: 2 }, { stock: 3 }] }, 'few-left: Only 5 left'],
    [
      'the first of its variants',
      {},
      {
        variants: [{ stock: 1, availableFrom: '2027-02-01' }, { stock: 1, availableFrom: '2027-01-15' }, { stock: 0 }],
      },
      'not-yet: Available from 15 January 2027',
    ],
    ['none of its variants', {}, { variants: [{ stock: 0 }, { stock: 0 }] }, 'sold-out: Sold out'],
  ])('of %s', (_, more, asked, words) => expect(said(more, asked)).toBe(words))
})

describe('parts of a set', () => {
  it.each([
    ['part ST-1040 × 2', [{ kind: 'part', sku: 'ST-1040', quantity: 2 }]],
    ['part ST-1040 x12', [{ kind: 'part', sku: 'ST-1040', quantity: 12 }]],
    ['part ST 1040 × 1', [{ kind: 'part', sku: 'ST 1040' }]],
    ['part ST-1040', [{ kind: 'part', sku: 'ST-1040' }]],
    ['goes-with X × 2', [{ kind: 'goes-with', sku: 'X × 2' }]],
  ])('are read from a cell: %s', (cell, relations) => {
    expect(readRelations(cell)).toEqual(relations)
    expect(readRelations(writeRelations(readRelations(cell)))).toEqual(relations)
  })

  it('are refused in odd numbers', () => {
    expect(() => readRelations('part ST-1040 × 0')).toThrow('1 to 10000')
    expect(() => readRelations('part ST-1040 × 10001')).toThrow('1 to 10000')
    expect(() => readRelations('part')).toThrow('not a relation')
  })

  it('are told with how many there are of them', () => {
    const strap = { sku: 'ST-1040', name: 'Strap', picture: null }
    expect(relatedName(strap, 'en-GB')).toBe('Strap')
    expect(relatedName({ ...strap, quantity: 1200 }, 'de-DE')).toBe('1.200 × Strap')
    expect(relationShown({ kind: 'part', sku: 'ST-1040', quantity: 2 })).toBe('Contains: 2 × ST-1040')
    expect(relationShown({ kind: 'goes-with', sku: 'ST-1040' })).toBe('Goes with: ST-1040')
  })
})
