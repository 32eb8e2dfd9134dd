import { beforeAll, describe, expect, it } from 'vitest'
import { openStores } from './shop'

// What a history says: places and values by the names that people know, never by codes or as JSON.

const { useHistoryWords } = await import('../../app/composables/historyWords')
let words: ReturnType<typeof useHistoryWords>
beforeAll(async () => {
  await openStores()
  words = useHistoryWords()
})

describe('a place in a record', () => {
  it.each([
    ['attribute:summary', 'summary'],
    ['attribute:summary@/fr-CH', 'summary, French (Switzerland)'],
    ['attribute:grade@ch/', 'grade, CH'],
    ['attribute:name@ch/fr-CH', 'name, CH, French'],
    ['state:attribute:name@/fr-CH', 'State of name, French (Switzerland)'],
    ['source:attribute:weight', 'Source of weight'],
    ['carried:bin', 'bin'],
    ['price', 'Base price'],
    ['specials', 'Special prices'],
    ['availableFrom', 'Available from'],
    ['tags', 'Tags'],
    ['reach.leftOut', 'Excluded products'],
    ['limits.from', 'From'],
    ['limits.storefronts', 'Storefronts'],
    ['limits.odd', 'Odd'],
    ['editions[0].asks', 'Languages, asks'],
    ['layout.areas', 'Layout, areas'],
    ['colour', 'Colour'],
    ['attribute:gone', 'gone'],
  ])('%s is %s', (path, wording) => {
    expect(words.pathWords(path)).toBe(wording)
  })
})

describe('a value', () => {
  const rule = { all: [{ field: 'attribute:material', is: 'equals', value: 'wool' }] }
  const special = { storefront: 'ch', group: null, from: null, to: null, quantity: 1, amount: 96 }

  it.each<[string, string, unknown, string | RegExp]>([
    ['nothing, where there is none', 'attribute:summary', null, 'nothing'],
    ['nothing, where it is empty', 'note', '', 'nothing'],
    ['an option by its label', 'attribute:material', 'wool', 'wool'],
    ['an option that there is no more by its code', 'attribute:material', 'felt', 'felt'],
    ['several options', 'attribute:mounting', ['rack', 'frame'], 'rack · frame'],
    ['a text without its markup', 'attribute:description', '<p>Keeps <strong>dry</strong>.</p>', 'Keeps dry.'],
    ['a measure with its unit', 'attribute:weight', { value: 1.2, unit: 'kg' }, '1.2 kg'],
    ['yes', 'attribute:reflective', true, 'yes'],
    ['a price in the storefront’s money', 'price@ch', 96, 'CHF 96.00'],
    ['a special price', 'specials', [special], 'CH: CHF 96.00'],
    [
      'a special price for some, from some, for a while',
      'specials',
      [{ ...special, group: 'workshop', quantity: 10, from: '2026-12-01T00:00', to: '2026-12-24T23:59' }],
      'CH, Workshop, from 1 Dec 2026, 00:00 until 24 Dec 2026, 23:59, from 10 items: CHF 96.00',
    ],
    ['relations by what they are', 'relations', [{ kind: 'goes-with', sku: 'PE-1' }], 'Goes with: PE-1'],
    ['where it is sold', 'range', [{ storefront: 'uk' }, { storefront: 'ch' }], 'UK, CH'],
    ['a rule as a sentence', 'reach.rule', rule, /material is wool/i],
    ['a rule that fits no more as it is written', 'reach.rule', { odd: 1 }, 'odd: 1'],
    ['a product type by its label', 'type', 'bag', 'bag'],
    ['a brand by its name', 'brand', 'varga', 'Varga & Daughter'],
    ['a category by its name', 'category', 'panniers', 'Panniers'],
    ['further categories', 'categories', ['bags', 'gone'], 'Bags · gone'],
    [
      'what a data pool says',
      'source:attribute:weight',
      { value: '2 kg', updated: '2026-06-21', reason: null },
      'data pool: 2 kg',
    ],
    [
      'why it differs',
      'source:attribute:weight',
      { value: '2 kg', updated: '2026-06-21', reason: 'weighed' },
      'own value: “weighed”',
    ],
  ])('is %s', (_what, path, value, wording) => {
    // Amounts do not break at the end of a line.
    const shown = words.valueWords(path, value).replaceAll('\u00a0', ' ')
    if (typeof wording === 'string') expect(shown).toBe(wording)
    else expect(shown).toMatch(wording)
  })
  it('is never JSON', () => {
    const odd = { texts: [{ language: 'en-GB', title: 'Care', body: '<p>Wash it.</p>' }], own: null }
    expect(words.valueWords('texts', odd)).toBe('texts: Care: Wash it.')
    for (const value of [odd, [odd], { a: { b: [1, 2] } }]) expect(words.valueWords('x', value)).not.toMatch(/[{}[\]"]/)
  })
})
