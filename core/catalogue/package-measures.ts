import { Decimal } from 'decimal.js'
import type { Attribute, Value } from '../attributes/attribute'
import { isNotApplicable } from '../attributes/not-applicable'
import { convert, type Measure } from '../units/canonical'
import type { CarrierUnits, Storefront } from './model'

/** Well-known attributes that measure the package in which a product is sent. */
export const packageMeasures: ReadonlySet<string> = new Set([
  'package-weight',
  'package-length',
  'package-width',
  'package-height',
])

/** Families of units in which a carrier wants packages measured. */
export const carrierFamilies = ['mass', 'length'] as const satisfies readonly (keyof CarrierUnits)[]

const isCarrierFamily = (family: Attribute['family']): family is keyof CarrierUnits =>
  (carrierFamilies as readonly unknown[]).includes(family)

/**
 * A measure of the package in the unit that the carrier of a storefront takes; null where it is none, or stands in that
 * unit. Rounded up to two decimals, so that a package is never declared lighter or smaller than it is; common practice,
 * no published source.
 */
export function forCarrier(
  attribute: Pick<Attribute, 'code' | 'family'>,
  value: Value | null,
  { carrierUnits }: Pick<Storefront, 'carrierUnits'>,
): Measure | null {
  const { code, family } = attribute
  if (value === null || carrierUnits === null || !packageMeasures.has(code) || !isCarrierFamily(family)) return null
  if (isNotApplicable(value)) return null
  const measure = value as Measure
  const unit = carrierUnits[family]
  if (measure.unit === unit) return null
  const exact = new Decimal(convert(measure, unit))
  return { value: exact.toDecimalPlaces(2, Decimal.ROUND_UP).toNumber(), unit }
}
