import type { Family, Price, Product } from '../catalogue/model'
import { windowIn } from '../moments/instant'
import { inheritedPrices, type PriceList, type SpecialPrice } from './effective'

/** A special price as it is compared with others, its window as instants. */
export function specialPrice(price: Price, timeZone: string): SpecialPrice {
  const { group, amount, quantity, priority } = price
  const first = priority === undefined ? {} : { priority }
  return { group, amount, quantity, ...first, ...windowIn(price, timeZone) }
}

/** A product's own prices in a storefront, with windows as instants. */
export function priceList(prices: readonly Price[], storefront: string, timeZone: string): PriceList {
  const list: { base: number | null; specials: PriceList['specials'][number][] } = { base: null, specials: [] }
  for (const p of prices) {
    if (p.storefront !== storefront) continue
    if (!p.special) {
      list.base = p.amount
      continue
    }
    list.specials.push(specialPrice(p, timeZone))
  }
  return list
}

/** The prices that hold for a product of a family: its own where it has any in the storefront, else the parent's. */
export function pricesOf(product: Product, family: Family, storefront: string, timeZone: string): PriceList {
  const own = priceList(product.prices, storefront, timeZone)
  return inheritedPrices(own, product === family.root ? null : priceList(family.root.prices, storefront, timeZone))
}
