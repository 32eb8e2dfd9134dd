import { describe, expect, it } from 'vitest'
import fc from 'fast-check'
import { readFileSync } from 'node:fs'
import convert from 'convert-units'
import { unit as mathjsUnit } from 'mathjs'
import { canonicalNumber } from '@core/units/canonical'
import { formatMeasure } from '@core/units/format'
import { families, units } from '@core/units/registry'

// Exact definitions: NIST Special Publication 811, appendix B (1 in = 25.4 mm, 1 lb = 0.45359237 kg).
describe('units by their exact definitions', () => {
  it.each([
    [1, 'in', 25.4],
    [1, 'ft', 304.8],
    [1, 'lb', 453.59237],
    [1, 'oz', 28.349523125],
    [1, 'gal', 3785.411784],
    [1, 'imp gal', 4546.09],
    [160, 'imp fl oz', 4546.09],
    [231, 'in³', 3785.411784],
    [1, 'hp', 745.699871582],
    [1, 'PS', 735.49875],
    [1, 'kWh', 1000],
    [1, 'bar', 100],
    [1, 'd', 86400],
  ])('%d %s', (n, symbol, canonical) => {
    expect(canonicalNumber({ value: n, unit: symbol })).toBe(canonical)
  })
})

describe('units as other libraries turn them', () => {
  const named: Record<string, string> = {
    L: 'l',
    mL: 'ml',
    cL: 'cl',
    'mm²': 'mm2',
    'cm²': 'cm2',
    'm²': 'm2',
    '°C': 'C',
    '°F': 'F',
    'fl oz': 'fl-oz',
    'in³': 'in3',
  }
  const unknownThere = new Set(['lm', 'kWh', 'Wh', 'imp gal', 'imp fl oz', 'hp', 'PS'])
  const symbol = fc.constantFrom(...units.filter((u) => !unknownThere.has(u.symbol)))
  it('agree with “convert-units” to nine digits', () => {
    fc.assert(
      fc.property(symbol, fc.integer({ min: 1, max: 100_000 }), (u, n) => {
        const value = n / 100
        const there = convert(value)
          .from(named[u.symbol] ?? u.symbol)
          .to(named[families[u.family]] ?? families[u.family])
        const here = canonicalNumber({ value, unit: u.symbol })
        // That library has units that are not metric in fewer digits than their definitions.
        expect(Math.abs(here - there)).toBeLessThanOrEqual(
          Math.abs(there) * (['in', 'ft', 'fl oz', 'gal', 'oz', 'lb', 'psi', 'in³'].includes(u.symbol) ? 1e-4 : 1e-9) +
            1e-9,
        )
      }),
      { numRuns: 800, seed: 4870 },
    )
  })
  it('agree with “mathjs” to ten digits', () => {
    const there: Record<string, string> = {
      in: 'inch',
      ft: 'foot',
      lb: 'lbm',
      oz: 'ounce',
      mL: 'mL',
      L: 'L',
      gal: 'gal',
      'fl oz': 'floz',
      min: 'minute',
      h: 'hour',
      d: 'day',
      '°C': 'degC',
      '°F': 'degF',
      'mm²': 'mm^2',
      'cm²': 'cm^2',
      'm²': 'm^2',
      'in³': 'in^3',
    }
    for (const u of units.filter((x) => !['lm', 'imp gal', 'imp fl oz', 'PS'].includes(x.symbol))) {
      const value = mathjsUnit(7.25, there[u.symbol] ?? u.symbol).toNumber(
        there[families[u.family]] ?? families[u.family],
      )
      // mathjs has the US gallon, the fluid ounce, the psi and the horsepower in fewer digits than their definitions.
      const digits = ['gal', 'fl oz'].includes(u.symbol) ? 4 : 10
      const isShorter = ['psi', 'hp'].includes(u.symbol)
      expect(canonicalNumber({ value: 7.25, unit: u.symbol }) / value, u.symbol).toBeCloseTo(1, isShorter ? 9 : digits)
    }
  })
})

describe('measures as CLDR writes them', () => {
  const languages = ['en-GB', 'de-CH', 'fr-CH', 'it-CH', 'nl', 'sv', 'da', 'fi', 'ja', 'ar']
  it.each(languages)('in %s, for every unit and plural category', (language) => {
    const { short } = (
      JSON.parse(readFileSync(`node_modules/cldr-units-full/main/${language}/units.json`, 'utf8')) as {
        main: Record<string, { units: { short: Record<string, Record<string, string>> } }>
      }
    ).main[language]!.units
    const plural = new Intl.PluralRules(language)
    let compared = 0
    for (const u of units) {
      const key = short[u.cldr]
        ? u.cldr
        : Object.keys(short).find((k) => k.endsWith(`-${u.cldr.split('-').slice(1).join('-')}`))
      if (!key) continue
      for (const n of [0, 1, 2, 3, 11, 100, 1.5]) {
        const pattern = short[key]![`unitPattern-count-${plural.select(n)}`] ?? short[key]!['unitPattern-count-other']!
        const number = new Intl.NumberFormat(language, { maximumFractionDigits: 6 }).format(n)
        // Node's own data may be of another CLDR release, so white space and marks of direction are left aside.
        const bare = (s: string) => s.replace(/[\s\u200e\u200f\u061c]/g, '')
        expect(bare(formatMeasure({ value: n, unit: u.symbol }, language)), `${n} ${u.symbol}`).toBe(
          bare(pattern.replace('{0}', number)),
        )
        compared++
      }
    }
    expect(compared).toBeGreaterThan(units.length * 6)
  })
})
