// What products are compared by: their attributes, each in the way of its kind.

/** How two values are compared: numbers by their range, choices by agreement, lists by what they have in common. */
export type TraitKind = 'number' | 'choice' | 'list'

/** Something that products are compared by. */
export interface Trait {
  code: string
  kind: TraitKind
  /** How much it counts, 0 or more. */
  weight: number
}

export type TraitValue = number | string | readonly string[]

/** What is known of a product, by trait. */
export interface Described {
  sku: string
  values: ReadonlyMap<string, TraitValue>
}

/** Jaccard's distance of two sets: the share of their elements that only one of them has; 0 where both are empty. */
export function jaccard(a: ReadonlySet<string>, b: ReadonlySet<string>): number {
  const [small, large] = a.size < b.size ? [a, b] : [b, a]
  let common = 0
  for (const one of small) if (large.has(one)) common++
  const all = a.size + b.size - common
  return all === 0 ? 0 : 1 - common / all
}

/** A trait of all products, with the distance of two of them; undefined where it is not known of one. */
export interface Column {
  weight: number
  isKnown(product: number): boolean
  distance(one: number, other: number): number
  /** What a product has, as a number that is the same for all that have the same; none where there are too many. */
  classOf?(product: number): number
}

/** How a kind of trait is read from products. A new kind is an entry. */
const columns: Record<TraitKind, (values: readonly (TraitValue | undefined)[], weight: number) => Column> = {
  number: (values, weight) => {
    const numbers = Float64Array.from(values, (v) => (typeof v === 'number' && Number.isFinite(v) ? v : NaN))
    const known = numbers.filter((n) => !Number.isNaN(n))
    const range = known.length === 0 ? 0 : known.reduce(max) - known.reduce(min)
    return {
      weight,
      isKnown: (product) => !Number.isNaN(numbers[product]!),
      distance: (one, other) => (range === 0 ? 0 : Math.abs(numbers[one]! - numbers[other]!) / range),
    }
  },
  choice: (values, weight) => {
    const { codes } = numbered(values, (v) => (typeof v === 'string' ? v : undefined))
    return {
      weight,
      isKnown: (product) => codes[product]! >= 0,
      distance: (one, other) => (codes[one] === codes[other] ? 0 : 1),
      classOf: (product) => codes[product]!,
    }
  },
  list: (values, weight) => {
    const isList = (v: TraitValue | undefined): v is readonly string[] => Array.isArray(v)
    const { codes, first } = numbered(values, (v) => (isList(v) ? JSON.stringify([...new Set(v)].sort()) : undefined))
    const sets = first.map((product) => new Set(values[product] as readonly string[]))
    const known = new Map<number, number>()
    const between = (a: number, b: number) => {
      const pair = a < b ? a * sets.length + b : b * sets.length + a
      let distance = known.get(pair)
      if (distance === undefined) known.set(pair, (distance = jaccard(sets[a]!, sets[b]!)))
      return distance
    }
    return {
      weight,
      isKnown: (product) => codes[product]! >= 0,
      distance: (one, other) => between(codes[one]!, codes[other]!),
      classOf: (product) => codes[product]!,
    }
  },
}

const max = (a: number, b: number) => (a > b ? a : b)
const min = (a: number, b: number) => (a < b ? a : b)

/** Numbers values that are the same alike, from 0 on; −1 is none. `first` has a product for each number. */
function numbered(
  values: readonly (TraitValue | undefined)[],
  textOf: (value: TraitValue | undefined) => string | undefined,
): { codes: Int32Array; first: number[] } {
  const known = new Map<string, number>()
  const first: number[] = []
  const codes = Int32Array.from(values, (value, product) => {
    const text = textOf(value)
    if (text === undefined) return -1
    let code = known.get(text)
    if (code === undefined) {
      known.set(text, (code = first.length))
      first.push(product)
    }
    return code
  })
  return { codes, first }
}

/** The columns of some products, without those that count for nothing, the heaviest first. */
export function columnsOf(traits: readonly Trait[], products: readonly Described[]): Column[] {
  return traits
    .filter((trait) => trait.weight > 0)
    .sort((a, b) => b.weight - a.weight)
    .map(({ code, kind, weight }) =>
      columns[kind](
        products.map((p) => p.values.get(code)),
        weight,
      ),
    )
}
