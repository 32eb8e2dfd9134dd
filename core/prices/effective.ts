/** Priorities of special prices are whole numbers from 1 to this. */
export const lastPriority = 9999

/** A special price; its window is given in instants (milliseconds, open ends ±Infinity). */
export interface SpecialPrice {
  group: string | null
  from: number
  to: number
  amount: number
  /** From how many items on it holds. */
  quantity: number
  /** The lowest comes first; without one, it comes after all that have one. */
  priority?: number
}

export interface PriceList {
  base: number | null
  specials: readonly SpecialPrice[]
}

/** What a customer pays, and which entry says so: the base price or one of the specials. */
export interface EffectivePrice {
  amount: number
  because: 'base' | SpecialPrice
}

/**
 * The price for a group at a moment. Of the special prices whose window holds (from ≤ moment < to) and whose group is
 * this one or none, the lowest priority number wins where one is set; then one made for the group beats one for all,
 * then the shorter window beats the longer, then the lower price. It replaces the base price even where it is higher.
 * Of several items, steps that they reach hold too, and the higher step beats the lower before the price decides; rules
 * ask for one item.
 */
export function effectivePrice(
  prices: PriceList,
  group: string | null,
  moment: number,
  quantity = 1,
): EffectivePrice | undefined {
  let best: SpecialPrice | undefined
  for (const s of prices.specials) {
    if (s.from > moment || moment >= s.to || (s.group !== null && s.group !== group) || s.quantity > quantity) continue
    if (!best || beats(s, best)) best = s
  }
  if (best) return { amount: best.amount, because: best }
  return prices.base === null ? undefined : { amount: prices.base, because: 'base' }
}

/** What a special price without a priority counts as: after all that have one. */
const last = Infinity

function beats(a: SpecialPrice, b: SpecialPrice): boolean {
  const [first, second] = [a.priority ?? last, b.priority ?? last]
  if (first !== second) return first < second
  if ((a.group !== null) !== (b.group !== null)) return a.group !== null
  const la = a.to - a.from
  const lb = b.to - b.from
  if (la !== lb) return la < lb
  if (a.quantity !== b.quantity) return a.quantity > b.quantity
  return a.amount < b.amount
}

/**
 * A variant's prices: its own where it has any in the storefront, else its parent's.
 */
export function inheritedPrices(own: PriceList, parent: PriceList | null): PriceList {
  return own.base !== null || own.specials.length > 0 || !parent ? own : parent
}
