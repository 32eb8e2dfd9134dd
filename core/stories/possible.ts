import { Flow } from './flow'

// Whether products can be told in so many stories at all, and what would have to change where they cannot.

/** What is asked for. */
export interface StoryRequest {
  /** How many stories. */
  stories: number
  /** How many products each has at least, which is one or more, and at most. */
  least: number
  most: number
  /** How many products may be in two stories. */
  twice: number
}

/** Why it cannot be done: what would have to change, each change alone being enough. */
export interface Impossible {
  reason: 'too-few-products' | 'too-many-products' | 'more-than-there-are' | 'least-above-most'
  /** `least` at most so many, `stories` at most so many, so many `products` more, `most` at least so many, or so many
   * `leave-out` of the products. */
  changes: { change: 'least' | 'stories' | 'products' | 'most' | 'leave-out'; to: number }[]
}

/**
 * Why so many products cannot be told as asked; undefined where they can. Exact: each product is in a story, as many as
 * asked in two, and each story has its size.
 */
export function impossible(products: number, request: StoryRequest): Impossible | undefined {
  const { stories, least, most, twice } = request
  if (least > most) return { reason: 'least-above-most', changes: [{ change: 'least', to: most }] }
  if (least > products) return { reason: 'more-than-there-are', changes: [{ change: 'least', to: products }] }
  const places = products + Math.min(twice, products)
  if (stories * least > places) return { reason: 'too-few-products', changes: changesOfFew(products, places, request) }
  if (products <= stories * most) return undefined
  return {
    reason: 'too-many-products',
    changes: [
      { change: 'most', to: Math.ceil(products / stories) },
      { change: 'leave-out', to: products - stories * most },
    ],
  }
}

function changesOfFew(
  products: number,
  places: number,
  { stories, least, twice }: StoryRequest,
): Impossible['changes'] {
  const changes: Impossible['changes'] = [
    { change: 'least', to: Math.floor(places / stories) },
    { change: 'stories', to: Math.floor(places / least) },
  ]
  // As few more as are enough, of which some may be in two stories too.
  let more = 1
  while (products + more + Math.min(twice, products + more) < stories * least) more++
  changes.push({ change: 'products', to: more })
  return changes.filter(({ to }) => to > 0)
}

/** Products that may be in some of the stories only, and what does not fit for it. */
export interface Conflict {
  /** These products have too few places in the stories that they may be in, or these stories too few products. */
  kind: 'products' | 'stories'
  products: number[]
  stories: number[]
}

/**
 * What conflicts where products, by their numbers, may be in some stories only: `allowed` has the stories of each. The
 * minimum cut of a maximum flow names a set that cannot fit; undefined where all can.
 */
export function conflictOf(allowed: readonly (readonly number[])[], request: StoryRequest): Conflict | undefined {
  return tooFewPlaces(allowed, request) ?? tooFewProducts(allowed, request)
}

/** Numbers of nodes: the beginning, the end, what may be in two stories, then products, then stories. */
const [begin, end, twiceNode, firstProduct] = [0, 1, 2, 3]

interface Network {
  flow: Flow
  nodeOfStory(story: number): number
}

function networkOf(allowed: readonly (readonly number[])[], stories: number, mostOfStory: number): Network {
  const nodeOfStory = (story: number) => firstProduct + allowed.length + story
  const flow = new Flow(firstProduct + allowed.length + stories)
  allowed.forEach((some, product) => {
    for (const story of some) flow.edge(firstProduct + product, nodeOfStory(story), 1)
  })
  for (let story = 0; story < stories; story++) flow.edge(nodeOfStory(story), end, mostOfStory)
  return { flow, nodeOfStory }
}

function conflictIn(
  { flow, nodeOfStory }: Network,
  kind: Conflict['kind'],
  products: number,
  stories: number,
): Conflict {
  const reached = flow.reached(begin)
  const isOf = (node: number) => (kind === 'products' ? reached.has(node) : !reached.has(node))
  return {
    kind,
    products: range(products).filter((product) => isOf(firstProduct + product)),
    stories: range(stories).filter((story) => isOf(nodeOfStory(story))),
  }
}

const range = (n: number): number[] => Array.from({ length: n }, (_, i) => i)

function tooFewPlaces(allowed: readonly (readonly number[])[], { stories, most }: StoryRequest): Conflict | undefined {
  const network = networkOf(allowed, stories, most)
  allowed.forEach((_, product) => network.flow.edge(begin, firstProduct + product, 1))
  if (network.flow.run(begin, end) === allowed.length) return undefined
  return conflictIn(network, 'products', allowed.length, stories)
}

function tooFewProducts(
  allowed: readonly (readonly number[])[],
  { stories, least, twice }: StoryRequest,
): Conflict | undefined {
  const network = networkOf(allowed, stories, least)
  allowed.forEach((_, product) => network.flow.edge(begin, firstProduct + product, 1))
  network.flow.edge(begin, twiceNode, twice)
  allowed.forEach((_, product) => network.flow.edge(twiceNode, firstProduct + product, 1))
  if (network.flow.run(begin, end) === stories * least) return undefined
  return conflictIn(network, 'stories', allowed.length, stories)
}
