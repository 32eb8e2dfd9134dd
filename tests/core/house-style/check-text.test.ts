import { describe, expect, it } from 'vitest'
import { checkText, textChecks } from '@core/house-style/check-text'
import { textCheckKinds } from '@core/house-style/kinds'
import { styleFor, type HouseStyle, type StyleSettings } from '@core/house-style/style'

const style = (settings: StyleSettings, language = 'en-GB', field = 'care-notes') =>
  styleFor([{ code: 'own', field: null, storefront: null, language: null, settings }], field, {
    storefront: 'uk',
    language,
  })
const found = (
  text: string | string[],
  settings: StyleSettings,
  language = 'en-GB',
  type: 'rich-text' | 'long-text' | 'key-points' = typeof text === 'string' ? 'long-text' : 'key-points',
) =>
  checkText(text, type, style(settings, language)).map((f) => ({
    code: f.code,
    ...(f.at ? { at: [f.at.stretch, f.at.from, f.at.to] } : {}),
    ...(f.fix === undefined ? {} : { fix: f.fix }),
  }))

describe('words', () => {
  it('finds banned words in their forms, and not inside others', () => {
    expect(found('Billige Taschen, billiger als je, unbillig', { banned: ['billig'] }, 'de-DE')).toEqual([
      { code: 'banned', at: [0, 0, 7] },
      { code: 'banned', at: [0, 17, 25] },
    ])
    expect(found('Our guarantees are guarantee enough. Unguaranteed.', { banned: ['guarantee'] })).toHaveLength(2)
    expect(found('Classic glass', { banned: ['ass', 'class'] })).toEqual([])
  })
  it('finds phrases, parts of compounds with hyphens, and words without spaces between them', () => {
    expect(found('The money back promise, a money-back promise', { banned: ['money back'] })).toHaveLength(2)
    expect(found('この商品は最高です', { banned: ['最高'] }, 'ja-JP')).toEqual([{ code: 'banned', at: [0, 5, 7] }])
  })
  it('offers the preferred word where the form is the one that was said', () => {
    expect(found('A panier and paniers', { preferred: [{ use: 'pannier', insteadOf: ['panier'] }] })).toEqual([
      { code: 'preferred', at: [0, 2, 8], fix: 'pannier' },
      { code: 'preferred', at: [0, 13, 20] },
    ])
  })
  it('reads key points with what they name, not with its markup', () => {
    expect(found(['Up to <data value="attribute:weight"></data>', 'b', 'c'], {})).toEqual([])
  })
  it('finds a word that stands twice', () => {
    expect(found('wenn Sie sie tragen, die die Tasche', {}, 'de-DE')).toEqual([
      { code: 'repeated', at: [0, 21, 28], fix: 'die' },
    ])
    expect(found('Keeps the the rain out, very, very well', {})).toEqual([
      { code: 'repeated', at: [0, 6, 13], fix: 'the' },
    ])
  })
})

describe('lengths', () => {
  it('counts characters as people perceive them, words and key points', () => {
    expect(found('👩‍👩‍👧 é', { characters: { least: 4, most: null } })).toEqual([{ code: 'characters' }])
    expect(found('👩‍👩‍👧 é', { characters: { least: 3, most: 3 } })).toEqual([])
    expect(found('one two-three four', { words: { least: 4, most: null } })).toEqual([{ code: 'words' }])
    expect(found(['a', 'b'], { points: { least: 3, most: 8 } })).toEqual([{ code: 'points' }])
  })
  it('estimates the width of a search title', () => {
    expect(
      found('Pedersholt Regn 30 roll pannier, waterproof and repairable for every day', {
        pixels: { least: null, most: 580 },
      }),
    ).toEqual([{ code: 'pixels' }])
    expect(found('Pedersholt Regn 30 roll pannier', { pixels: { least: null, most: 580 } })).toEqual([])
  })
})

