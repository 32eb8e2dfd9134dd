import { now } from '@server/clock'

/**
 * The moment at which this demo is made: all of its dates are so many days before or after it, so that it is never old.
 */
const made = now()

/** The date so many days after the day on which the demo is made; before it, where the number is negative. */
export function day(offset: number): string {
  return new Date(made + offset * 86_400_000).toISOString().slice(0, 10)
}
