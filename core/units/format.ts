import patterns from './cldr-patterns.json'
import { shortenings } from '../language/chain'
import { findUnit } from './registry'
import type { Measure } from './canonical'

/** The units that `Intl.NumberFormat` formats by itself (ECMA-402's sanctioned units), by our symbol. */
const sanctioned: Record<string, string> = {
  mm: 'millimeter', cm: 'centimeter', m: 'meter', km: 'kilometer', in: 'inch', ft: 'foot',
  g: 'gram', kg: 'kilogram', lb: 'pound', oz: 'ounce', mL: 'milliliter', L: 'liter', 'fl oz': 'fluid-ounce', gal: 'gallon',
  s: 'second', min: 'minute', h: 'hour', d: 'day', '°C': 'celsius', '°F': 'fahrenheit',
}

const numberFormats = new Map<string, Intl.NumberFormat>()

function numberFormat(language: string, options: Intl.NumberFormatOptions): Intl.NumberFormat {
  const key = language + JSON.stringify(options)
  let format = numberFormats.get(key)
  if (!format) numberFormats.set(key, (format = new Intl.NumberFormat(language, options)))
  return format
}

/** A number as the language writes it, with up to six decimals. */
export function formatNumber(n: number, language: string): string {
  return numberFormat(language, { maximumFractionDigits: 6 }).format(n)
}

/** An amount of money in its currency as the language writes it. */
export function formatMoney(amount: number, currency: string, language: string): string {
  return numberFormat(language, { style: 'currency', currency }).format(amount)
}

function cldrPattern(language: string, cldr: string, n: number): string | undefined {
  const table = patterns as Record<string, Record<string, Record<string, string>>>
  for (const tag of shortenings(language)) {
    const unit = table[tag]?.[cldr]
    if (!unit) continue
    return unit[new Intl.PluralRules(language).select(n)] ?? unit.other
  }
  return undefined
}

/**
 * A measure as the language writes it: by `Intl` for the units it knows, else by the pattern of CLDR
 * (short form) with the language's plural category, else the number, a no-break space and the symbol.
 */
export function formatMeasure(measure: Measure, language: string): string {
  const known = sanctioned[measure.unit]
  if (known) {
    return numberFormat(language, { style: 'unit', unit: known, unitDisplay: 'short', maximumFractionDigits: 6 }).format(measure.value)
  }
  const number = formatNumber(measure.value, language)
  const pattern = cldrPattern(language, findUnit(measure.unit)?.cldr ?? '', measure.value)
  return pattern ? pattern.replace('{0}', number) : `${number}\u00a0${measure.unit}`
}

/** A list as the language joins it ("red, blue and green"). */
export function formatList(items: readonly string[], language: string): string {
  return new Intl.ListFormat(language, { type: 'conjunction' }).format(items)
}

/** A calendar date as the language writes it. */
export function formatDate(isoDate: string, language: string): string {
  return new Intl.DateTimeFormat(language, { dateStyle: 'long', timeZone: 'UTC' }).format(Date.parse(`${isoDate}T00:00:00Z`))
}
