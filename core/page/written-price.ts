import { formatMoney } from '../units/format'
import type { PageProduct } from './assemble'

/** A price as shoppers read it; `instead` is the base price that it stands in place of, where it does. */
export interface WrittenPrice {
  shown: string
  instead: string | null
}

/** The price of a page's product as shoppers of a language read it; null where it has none. */
export function writtenPrice(
  { price, basePrice, currency }: Pick<PageProduct, 'price' | 'basePrice' | 'currency'>,
  language: string,
): WrittenPrice | null {
  if (price === null) return null
  const replaces = price.because !== 'base' && basePrice !== null
  return {
    shown: formatMoney(price.amount, currency, language),
    instead: replaces ? formatMoney(basePrice, currency, language) : null,
  }
}
