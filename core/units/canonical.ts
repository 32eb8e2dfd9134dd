import { Decimal } from 'decimal.js'
import { findUnit, type UnitFamily } from './registry'

const Exact = Decimal.clone({ precision: 40, rounding: Decimal.ROUND_HALF_EVEN })

/** A measure as entered: a number and the unit's symbol. */
export interface Measure {
  value: number
  unit: string
}

/**
 * The canonical number of a measure (length mm, mass g, volume mL, …), computed in decimals, rounded half-even
 * to 12 significant digits. Throws a RangeError for an unknown unit.
 */
export function canonicalNumber(measure: Measure): number {
  const unit = findUnit(measure.unit)
  if (!unit) throw new RangeError(`“${measure.unit}” is not a unit that is known here.`)
  if (unit.factor === '1') return rounded(new Exact(measure.value))
  return rounded(new Exact(measure.value).plus(unit.offset ?? 0).times(unit.factor))
}

/** The number of a measure in another unit of its family, rounded likewise. Throws where the families differ. */
export function convert(measure: Measure, to: string): number {
  const from = findUnit(measure.unit)
  const target = findUnit(to)
  if (!from || !target || from.family !== target.family) {
    throw new RangeError(`“${measure.unit}” cannot be turned into “${to}”.`)
  }
  const canonical = new Exact(measure.value).plus(from.offset ?? 0).times(from.factor)
  return rounded(canonical.div(target.factor).minus(target.offset ?? 0))
}

/** The unit family of a measure, or undefined for an unknown unit. */
export function familyOf(unit: string): UnitFamily | undefined {
  return findUnit(unit)?.family
}

function rounded(d: Decimal): number {
  return d.toSignificantDigits(12).toNumber()
}
