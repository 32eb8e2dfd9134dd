import { seeded } from '../numbers/seeded'
import type { StoryRequest } from './possible'

// Products grouped into stories: each close to the product in the middle of its story, in sizes that were asked for.

/** Distances of products by their numbers, from 0 to 1, symmetric. */
export interface Distances {
  count: number
  between(one: number, other: number): number
}

export interface Grouping {
  /** The products of each story, in order; some may be in two. */
  stories: number[][]
  /** The product in the middle of each: the sum of the distances to it is the smallest. */
  medoids: number[]
  /** The sum of the distances of all products to the middle of their story. */
  inner: number
}

/** Groupings are begun anew so often, from other products each time; the best is taken. */
const mostBeginnings = 60

/**
 * Groups products: every one is in a story, the sizes hold, and the inner distance is small (k-medoids, L. Kaufman and
 * P. J. Rousseeuw, Finding Groups in Data, 1990). The same request gives the same answer. It has to be possible.
 */
export function group(
  distances: Distances,
  request: StoryRequest,
  { beginnings = mostBeginnings, seed = distances.count * 31 + request.stories } = {},
): Grouping {
  const random = seeded(seed)
  let best: Grouping | undefined
  for (let n = 0; n < beginnings; n++) {
    const found = settle(distances, spreadMedoids(distances, request.stories, random), request)
    if (best === undefined || found.inner < best.inner) best = found
  }
  return best!
}

/** Products that are far from each other: each is drawn the likelier, the further it is from those before. */
function spreadMedoids({ count, between }: Distances, stories: number, random: () => number): number[] {
  const medoids = [Math.floor(random() * count)]
  const nearest = Float64Array.from({ length: count }, (_, p) => between(p, medoids[0]!))
  while (medoids.length < stories) {
    const weights = nearest.map((d) => d * d)
    const next = drawn(weights, random, new Set(medoids))
    medoids.push(next)
    for (let p = 0; p < count; p++) nearest[p] = Math.min(nearest[p]!, between(p, next))
  }
  return medoids
}

function drawn(weights: Float64Array, random: () => number, taken: ReadonlySet<number>): number {
  const all = weights.reduce((sum, weight) => sum + weight, 0)
  let at = random() * all
  for (let p = 0; p < weights.length; p++) {
    at -= weights[p]!
    if (at < 0 && !taken.has(p)) return p
  }
  // Where all are the same, any other will do; where there are fewer products than stories, one stands for two.
  return Math.max(
    0,
    weights.findIndex((_, p) => !taken.has(p)),
  )
}

/** Assigns products to middles and finds the middles anew, until nothing gets better. */
function settle(distances: Distances, first: number[], request: StoryRequest): Grouping {
  let medoids = first
  let best: Grouping | undefined
  for (;;) {
    const stories = assign(distances, medoids, request)
    medoids = stories.map((members) => middleOf(distances, members))
    const inner = innerOf(distances, stories, medoids)
    if (best !== undefined && inner >= best.inner - 1e-12) return best
    best = { stories, medoids, inner }
  }
}

function middleOf({ between }: Distances, members: readonly number[]): number {
  let [best, least] = [members[0]!, Infinity]
  for (const one of members) {
    let sum = 0
    for (const other of members) {
      sum += between(one, other)
      if (sum >= least) break
    }
    if (sum < least) [best, least] = [one, sum]
  }
  return best
}

const innerOf = ({ between }: Distances, stories: readonly number[][], medoids: readonly number[]): number =>
  stories.reduce((sum, members, story) => sum + members.reduce((s, p) => s + between(p, medoids[story]!), 0), 0)

/**
 * The cheapest assignment to given middles in which the sizes hold: products go to the nearest, then the fewest and
 * cheapest moves, along chains of stories, mend what is too large or too small (successive shortest paths).
 */
function assign({ count, between }: Distances, medoids: readonly number[], request: StoryRequest): number[][] {
  const { stories, least, most } = request
  const cost = (product: number, story: number) => between(product, medoids[story]!)
  const of = Array.from({ length: count }, (_, p) => nearestTo(p, stories, cost))
  const sizes = new Array<number>(stories).fill(0)
  for (const story of of) sizes[story]!++
  const mend = (isFrom: (story: number) => boolean, isTo: (story: number) => boolean) => {
    for (let path = cheapest(of, stories, cost, isFrom, isTo); path; path = cheapest(of, stories, cost, isFrom, isTo)) {
      for (const { product, to } of path) {
        sizes[of[product]!]!--
        sizes[to]!++
        of[product] = to
      }
    }
  }
  mend(
    (story) => sizes[story]! > most,
    (story) => sizes[story]! < most,
  )
  mend(
    (story) => sizes[story]! > least,
    (story) => sizes[story]! < least,
  )
  const members = Array.from({ length: stories }, (): number[] => [])
  of.forEach((story, product) => members[story]!.push(product))
  return fillUp(members, of, cost, request)
}

