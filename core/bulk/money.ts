import { Decimal } from 'decimal.js'
import type { Setup } from '../catalogue/model'
import { currencyDigits } from '../units/format'

/** An amount rounded to what money of a storefront has, halves upwards. */
export const asMoney = (amount: Decimal.Value, storefront: string, setup: Setup): number =>
  new Decimal(amount).toDecimalPlaces(currencyDigits(setup.storefronts.get(storefront)!.currency)).toNumber()
