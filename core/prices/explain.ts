import type { Price } from '../catalogue/model'
import { effectivePrice, type SpecialPrice } from './effective'
import { specialPrice } from './of-product'

/** One price of a product, and whether it is what a customer pays, or why not. */
export interface PriceReason {
  price: Price
  pays: boolean
  why: string
}

/**
 * Every price of a product in a storefront with the reason why it is, or is not, what a customer of a group pays for a
 * number of items at a moment. The prices are the product's own, or its parent's where it has none.
 */
export function explainPrice(
  prices: readonly Price[],
  storefront: { code: string; timeZone: string },
  group: string | null,
  moment: number,
  quantity: number,
): PriceReason[] {
  const mine = prices.filter((p) => p.storefront === storefront.code)
  const base = mine.find((p) => !p.special)
  const specials = mine
    .filter((p) => p.special)
    .map((price) => ({ price, special: specialPrice(price, storefront.timeZone) }))
  const paid = effectivePrice(
    { base: base?.amount ?? null, specials: specials.map((s) => s.special) },
    group,
    moment,
    quantity,
  )
  const winner = specials.find((s) => s.special === paid?.because)
  const lost = (s: SpecialPrice): string => {
    if (s.group !== null && s.group !== group) return 'for another group'
    if (moment < s.from) return 'not yet'
    if (moment >= s.to) return 'over'
    if (s.quantity > quantity) return `only from ${s.quantity} items`
    const w = winner!.special
    if (w.priority !== undefined && w.priority !== s.priority) return `a price with priority ${w.priority} comes first`
    if (w.group !== null && s.group === null) return 'a price for the group takes precedence'
    if (w.to - w.from < s.to - s.from) return 'a price for a shorter period takes precedence'
    return w.quantity > s.quantity ? 'a higher step takes precedence' : 'a lower price takes precedence'
  }
  return [
    ...specials.map((s) => ({ price: s.price, pays: s === winner, why: s === winner ? 'valid now' : lost(s.special) })),
    ...(base
      ? [
          {
            price: base,
            pays: winner === undefined,
            why: winner === undefined ? 'no special price is valid' : 'a special price replaces it',
          },
        ]
      : []),
  ]
}
