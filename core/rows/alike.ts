import { columnsOf, type Column, type Described, type Trait } from './traits'

// How alike products are: Gower's distance (J. C. Gower, A general coefficient of similarity and some of its
// properties, Biometrics 27, 1971), from 0 for the same to 1, over what is known of both.

/** A product that is like another. */
export interface Neighbour {
  sku: string
  /** From 0 to 1, to six decimals. */
  distance: number
}

/** What is known of both has to weigh at least this share of what is known of the product that is asked for. */
export const leastCommon = 0.5

const rounded = (distance: number): number => Math.round(distance * 1e6) / 1e6
/** Distances within this may be the same once they are rounded. */
const roundedBy = 1e-6

/** Products that are the same in all traits of which there are few, and of which the same is known. */
interface ProductClass {
  members: number[]
  /** One of them stands for all in what they share. */
  first: number
}

/** How the products of two classes differ in what each class shares. */
interface ClassPair {
  members: readonly number[]
  /** The weighted sum of the distances in shared traits. */
  shared: number
  /** The weight of what is known of both. */
  weight: number
  /** No two products of these classes are closer. */
  least: number
}

/** Products of one type that are compared with each other. */
export class Alike {
  readonly #skus: string[]
  readonly #places: Map<string, number>
  readonly #shared: Column[]
  readonly #own: Column[]
  readonly #classes: ProductClass[]
  readonly #classOf: Int32Array
  readonly #pairs = new Map<number, ClassPair[]>()

  /** `traits` are compared with their weights; a product is known by its SKU. */
  constructor(traits: readonly Trait[], products: readonly Described[]) {
    const all = columnsOf(traits, products)
    this.#skus = products.map((p) => p.sku)
    this.#places = new Map(this.#skus.map((sku, place) => [sku, place]))
    this.#shared = all.filter((column) => column.classOf !== undefined)
    this.#own = all.filter((column) => column.classOf === undefined)
    this.#classOf = new Int32Array(products.length)
    this.#classes = this.#classify()
  }

  /** Classes by what products share, and by what is known of them. */
  #classify(): ProductClass[] {
    const classes = new Map<string, ProductClass>()
    const numbers = new Map<ProductClass, number>()
    this.#skus.forEach((_, product) => {
      const shared = this.#shared.map((column) => column.classOf!(product))
      const known = this.#own.map((column) => (column.isKnown(product) ? 1 : 0))
      const key = [...shared, ...known].join(' ')
      let found = classes.get(key)
      if (!found) {
        classes.set(key, (found = { members: [], first: product }))
        numbers.set(found, numbers.size)
      }
      found.members.push(product)
      this.#classOf[product] = numbers.get(found)!
    })
    return [...classes.values()]
  }

  /** Gower's distance of two products, to six decimals; undefined where nothing is known of both. */
  distance(one: string, other: string): number | undefined {
    const [a, b] = [this.#place(one), this.#place(other)]
    let sum = 0
    let weight = 0
    for (const column of [...this.#shared, ...this.#own]) {
      if (!column.isKnown(a) || !column.isKnown(b)) continue
      sum += column.weight * column.distance(a, b)
      weight += column.weight
    }
    return weight === 0 ? undefined : rounded(sum / weight)
  }

  /** The products that are most like one, the closest first, ties by SKU: the same as comparing it with every other. */
  nearest(sku: string, count: number): Neighbour[] {
    const asked = this.#place(sku)
    const best = new Best(count)
    for (const pair of this.#pairsOf(this.#classOf[asked]!)) {
      // Classes stand in the order of how close they can be.
      if (pair.least > best.worst) break
      for (const other of pair.members) {
        if (other === asked) continue
        const distance = this.#within(asked, other, pair, best.worst)
        if (distance !== undefined) best.put({ sku: this.#skus[other]!, distance: rounded(distance) })
      }
    }
    return best.all()
  }

  /** The distance of two products of a pair of classes; undefined where it is more than one. */
  #within(one: number, other: number, { shared, weight }: ClassPair, most: number): number | undefined {
    const enough = (most + roundedBy) * weight
    let sum = shared
    for (const column of this.#own) {
      if (!column.isKnown(one) || !column.isKnown(other)) continue
      sum += column.weight * column.distance(one, other)
      if (sum > enough) return undefined
    }
    return sum / weight
  }

  /** All classes that a class can be compared with, those that can be closest first. */
  #pairsOf(of: number): ClassPair[] {
    const known = this.#pairs.get(of)
    if (known) return known
    const asked = this.#classes[of]!.first
    const all = [...this.#shared, ...this.#own]
    const weightAsked = all.reduce((sum, column) => sum + (column.isKnown(asked) ? column.weight : 0), 0)
    const pairs = this.#classes.flatMap(({ first, members }): ClassPair[] => {
      let shared = 0
      let weight = 0
      for (const column of all) {
        if (!column.isKnown(asked) || !column.isKnown(first)) continue
        weight += column.weight
        if (column.classOf) shared += column.weight * column.distance(asked, first)
      }
      if (weight === 0 || weight < weightAsked * leastCommon) return []
      return [{ members, shared, weight, least: rounded(shared / weight) }]
    })
    pairs.sort((a, b) => a.least - b.least)
    this.#pairs.set(of, pairs)
    return pairs
  }

  #place(sku: string): number {
    const place = this.#places.get(sku)
    if (place === undefined) throw new RangeError(`There is no product “${sku}” among these.`)
    return place
  }
}

/** The best of many neighbours, as they come. */
class Best {
  readonly #kept: Neighbour[] = []

  constructor(readonly count: number) {}

  /** Whoever is further than this is none of the best. */
  get worst(): number {
    return this.#kept.length < this.count ? Infinity : (this.#kept.at(-1)?.distance ?? -Infinity)
  }

  put(one: Neighbour): void {
    if (this.#kept.length === this.count && !isBefore(one, this.#kept.at(-1)!)) return
    let at = this.#kept.length
    while (at > 0 && isBefore(one, this.#kept[at - 1]!)) at--
    this.#kept.splice(at, 0, one)
    if (this.#kept.length > this.count) this.#kept.pop()
  }

  all(): Neighbour[] {
    return [...this.#kept]
  }
}

const isBefore = (a: Neighbour, b: Neighbour): boolean =>
  a.distance < b.distance || (a.distance === b.distance && a.sku < b.sku)
