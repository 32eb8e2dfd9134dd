import { quantile } from './normal'

/** What an experiment is planned to find. */
export interface Planned {
  /** The rate that is expected without a change, from 0 to 1. */
  rate: number
  /** The rate that has to be told from it. */
  wanted: number
  /** How likely a difference is called that is none, counted to both sides. */
  alpha: number
  /** How likely the wanted difference is called. */
  power: number
}

/** Looking several times takes some more visitors than looking once, at the end. */
export const moreForLooks = 1.05

/**
 * How many visitors each of two arms of the same share needs: the pooled formula for two proportions (J. L. Fleiss,
 * Statistical Methods for Rates and Proportions; from memory), with what looking several times takes. Throws RangeError
 * where both rates are the same.
 */
export function visitorsNeeded({ rate, wanted, alpha, power }: Planned): number {
  if (rate === wanted) throw new RangeError('Rates that are the same cannot be told from each other.')
  const pooled = (rate + wanted) / 2
  const byChance = quantile(1 - alpha / 2) * Math.sqrt(2 * pooled * (1 - pooled))
  const byPower = quantile(power) * Math.sqrt(rate * (1 - rate) + wanted * (1 - wanted))
  return Math.ceil(((byChance + byPower) / (rate - wanted)) ** 2 * moreForLooks)
}
