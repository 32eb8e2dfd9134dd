import { findUnit, type Unit, type UnitFamily } from './registry'
import type { Measure } from './canonical'

export type DecimalSign = '.' | ','

/**
 * Which decimal sign the text of a number can only have, or undefined where both readings are possible:
 * `1,234` may be a thousand or one and a bit, `1,5` has a comma, `1.234,5` has a comma.
 */
export function decimalSignOf(number: string): DecimalSign | undefined {
  const s = number.replace(/[\s\u00a0\u202f'’]/g, '')
  const dot = s.lastIndexOf('.')
  const comma = s.lastIndexOf(',')
  if (dot < 0 && comma < 0) return undefined
  if (dot >= 0 && comma >= 0) return dot > comma ? '.' : ','
  const sign = dot >= 0 ? '.' : ','
  const groups = s.replace(/^[+-]/, '').split(sign)
  if (groups.length > 2) return sign === '.' ? ',' : '.'
  const [head, tail] = groups as [string, string]
  // Three digits after one to three not starting with 0 could be a group of thousands.
  if (tail.length === 3 && /^[1-9]\d{0,2}$/.test(head)) return undefined
  return sign
}

/** For a decimal sign: the whole of a number, and what may group its thousands. */
function numberShape(sign: DecimalSign) {
  const group = sign === '.' ? ',' : '\\.'
  const point = sign === '.' ? '\\.' : ','
  return {
    whole: new RegExp(`^[+-]?(?:[1-9]\\d{0,2}(?:[${group}\\s\u00a0\u202f'’]\\d{3})+|\\d+)(?:${point}\\d+)?$`),
    groups: new RegExp(`[${group}\\s\u00a0\u202f'’]`, 'g'),
  }
}
const numberShapes = { '.': numberShape('.'), ',': numberShape(',') }

/**
 * A number as people write it, read with the given decimal sign; the other sign, spaces and apostrophes may
 * group thousands in threes. Returns undefined for anything else.
 */
export function parseNumber(text: string, sign: DecimalSign = '.'): number | undefined {
  const s = text.trim()
  const { whole, groups } = numberShapes[sign]
  if (!whole.test(s)) return undefined
  const n = Number(s.replace(groups, '').replace(',', '.'))
  return Number.isFinite(n) ? n : undefined
}

/** A measure's text taken apart: the number's text and the unit's. Undefined where there is no number in front. */
export function splitMeasure(text: string): { number: string; unit: string } | undefined {
  const m = /^\s*([+-]?[\d.,\s\u00a0\u202f'’]*\d)\s*(.*?)\s*$/.exec(text)
  return m ? { number: m[1]!, unit: m[2]! } : undefined
}

/** What is wrong with a measure's text: the number, a unit left out, an unknown one, or one of another family. */
export type MeasureProblem = 'number' | 'no-unit' | 'unknown-unit' | 'other-family'

/** A measure such as `1.2 kg`, in the family asked for; the unit is kept as its symbol. */
export function parseMeasure(text: string, family: UnitFamily, sign: DecimalSign = '.'): Measure | MeasureProblem {
  const parts = splitMeasure(text)
  const value = parts ? parseNumber(parts.number, sign) : undefined
  if (!parts || value === undefined) return 'number'
  if (parts.unit === '') return 'no-unit'
  const unit: Unit | undefined = findUnit(parts.unit)
  if (!unit) return 'unknown-unit'
  return unit.family === family ? { value, unit: unit.symbol } : 'other-family'
}
