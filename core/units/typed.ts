import { canonicalNumber, type Measure } from './canonical'
import { formatMeasure, formatNumber } from './format'
import { decimalSignOf, parseNumber, splitMeasure, type DecimalSign } from './parse'
import { families, findUnit, type UnitFamily } from './registry'

// What people type as a number: read by the way in which their language writes numbers, and never guessed. A number that
// reads in two ways is read as their language writes it; one that reads in one way only is read so, whatever the
// language, and what was understood is told. A sign is never dropped, and nothing is rounded.

/** A number as it was read, or a sentence that says why it could not be. */
export type TypedNumber = { value: number; problem?: undefined } | { value?: undefined; problem: string }
export type TypedMeasure = { value: Measure; problem?: undefined } | { value?: undefined; problem: string }

/** What a field takes. */
export interface NumberBounds {
  /** No fractions. */
  whole?: boolean | undefined
  least?: number | undefined
  most?: number | undefined
  /** So many digits after the decimal sign at most. */
  decimals?: number | undefined
}

/** The largest whole number that a database column of four bytes holds. */
export const mostWhole = 2_147_483_647

/** The decimal sign of a language (CLDR, by `Intl`). Languages with a sign of their own, as Arabic, type the dot. */
export function decimalSignIn(language: string): DecimalSign {
  const parts = new Intl.NumberFormat(language).formatToParts(1.5)
  return parts.find((p) => p.type === 'decimal')?.value === ',' ? ',' : '.'
}

const minus = /^[\u2212\u2012\u2013\ufe63\uff0d]/
const arabicZeros = [0x0660, 0x06f0]

/** Digits of other scripts as ASCII, a typographic minus as a hyphen, Arabic separators as their Latin ones. */
function inAscii(text: string): string {
  const digits = text.replace(/[\u0660-\u0669\u06f0-\u06f9]/g, (digit) => {
    const code = digit.charCodeAt(0)
    const zero = arabicZeros.findLast((z) => code >= z)!
    return String(code - zero)
  })
  return digits
    .normalize('NFKC')
    .replace(/\u066b/g, '.')
    .replace(/\u066c/g, ' ')
    .trim()
    .replace(minus, '-')
}

/** How many digits stand after the decimal sign of a number as it was typed. */
function decimalsOf(text: string, sign: DecimalSign): number {
  const at = text.lastIndexOf(sign)
  return at < 0 ? 0 : text.slice(at + 1).replace(/\D/g, '').length
}

function boundsProblem(value: number, decimals: number, bounds: NumberBounds, language: string): string | undefined {
  const shown = (n: number) => formatNumber(n, language)
  if (bounds.whole && !Number.isInteger(value)) return `This takes whole numbers only, not ${shown(value)}.`
  if (bounds.decimals !== undefined && decimals > bounds.decimals)
    return `This takes ${bounds.decimals} digits after the decimal sign at most.`
  const { least, most } = { most: bounds.whole ? mostWhole : undefined, ...definedOf(bounds) }
  if (least !== undefined && value < least) return `This has to be ${shown(least)} or more.`
  if (most !== undefined && value > most) return `This has to be ${shown(most)} or less.`
  return undefined
}

const definedOf = ({ least, most }: NumberBounds): { least?: number; most?: number } => ({
  ...(least === undefined ? {} : { least }),
  ...(most === undefined ? {} : { most }),
})

/**
 * Reads a number as somebody typed it. `language` is theirs: its decimal sign decides where a text reads in two ways
 * (`1,234`). An empty text is no number, which the caller tells apart before.
 */
export function readTypedNumber(text: string, language: string, bounds: NumberBounds = {}): TypedNumber {
  const ascii = inAscii(text)
  const sign = decimalSignOf(ascii) ?? decimalSignIn(language)
  const value = parseNumber(ascii, sign)
  if (value === undefined) return { problem: `“${text.trim()}” is not a number. Write it as ${example(language)}.` }
  const problem = boundsProblem(value, decimalsOf(ascii, sign), bounds, language)
  return problem === undefined ? { value } : { problem }
}

const example = (language: string) => formatNumber(1234.5, language)

/**
 * Reads a measure as somebody typed it: with a unit of the family, or without one, which then is `unit`. What stands
 * behind the number and is no unit of the family is a problem, and never left out.
 */
export function readTypedMeasure(text: string, family: UnitFamily, unit: string, language: string): TypedMeasure {
  const ascii = inAscii(text)
  const parts = splitMeasure(ascii)
  if (!parts)
    return { problem: `“${text.trim()}” is not a measure. Write a number and a unit, as ${sample(language, unit)}.` }
  const number = readTypedNumber(parts.number, language)
  if (number.problem !== undefined) return { problem: number.problem }
  if (parts.unit === '') return { value: { value: number.value, unit } }
  const found = findUnit(parts.unit)
  if (!found)
    return { problem: `“${parts.unit}” is not a unit that is known here. Write it as ${sample(language, unit)}.` }
  if (found.family !== family)
    return {
      problem: `${found.symbol} is a unit of ${found.family}; this is a ${nounOf[family]}, such as ${sample(language, unit)}.`,
    }
  return { value: { value: number.value, unit: found.symbol } }
}

const sample = (language: string, unit: string) => formatMeasure({ value: 1.2, unit }, language)

/** What a measure of each family is called in a sentence. */
const nounOf: Record<UnitFamily, string> = {
  length: 'length',
  mass: 'weight',
  volume: 'volume',
  area: 'area',
  time: 'duration',
  temperature: 'temperature',
  power: 'power',
  light: 'brightness',
  energy: 'energy',
  pressure: 'pressure',
}

/** Several values in one field: semicolons divide, and commas that do not stand between two digits. */
export const splitTyped = (text: string): string[] =>
  text
    .split(/[;\n]|,(?!\d)|(?<!\d),/)
    .map((part) => part.trim())
    .filter((part) => part !== '')

/** How a measure was understood: `0.35 lb = 158.757 g`, or the measure alone where its unit is the canonical one. */
export function measureUnderstood(measure: Measure, language: string): string {
  const written = formatMeasure(measure, language)
  const family = findUnit(measure.unit)?.family
  if (family === undefined) return written
  const canonical = families[family]
  if (measure.unit === canonical) return written
  return `${written} = ${formatMeasure({ value: shortened(canonicalNumber(measure)), unit: canonical }, language)}`
}

/** Six significant digits are enough to see whether a number was understood. */
const shortened = (n: number) => Number(n.toPrecision(6))
