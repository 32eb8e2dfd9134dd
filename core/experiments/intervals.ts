// Rates of visitors who did something, and how sure one can be of them and of their difference.

/** How many of all did it. */
export interface Rate {
  /** A whole number from 0 to `of`. */
  did: number
  of: number
}

export interface Interval {
  from: number
  to: number
}

/**
 * Wilson's interval of a rate, as shares from 0 to 1 (E. B. Wilson, Journal of the American Statistical Association 22,
 * 1927). `z` is the normal quantile of the wanted confidence: 1.96 for 95 %. All of 0 to 1 where nobody was counted.
 */
export function wilson({ did, of }: Rate, z: number): Interval {
  if (of === 0) return { from: 0, to: 1 }
  const rate = did / of
  const square = z * z
  const middle = 2 * did + square
  const half = z * Math.sqrt(square + 4 * did * (1 - rate))
  const under = 2 * (of + square)
  return { from: Math.max(0, (middle - half) / under), to: Math.min(1, (middle + half) / under) }
}

const shareOf = ({ did, of }: Rate): number => (of === 0 ? 0 : did / of)

/**
 * The interval of the difference of two rates, one less another, from −1 to 1: method 10 of R. G. Newcombe, Interval
 * estimation for the difference between independent proportions (Statistics in Medicine 17, 1998).
 */
export function newcombe(one: Rate, other: Rate, z: number): Interval {
  const [a, b] = [wilson(one, z), wilson(other, z)]
  const [shareA, shareB] = [shareOf(one), shareOf(other)]
  const difference = shareA - shareB
  return {
    from: difference - Math.hypot(shareA - a.from, b.to - shareB),
    to: difference + Math.hypot(a.to - shareA, shareB - b.from),
  }
}
