import { families, type UnitFamily } from '@core/units/registry'
import { convert } from '@core/units/canonical'

/** A canonical number in another unit of its family, for people to read. */
export function inUnit(canonical: number, family: UnitFamily, unit: string): string {
  return `${convert({ value: canonical, unit: families[family] }, unit)} ${unit}`
}
