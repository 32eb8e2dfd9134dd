import { above, cumulative, density, quantile } from './normal'

// When a result may be called before the planned end, however often somebody looked before: group-sequential bounds by
// spending the error (K. K. G. Lan and D. L. DeMets, Biometrika 70, 1983), in the shape of O'Brien and Fleming.

/** No bound is larger: beyond it nothing is left to be spent. */
export const largestBound = 8
/** Looks that add less information than this are not taken. */
export const leastInformation = 0.01

/** How much of the error may be spent up to a share `t` of the planned information, to both sides together. */
export function spentUpTo(t: number, alpha: number): number {
  if (t >= 1) return alpha
  return 4 * above(quantile(1 - alpha / 4) / Math.sqrt(t))
}

/** Points of Simpson's rule, an odd number. */
const points = 101

/** What is left between the bounds after a look: the density of the sum at points of equal distance. */
interface Inside {
  /** The share of the planned information at the look. */
  information: number
  at: number[]
  density: number[]
  /** Simpson's weights. */
  weights: number[]
}

function gridOf(half: number): Pick<Inside, 'at' | 'weights'> {
  const step = (2 * half) / (points - 1)
  const at = Array.from({ length: points }, (_, i) => -half + i * step)
  const weights = at.map((_, i) => (step / 3) * (i === 0 || i === points - 1 ? 1 : i % 2 === 1 ? 4 : 2))
  return { at, weights }
}

const integral = ({ at, density: densities, weights }: Inside, value: (from: number) => number): number =>
  at.reduce((sum, from, i) => sum + weights[i]! * densities[i]! * value(from), 0)

/** The probability of being beyond a bound at a look, and inside of all bounds before it. */
function beyond(before: Inside | undefined, information: number, bound: number): number {
  if (before === undefined) return 2 * above(bound)
  const edge = bound * Math.sqrt(information)
  const spread = Math.sqrt(information - before.information)
  return integral(before, (from) => above((edge - from) / spread) + cumulative((-edge - from) / spread))
}

/** The bound beyond which just so much error is spent at a look. */
function boundFor(before: Inside | undefined, information: number, spent: number): number {
  let [low, high] = [0, largestBound]
  if (beyond(before, information, high) >= spent) return largestBound
  for (let i = 0; i < 60; i++) {
    const middle = (low + high) / 2
    if (beyond(before, information, middle) > spent) low = middle
    else high = middle
  }
  return (low + high) / 2
}

function insideAfter(before: Inside | undefined, information: number, bound: number): Inside {
  const grid = gridOf(bound * Math.sqrt(information))
  const spread = Math.sqrt(information - (before?.information ?? 0))
  const densityAt = (to: number) =>
    before === undefined
      ? density(to / spread) / spread
      : integral(before, (from) => density((to - from) / spread) / spread)
  return { ...grid, information, density: grid.at.map(densityAt) }
}

/**
 * The bounds of looks at growing shares of the planned information, for a two-sided error `alpha`: a result is called at
 * a look where it is further from 0 than its bound, in standard errors. Earlier bounds do not depend on later looks. All
 * of the error is spent at a share of 1 or more.
 */
export function sequentialBounds(information: readonly number[], alpha: number): number[] {
  let before: Inside | undefined
  let spent = 0
  return information.map((share) => {
    const now = Math.min(share, 1)
    const upTo = spentUpTo(now, alpha)
    const bound = boundFor(before, now, upTo - spent)
    spent = upTo
    before = insideAfter(before, now, bound)
    return bound
  })
}

/** The information of two arms: how exactly their difference is known. */
export const informationOf = (one: number, other: number): number =>
  one === 0 || other === 0 ? 0 : 1 / (1 / one + 1 / other)

/** Whether a look at a share of the information is taken, after one at another. */
export const isLookTaken = (share: number, before: number): boolean => share - before >= leastInformation && before < 1