function nearestTo(product: number, stories: number, cost: (product: number, story: number) => number): number {
  let best = 0
  for (let story = 1; story < stories; story++) if (cost(product, story) < cost(product, best)) best = story
  return best
}

interface Move {
  product: number
  to: number
}

/** The cheapest chain of moves from a story that has too many to one that takes another; undefined where none is. */
function cheapest(
  of: readonly number[],
  stories: number,
  cost: (product: number, story: number) => number,
  isFrom: (story: number) => boolean,
  isTo: (story: number) => boolean,
): Move[] | undefined {
  const moves = movesBetween(of, stories, cost)
  const total = Array.from({ length: stories }, (_, story) => (isFrom(story) ? 0 : Infinity))
  const by = new Array<{ from: number; product: number } | undefined>(stories)
  // As many rounds as there are stories (R. Bellman, 1958): moves may cost less than nothing.
  for (let round = 1; round < stories; round++)
    for (let from = 0; from < stories; from++)
      for (let to = 0; to < stories; to++) {
        const move = moves[from]![to]
        if (move === undefined || isFrom(to) || total[from]! + move.cost >= total[to]! - 1e-12) continue
        total[to] = total[from]! + move.cost
        by[to] = { from, product: move.product }
      }
  let end = -1
  for (let story = 0; story < stories; story++)
    if (isTo(story) && total[story]! < Infinity && (end < 0 || total[story]! < total[end]!)) end = story
  if (end < 0) return undefined
  const path: Move[] = []
  for (let story = end, step = by[story]; step !== undefined; story = step.from, step = by[story])
    path.unshift({ product: step.product, to: story })
  return path.length > 0 && path.length < stories ? path : undefined
}

/** The cheapest move from each story to each other. */
function movesBetween(
  of: readonly number[],
  stories: number,
  cost: (product: number, story: number) => number,
): ({ product: number; cost: number } | undefined)[][] {
  const moves = Array.from({ length: stories }, () =>
    new Array<{ product: number; cost: number } | undefined>(stories).fill(undefined),
  )
  of.forEach((from, product) => {
    for (let to = 0; to < stories; to++) {
      if (to === from) continue
      const more = cost(product, to) - cost(product, from)
      const known = moves[from]![to]
      if (known === undefined || more < known.cost) moves[from]![to] = { product, cost: more }
    }
  })
  return moves
}

/** Puts products into a second story where one has too few. */
function fillUp(
  members: number[][],
  of: readonly number[],
  cost: (product: number, story: number) => number,
  { least, twice }: StoryRequest,
): number[][] {
  const doubled = new Set<number>()
  for (let story = 0; story < members.length; story++)
    while (members[story]!.length < least && doubled.size < twice) {
      const free = of.flatMap((own, product) => (own === story || doubled.has(product) ? [] : [product]))
      const next = free.reduce((best, p) => (cost(p, story) < cost(best, story) ? p : best), free[0]!)
      members[story]!.push(next)
      doubled.add(next)
    }
  return members.map((list) => [...list].sort((a, b) => a - b))
}

function meanBetween({ between }: Distances, one: readonly number[], other: readonly number[]): number {
  let sum = 0
  for (const a of one) for (const b of other) sum += between(a, b)
  return sum / (one.length * other.length)
}

/** The mean distance of two different products of a story; 0 where it has only one. */
function meanWithin({ between }: Distances, members: readonly number[]): number {
  if (members.length < 2) return 0
  let sum = 0
  for (let i = 0; i < members.length; i++)
    for (let j = i + 1; j < members.length; j++) sum += between(members[i]!, members[j]!)
  return sum / ((members.length * (members.length - 1)) / 2)
}

/** Stories that differ less than this are hard to tell from each other; groups by chance reach 0.06. */
export const leastDifference = 0.1

/** How much two stories differ: the mean distance between them, less half of what they differ within. */
export const differenceOf = (distances: Distances, one: readonly number[], other: readonly number[]): number =>
  meanBetween(distances, one, other) - (meanWithin(distances, one) + meanWithin(distances, other)) / 2

/** The least difference of any two stories; Infinity where there is only one. */
export function smallestDifference(distances: Distances, { stories }: Pick<Grouping, 'stories'>): number {
  let least = Infinity
  for (let i = 0; i < stories.length; i++)
    for (let j = i + 1; j < stories.length; j++)
      least = Math.min(least, differenceOf(distances, stories[i]!, stories[j]!))
  return least
}
