import { describe, expect, it } from 'vitest'
import fc from 'fast-check'
import { decimalSignIn, measureUnderstood, readTypedMeasure, readTypedNumber } from '@core/units/typed'

const read = (text: string, language = 'en-GB') => readTypedNumber(text, language).value
const weigh = (text: string, unit = 'g', language = 'en-GB') => readTypedMeasure(text, 'mass', unit, language)

describe('a number as it is typed', () => {
  it('is read as its language writes numbers where it reads in two ways', () => {
    expect(read('1,234', 'en-GB')).toBe(1234)
    expect(read('1,234', 'de-DE')).toBe(1.234)
    expect(read('1.234', 'de-DE')).toBe(1234)
    expect(read('1.234', 'en-GB')).toBe(1.234)
  })
  it('is read in the one way in which it can be, whatever the language', () => {
    expect(read('0,35')).toBe(0.35)
    expect(read('19,90')).toBe(19.9)
    expect(read('1.234,5')).toBe(1234.5)
    expect(read('1,234.5', 'de-DE')).toBe(1234.5)
    expect(read('1’234.50', 'de-CH')).toBe(1234.5)
    expect(read('1 234,5', 'fr-FR')).toBe(1234.5)
  })
  it('keeps its sign, in every shape of the sign', () => {
    for (const minus of ['-', '\u2212', '\u2013', '\uff0d']) expect(read(`${minus}4,5`)).toBe(-4.5)
    expect(read('+3')).toBe(3)
  })
  it('may stand in digits of other scripts', () => {
    expect(read('１２．５', 'ja-JP')).toBe(12.5)
    expect(read('١٢٫٥', 'ar-AE')).toBe(12.5)
    expect(read('۱۲', 'fa')).toBe(12)
  })
  it('is refused where it cannot be told, with an example in the language', () => {
    for (const text of ['1,2,3', '12a', '1.2.3', '--4', '5-', '1e5', '½', '', '1,23,456', 'twelve'])
      expect(readTypedNumber(text, 'de-DE').problem).toMatch(/1\.234,5/)
  })
  it('keeps to what its field takes', () => {
    expect(readTypedNumber('2,5', 'en-GB', { whole: true }).problem).toMatch(/whole numbers only, not 2\.5/)
    expect(readTypedNumber('3e9', 'en-GB', { whole: true }).problem).toMatch(/not a number/)
    expect(readTypedNumber('3000000000', 'en-GB', { whole: true }).problem).toMatch(/2,147,483,647 or less/)
    expect(readTypedNumber('0', 'en-GB', { least: 1 }).problem).toMatch(/1 or more/)
    expect(readTypedNumber('19.999', 'en-GB', { decimals: 2 }).problem).toMatch(/2 digits/)
    expect(readTypedNumber('19.9', 'en-GB', { decimals: 2, least: 0 }).value).toBe(19.9)
  })
  it('comes back from what the language writes', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: -99_999_999, max: 99_999_999 }),
        fc.constantFrom('en-GB', 'de-DE', 'de-CH', 'fr-CH', 'it-CH', 'sv-SE', 'fi-FI', 'ja-JP'),
        (n, language) => {
          const value = n / 1000
          const written = new Intl.NumberFormat(language, { maximumFractionDigits: 3 }).format(value)
          expect(read(written, language)).toBe(value)
        },
      ),
    )
  })
})

describe('a measure as it is typed', () => {
  it('takes the unit that is written, else the one beside it', () => {
    expect(weigh('0,35 lb', 'kg').value).toEqual({ value: 0.35, unit: 'lb' })
    expect(weigh('0,35', 'kg').value).toEqual({ value: 0.35, unit: 'kg' })
    expect(weigh('8"', 'mm').problem).toMatch(/in is a unit of length/)
    expect(readTypedMeasure('8"', 'length', 'mm', 'en-GB').value).toEqual({ value: 8, unit: 'in' })
  })
  it('leaves nothing out that was typed', () => {
    expect(weigh('3 kgs approx').problem).toMatch(/kgs approx/)
    expect(weigh('about 3 kg').problem).toMatch(/not a measure/)
    expect(weigh('-3 kg').value).toEqual({ value: -3, unit: 'kg' })
  })
  it('is told as it was understood', () => {
    // 0.35 lb = 0.35 × 453.59237 g (NIST SP 811, appendix B).
    expect(measureUnderstood({ value: 0.35, unit: 'lb' }, 'en-GB')).toBe('0.35 lb = 158.757 g')
    expect(measureUnderstood({ value: 5, unit: 'g' }, 'en-GB')).toBe('5 g')
  })
})

it('the decimal sign of a language is that of its region', () => {
  expect([decimalSignIn('en-GB'), decimalSignIn('de-DE'), decimalSignIn('de-CH'), decimalSignIn('ar-AE')]).toEqual([
    '.',
    ',',
    '.',
    '.',
  ])
})
