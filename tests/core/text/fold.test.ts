import { describe, expect, it } from 'vitest'
import { codeOfName } from '@core/text/code'
import { byCodePoint, digitAwareKey, fold } from '@core/text/fold'

describe('folding', () => {
  it.each([
    ['  Dry   Inside ', 'dry inside'],
    ['a\u00a0b\tc\nd', 'a b c d'],
    ['ﬁne', 'fine'],
    ['ＡＢＣ１２', 'abc12'],
    ['ÉTÉ', 'été'],
    ['e\u0301', 'é'],
    ['ΣΑΣ', 'σας'],
    ['İ', 'i̇'],
    ['ｶﾞ', 'ガ'],
    ['Straße', 'straße'],
  ])('%j becomes %j', (given, expected) => expect(fold(given)).toBe(expected))
  it('lets accents count', () => expect(fold('pêche')).not.toBe(fold('peche')))
})

describe('digit-aware order', () => {
  it('puts 9 before 10', () => {
    const list = ['PE-10', 'PE-9', 'PE-100', 'pe-9b', 'PE-2']
    expect([...list].sort((a, b) => (digitAwareKey(a) < digitAwareKey(b) ? -1 : 1))).toEqual([
      'PE-2',
      'PE-9',
      'pe-9b',
      'PE-10',
      'PE-100',
    ])
  })
  it('does not see leading zeros', () => expect(digitAwareKey('PE-007')).toBe(digitAwareKey('PE-7')))
})

describe('order by code point', () => {
  it('differs from order by code unit where surrogates stand', () => {
    const [emoji, private_] = ['\u{1f6b2}', '\ue000']
    expect(emoji < private_).toBe(true)
    expect(byCodePoint(emoji, private_)).toBeGreaterThan(0)
    expect(['b', 'A', 'a', 'Z'].sort(byCodePoint)).toEqual(['A', 'Z', 'a', 'b'])
    expect(byCodePoint('ab', 'abc')).toBeLessThan(0)
  })
})

describe('codes from names', () => {
  it.each([
    ['Fits these racks', 'fits-these-racks'],
    ['Größe & Länge', 'grosse-lange'],
    ['  ', 'piece'],
    ['レイン', 'piece'],
    ['Varga’s note', 'vargas-note'],
    ['a'.repeat(70), 'a'.repeat(60)],
  ])('%j → %s', (name, code) => expect(codeOfName(name, 'piece')).toBe(code))
})
