import { describe, expect, it } from 'vitest'
import { canonicalNumber, convert } from '@core/units/canonical'
import { formatMeasure, formatMoney } from '@core/units/format'
import { decimalSignOf, parseMeasure, parseNumber } from '@core/units/parse'

describe('numbers as people write them', () => {
  it.each([
    ['1234.5', '.', 1234.5],
    ['1,234.5', '.', 1234.5],
    ['1 234,5', ',', 1234.5],
    ['1.234,5', ',', 1234.5],
    ['1’234.50', '.', 1234.5],
    ['-0.5', '.', -0.5],
    ['+3', '.', 3],
    ['1\u202f000', ',', 1000],
    ['1,23,4', '.', undefined],
    ['1.5', ',', undefined],
    ['12 34', '.', undefined],
    ['', '.', undefined],
    ['1e5', '.', undefined],
    ['.5', '.', undefined],
    ['0x10', '.', undefined],
  ] as const)('reads %s with “%s” as %s', (text, sign, expected) => expect(parseNumber(text, sign)).toBe(expected))

  it.each([
    ['1,5', ','],
    ['1.5', '.'],
    ['1.234,5', ','],
    ['1,234.5', '.'],
    ['1,234', undefined],
    ['1.234', undefined],
    ['0,500', ','],
    ['1234,567', ','],
    ['12', undefined],
    ['1.234.567', ','],
  ] as const)('tells the decimal sign of %s: %s', (text, sign) => {
    expect(decimalSignOf(text)).toBe(sign)
  })

  it('reads a measure with its unit, under any spelling, and keeps the symbol', () => {
    expect(parseMeasure('8 inches', 'length')).toEqual({ value: 8, unit: 'in' })
    expect(parseMeasure('8"', 'length')).toEqual({ value: 8, unit: 'in' })
    expect(parseMeasure('1,2 KG', 'mass', ',')).toEqual({ value: 1.2, unit: 'kg' })
    expect([
      parseMeasure('8', 'length'),
      parseMeasure('8 furlong', 'length'),
      parseMeasure('8 kg', 'length'),
      parseMeasure('long', 'length'),
    ]).toEqual(['no-unit', 'unknown-unit', 'other-family', 'number'])
  })
})

describe('canonical numbers', () => {
  it('are computed in decimals: 12 in is 304.8 mm, not 304.79999999999995', () => {
    expect(12 * 25.4).not.toBe(304.8)
    expect(canonicalNumber({ value: 12, unit: 'in' })).toBe(304.8)
    expect(canonicalNumber({ value: 0.1, unit: 'kg' })).toBe(100)
  })
  it('have at most twelve significant digits', () => {
    expect(canonicalNumber({ value: 1.23456789012345, unit: 'm' })).toBe(1234.56789012)
  })
  it('turn back where the unit allows', () => {
    expect(convert({ value: 100, unit: '°C' }, '°F')).toBe(212)
    expect(convert({ value: -40, unit: '°F' }, '°C')).toBe(-40)
    expect(() => convert({ value: 1, unit: 'kg' }, 'm')).toThrow(RangeError)
    expect(() => canonicalNumber({ value: 1, unit: 'stone' })).toThrow(RangeError)
  })
})

describe('how they are shown', () => {
  it('follows the language', () => {
    expect(formatMeasure({ value: 22, unit: 'L' }, 'fr-CH')).toBe('22\u202fl')
    expect(formatMoney(129, 'CHF', 'de-CH')).toBe('CHF\u00a0129.00')
    expect(formatMoney(1980, 'JPY', 'ja-JP')).toBe('￥1,980')
  })
})
