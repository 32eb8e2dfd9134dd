import patterns from './cldr-patterns.json'
import { shortenings } from '../language/chain'
import { findUnit } from './registry'
import type { Measure } from './canonical'

/** The units that `Intl.NumberFormat` formats by itself (ECMA-402's sanctioned units), by our symbol. */
const sanctioned: Record<string, string> = {
  mm: 'millimeter',
  cm: 'centimeter',
  m: 'meter',
  km: 'kilometer',
  in: 'inch',
  ft: 'foot',
  g: 'gram',
  kg: 'kilogram',
  lb: 'pound',
  oz: 'ounce',
  mL: 'milliliter',
  L: 'liter',
  'fl oz': 'fluid-ounce',
  gal: 'gallon',
  s: 'second',
  min: 'minute',
  h: 'hour',
  d: 'day',
  '°C': 'celsius',
  '°F': 'fahrenheit',
}

/**
 * Makes a formatter once for each language, unit or currency: making one takes longer than using it a hundred times.
 */
function onceFor<T>(make: (key: string) => T): (key: string) => T {
  const known = new Map<string, T>()
  return (key) => {
    let one = known.get(key)
    if (one === undefined) known.set(key, (one = make(key)))
    return one
  }
}

const plain = onceFor((l) => new Intl.NumberFormat(l, { maximumFractionDigits: 6 }))
const ofUnit = onceFor((l) =>
  onceFor((unit) => new Intl.NumberFormat(l, { style: 'unit', unit, unitDisplay: 'short', maximumFractionDigits: 6 })),
)
const ofCurrency = onceFor((l) => onceFor((currency) => new Intl.NumberFormat(l, { style: 'currency', currency })))
const plurals = onceFor((l) => new Intl.PluralRules(l))
const lists = onceFor((l) => new Intl.ListFormat(l, { type: 'conjunction' }))
const dates = onceFor((l) => new Intl.DateTimeFormat(l, { dateStyle: 'long', timeZone: 'UTC' }))

/** A number as the language writes it, with up to six decimals. */
export function formatNumber(n: number, language: string): string {
  return plain(language).format(n)
}

/** The plural category of a number in a language (CLDR). */
export const pluralOf = (n: number, language: string): Intl.LDMLPluralRule => plurals(language).select(n)

/** An amount of money in its currency as the language writes it. */
export function formatMoney(amount: number, currency: string, language: string): string {
  return ofCurrency(language)(currency).format(amount)
}

/** How many digits an amount in a currency has after the decimal sign (ISO 4217, by `Intl`). */
export function currencyDigits(currency: string): number {
  return ofCurrency('en')(currency).resolvedOptions().maximumFractionDigits ?? 2
}

function cldrPattern(language: string, cldr: string, n: number): string | undefined {
  const table = patterns as Record<string, Record<string, Record<string, string>>>
  for (const tag of shortenings(language)) {
    const unit = table[tag]?.[cldr]
    if (!unit) continue
    return unit[pluralOf(n, language)] ?? unit.other
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
    return ofUnit(language)(known).format(measure.value)
  }
  const number = formatNumber(measure.value, language)
  const pattern = cldrPattern(language, findUnit(measure.unit)?.cldr ?? '', measure.value)
  return pattern ? pattern.replace('{0}', number) : `${number}\u00a0${measure.unit}`
}

/** A list as the language joins it ("red, blue and green"). */
export function formatList(items: readonly string[], language: string): string {
  return lists(language).format(items)
}

/** A calendar date as the language writes it. */
export function formatDate(isoDate: string, language: string): string {
  return dates(language).format(Date.parse(`${isoDate}T00:00:00Z`))
}
