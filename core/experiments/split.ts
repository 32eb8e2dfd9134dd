import { above, density } from './normal'

// Whether visitors were divided among the arms as planned. Where they were not, no result can be believed.

/**
 * The probability that a chi-square variable with so many degrees of freedom is above `x`: closed forms for whole
 * degrees (Abramowitz and Stegun, Handbook of Mathematical Functions, 26.4.4 and 26.4.5; from memory).
 */
export function chiSquareAbove(x: number, degrees: number): number {
  if (x <= 0) return 1
  return degrees % 2 === 0 ? aboveEven(x, degrees) : aboveOdd(x, degrees)
}

function aboveEven(x: number, degrees: number): number {
  let term = Math.exp(-x / 2)
  let sum = term
  for (let i = 2; i < degrees; i += 2) {
    term *= x / i
    sum += term
  }
  return sum
}

function aboveOdd(x: number, degrees: number): number {
  const root = Math.sqrt(x)
  let term = 2 * density(root) * root
  let sum = 2 * above(root)
  for (let i = 3; i <= degrees; i += 2) {
    sum += term
    term *= x / i
  }
  return sum
}

/** How the split stands: `p` is how likely a difference as large comes by chance; null where too few were seen. */
export interface SplitCheck {
  statistic: number
  p: number | null
}

/** Each arm has to be expected so many visitors before the split is judged. */
export const leastExpected = 5
/** A split that is less likely than this is broken. */
export const brokenBelow = 0.001

/** Compares how many visitors each arm was seen by with its share, by Pearson's chi-square. */
export function splitCheck(seen: readonly number[], shares: readonly number[]): SplitCheck {
  const all = seen.reduce((sum, n) => sum + n, 0)
  const planned = shares.reduce((sum, share) => sum + share, 0)
  const expected = shares.map((share) => (all * share) / planned)
  if (expected.some((n) => n < leastExpected)) return { statistic: 0, p: null }
  const statistic = seen.reduce((sum, n, i) => sum + (n - expected[i]!) ** 2 / expected[i]!, 0)
  return { statistic, p: chiSquareAbove(statistic, seen.length - 1) }
}

/** Whether a split blocks the result. */
export const isBroken = ({ p }: SplitCheck): boolean => p !== null && p < brokenBelow
