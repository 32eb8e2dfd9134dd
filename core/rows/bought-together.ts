// Which products are bought together more often than chance would have it.

/** Products of one order. */
export type Basket = readonly string[]

/** A product that is bought together with another. */
export interface Together {
  sku: string
  /** Orders that have both. */
  orders: number
  /** How many times as often they are in one order as they would be by chance. */
  lift: number
}

/** Orders with more products than this are those of a business that restocks, and say nothing. */
export const mostInOrder = 50
/** A pair counts from so many orders on, */
export const leastOrders = 5
/** and where so much speaks against chance: about 1 in 10⁶ of the chi-square distribution with one degree of freedom. */
export const leastEvidence = 24

/** `x · ln(x / y)`, which is 0 where `x` is. */
const term = (x: number, y: number): number => (x === 0 ? 0 : x * Math.log(x / y))

/** Of how many orders have one, the other, both, and of how many there are. */
export interface Counts {
  one: number
  other: number
  both: number
  all: number
}

/** How many times as often both are in one order as by chance: `N·n_ab / (n_a·n_b)`. */
export const liftOf = ({ one, other, both, all }: Counts): number => (all * both) / (one * other)

/**
 * The logarithm of how much likelier the counts are where the two belong together than by chance, twice: G² (T.
 * Dunning, Accurate methods for the statistics of surprise and coincidence, Computational Linguistics 19, 1993).
 */
export function evidenceOf({ one, other, both, all }: Counts): number {
  const cells = [
    [both, one, other],
    [one - both, one, all - other],
    [other - both, all - one, other],
    [all - one - other + both, all - one, all - other],
  ] as const
  return 2 * cells.reduce((sum, [seen, row, column]) => sum + term(seen, (row * column) / all), 0)
}

/**
 * The products that are bought together with each: at most so many, by lift, then by how many orders have both (R.
 * Agrawal, T. Imieliński and A. Swami, Mining association rules between sets of items in large databases, 1993), then by
 * SKU. Products count once in an order; orders with too many are left out.
 */
export function boughtTogether(baskets: Iterable<Basket>, most: number): Map<string, Together[]> {
  const { skus, counts, pairs, all } = count(baskets)
  const together = skus.map((): Together[] => [])
  const width = skus.length
  for (const [pair, both] of pairs) {
    if (both < leastOrders) continue
    const a = Math.floor(pair / width)
    const b = pair % width
    const of = { one: counts[a]!, other: counts[b]!, both, all }
    const lift = liftOf(of)
    if (lift <= 1 || evidenceOf(of) < leastEvidence) continue
    together[a]!.push({ sku: skus[b]!, orders: both, lift })
    together[b]!.push({ sku: skus[a]!, orders: both, lift })
  }
  const found = new Map<string, Together[]>()
  together.forEach((list, i) => {
    if (list.length > 0) found.set(skus[i]!, list.sort(byLift).slice(0, most))
  })
  return found
}

const byLift = (a: Together, b: Together): number => b.lift - a.lift || b.orders - a.orders || (a.sku < b.sku ? -1 : 1)

/** Orders counted, by products and by pairs: a pair is the lower number times how many products there are, and the other. */
interface Counted {
  skus: string[]
  counts: number[]
  pairs: Map<number, number>
  all: number
}

function count(baskets: Iterable<Basket>): Counted {
  const numbers = new Map<string, number>()
  const skus: string[] = []
  const counts: number[] = []
  const kept: number[][] = []
  for (const basket of baskets) {
    const products = [...new Set(basket)]
    if (products.length === 0 || products.length > mostInOrder) continue
    const order = products.map((sku) => numberOf(sku, numbers, skus))
    for (const n of order) counts[n] = (counts[n] ?? 0) + 1
    kept.push(order.sort((a, b) => a - b))
  }
  return { skus, counts, pairs: pairsIn(kept, counts, skus.length), all: kept.length }
}

function numberOf(sku: string, numbers: Map<string, number>, skus: string[]): number {
  let n = numbers.get(sku)
  if (n === undefined) {
    numbers.set(sku, (n = skus.length))
    skus.push(sku)
  }
  return n
}

/** Pairs of products that are in enough orders themselves: no other pair can be in enough. */
function pairsIn(orders: readonly number[][], counts: readonly number[], width: number): Map<number, number> {
  const pairs = new Map<number, number>()
  for (const order of orders) {
    const often = order.filter((n) => counts[n]! >= leastOrders)
    for (let i = 0; i < often.length; i++)
      for (let j = i + 1; j < often.length; j++) {
        const pair = often[i]! * width + often[j]!
        pairs.set(pair, (pairs.get(pair) ?? 0) + 1)
      }
  }
  return pairs
}
