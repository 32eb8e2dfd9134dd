import { dayNumber, holdsAt } from '../moments/instant'
import type { Product, RangeEntry } from './model'

/**
 * Whether a range has a storefront, for a customer group or none, at a moment. An empty range has every storefront, for
 * everybody, always.
 */
export function isInRange(
  range: readonly RangeEntry[],
  storefront: string,
  timeZone: string,
  group: string | null,
  moment: number,
): boolean {
  return (
    range.length === 0 ||
    range.some(
      (r) =>
        r.storefront === storefront &&
        (r.groups.length === 0 || (group !== null && r.groups.includes(group))) &&
        holdsAt(r, timeZone, moment),
    )
  )
}

/** Whether a range has a storefront for any customer at all at a moment. */
export function isSoldToAnybody(
  range: readonly RangeEntry[],
  storefront: string,
  timeZone: string,
  moment: number,
): boolean {
  return range.length === 0 || range.some((r) => r.storefront === storefront && holdsAt(r, timeZone, moment))
}

/**
 * Whether a product can be bought: in stock (or its stock is not counted), on sale by date, neither it nor its parent
 * disabled.
 */
export function isAvailable(product: Product, root: Product, today: number): boolean {
  return (
    (product.stock === null || product.stock > 0) &&
    (product.availableFrom === null || dayNumber(product.availableFrom) <= today) &&
    product.status !== 'disabled' &&
    root.status !== 'disabled'
  )
}
