import { Decimal } from 'decimal.js'
import type { Value } from '../attributes/attribute'
import { ValueProblem } from '../attributes/types/shape'
import type { Price, Setup } from '../catalogue/model'
import { same } from '../catalogue/patch'
import { windowProblem } from '../moments/instant'
import { windowWords } from '../moments/words'
import { formatMoney } from '../units/format'
import { asMoney } from './money'
import type { BulkChange, BulkProblem, BulkSpecial } from './shape'

/** What a special price is of: all but its amount. */
type SpecialOf = Omit<Price, 'amount' | 'special' | 'priority'> & { priority?: number | null }

/** The special prices that a value of the field holds. */
export const specialsIn = (value: Value | null) => (value as unknown as Price[] | null) ?? []

/** Whether two special prices are for the same customers at the same time and from the same number of items on. */
const isSameSpecial = (a: SpecialOf, b: SpecialOf) =>
  same([a.storefront, a.group, a.from, a.to, a.quantity], [b.storefront, b.group, b.from, b.to, b.quantity])

/** Where, for whom and when a special price holds: “Switzerland, Workshop, from 1 Dec 2026, 00:00, from 10 items”. */
export function specialOfShown(price: SpecialOf, setup: Setup): string {
  const shop = setup.storefronts.get(price.storefront)
  const group = price.group === null ? null : (setup.groups.get(price.group)?.name ?? price.group)
  const items = price.quantity > 1 ? `from ${price.quantity} items` : null
  const priority = price.priority ? `priority ${price.priority}` : null
  return [shop?.name ?? price.storefront, group, windowWords(price), items, priority].filter(Boolean).join(', ')
}

/** A special price on one line: “Switzerland, Workshop, from 10 items: CHF 44.50”. */
export function specialShown(price: SpecialOf & Pick<Price, 'amount'>, setup: Setup): string {
  const shop = setup.storefronts.get(price.storefront)
  const amount = shop ? formatMoney(price.amount, shop.currency, 'en-GB') : price.amount
  return `${specialOfShown(price, setup)}: ${amount}`
}

/** What is wrong with a special price that is to be added to many. */
export function specialProblems({ special, storefront }: BulkChange, setup: Setup): BulkProblem[] {
  if (!special) return [{ path: 'special', message: 'Say which special price to add.' }]
  const out: BulkProblem[] = []
  if (storefront === null) out.push({ path: 'storefront', message: 'Say in which storefront.' })
  if (special.group !== null && !setup.groups.has(special.group))
    out.push({ path: 'special.group', message: `There is no customer group “${special.group}”.` })
  const wrong = windowProblem(special)
  if (wrong !== undefined) out.push({ path: 'special.to', message: wrong })
  if ((special.amount === undefined) === (special.percentOff === undefined))
    out.push({ path: 'special.amount', message: 'Enter a price, or by how many percent the base price is lowered.' })
  return out
}

/**
 * The special prices with one more, which takes the place of one for the same customers at the same time. Throws a
 * ValueProblem where it is a share of a base price that there is not.
 */
export function withSpecial(
  now: Value | null,
  { storefront, ...special }: BulkSpecial & { storefront: string },
  basePrice: (storefront: string) => number | null,
  setup: Setup,
): Value {
  const { amount, percentOff, priority, ...rest } = special
  const first = priority ? { priority } : {}
  const price: Price = { ...rest, ...first, storefront, special: true, amount: amount ?? lowered() }
  const others = specialsIn(now).filter((p) => !isSameSpecial(p, price))
  return [...others, price] as unknown as Value

  function lowered() {
    const base = basePrice(storefront)
    if (base === null)
      throw new ValueProblem(
        'no-base-price',
        `It has no base price in ${setup.storefronts.get(storefront)!.name} to be lowered.`,
      )
    return asMoney(new Decimal(base).times(100 - percentOff!).div(100), storefront, setup)
  }
}

/** The special prices without those of a storefront; of all where none is named. */
export function withoutSpecials(now: Value | null, storefront: string | null): Value | null {
  const left = specialsIn(now).filter((p) => storefront !== null && p.storefront !== storefront)
  return left.length > 0 ? (left as unknown as Value) : null
}