describe('formatting and links', () => {
  it('keeps bold out of scripts that do not use it', () => {
    expect(found('<p>とても<strong>軽い</strong></p>', {}, 'ja-JP', 'rich-text')).toEqual([
      { code: 'formatting', at: [0, 3, 5] },
    ])
    expect(found('<p>very <strong>light</strong></p>', {}, 'en-GB', 'rich-text')).toEqual([])
  })
  it('finds links to hosts that are not allowed, each where it stands', () => {
    const text =
      '<p>See</p><ul><li>our <a href="https://help.tarnwheel.example/x">help</a></li><li><a ' +
      'href="https://other.example">there</a></li><li><a href="mailto:a@b.example">write</a></li></ul>'
    expect(found(text, { hosts: ['tarnwheel.example'] }, 'en-GB', 'rich-text')).toEqual([
      { code: 'links', at: [2, 0, 5] },
    ])
  })
})

describe('typography', () => {
  it.each([
    ['two  spaces', 'en-GB', [{ code: 'spaces', at: [0, 3, 5], fix: ' ' }]],
    ['open (and more', 'en-GB', [{ code: 'brackets', at: [0, 5, 6] }]],
    ['a) first, (b) second', 'en-GB', []],
    ['Die "Regn" passt', 'de-DE', [{ code: 'quotes', at: [0, 4, 10], fix: '„Regn“' }]],
    ['Le "Regn" tient', 'fr-BE', [{ code: 'quotes', at: [0, 3, 9], fix: '«\u202fRegn\u202f»' }]],
    ['A 28" wheel and a 26" one', 'en-GB', []],
    ['Quelle taille ?', 'fr-BE', [{ code: 'french-spaces', at: [0, 12, 15], fix: 'e\u202f?' }]],
    ['Quelle taille?', 'fr-CH', []],
    ['wiegt 1.5 kg', 'de-DE', [{ code: 'decimals', at: [0, 6, 9], fix: '1,5' }]],
    ['wiegt 1.500 kg, Version 1.2.3, am 3.12.', 'de-DE', []],
    ['weighs 1,5 kg', 'en-GB', [{ code: 'decimals', at: [0, 7, 10], fix: '1.5' }]],
    ['wiegt 1.5 kg', 'de-CH', []],
  ])('%s (%s)', (text, language, want) => {
    expect(found(text, {}, language)).toEqual(want)
  })
})

describe('the style that holds', () => {
  const styles: HouseStyle[] = [
    {
      code: 'a',
      field: 'summary',
      storefront: null,
      language: null,
      settings: { characters: { least: null, most: 160 }, banned: ['cheap'] },
    },
    {
      code: 'b',
      field: null,
      storefront: null,
      language: 'de',
      settings: { characters: { least: null, most: 300 }, banned: ['billig'] },
    },
    {
      code: 'c',
      field: 'summary',
      storefront: 'ch',
      language: 'de',
      settings: { characters: { least: 10, most: 120 } },
    },
  ]
  it('is put together from general to special, and words add up', () => {
    expect(styleFor(styles, 'summary', { storefront: 'ch', language: 'de-CH' })).toMatchObject({
      characters: { least: 10, most: 120 },
      banned: ['billig', 'cheap'],
    })
    expect(styleFor(styles, 'summary', { storefront: 'de', language: 'de-DE' }).characters?.most).toBe(160)
    expect(styleFor(styles, 'mounting-notes', { storefront: 'de', language: 'de-DE' }).characters?.most).toBe(300)
  })
  it('has one key where it says the same, and another where it does not', () => {
    const key = (s: HouseStyle[], storefront: string) => styleFor(s, 'summary', { storefront, language: 'de-DE' }).key
    expect(key(styles, 'de')).toBe(key([...styles].reverse(), 'uk'))
    expect(key(styles, 'de')).not.toBe(key(styles, 'ch'))
  })
})

it('has a code of its own for each check', () => {
  expect(textChecks.map((c) => c.code)).toEqual(Object.keys(textCheckKinds))
  expect(new Set(textChecks.map((c) => c.code)).size).toBe(textChecks.length)
})
