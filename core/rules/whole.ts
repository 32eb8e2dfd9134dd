import type { Bound, Comparison } from './operator-shape'

// Fields that hold whole numbers between two bounds, as a database column does, compared with any number that a rule may
// name: fractions and numbers beyond the bounds are decided here, so that nothing is asked that the column cannot hold.

/** The whole numbers that a field can hold. */
export interface WholeNumbers {
  least: number
  most: number
}

/** A column of four bytes. */
export const fourBytes: WholeNumbers = { least: -2_147_483_648, most: 2_147_483_647 }

/** What a comparison means over whole numbers: nothing, everything that has a value, some numbers, or a range. */
export type OverWholeNumbers =
  { kind: 'none' } | { kind: 'all' } | { kind: 'some'; numbers: number[] } | { kind: 'range'; from: number; to: number }

const leastWhole = ({ value, open }: Bound) => (open ? Math.floor(value as number) + 1 : Math.ceil(value as number))
const mostWhole = ({ value, open }: Bound) => (open ? Math.ceil(value as number) - 1 : Math.floor(value as number))

/** The whole numbers from one to another that a range holds, without bounds of the field. */
function wholeRange({ from, to }: Extract<Comparison, { form: 'range' }>, { least, most }: WholeNumbers) {
  const low = from ? leastWhole(from) : least
  const high = to ? mostWhole(to) : most
  return { from: Math.max(low, least), to: Math.min(high, most) }
}

/** What a comparison with any numbers means for a field of whole numbers, of the values that are there. */
export function overWholeNumbers(comparison: Comparison, domain: WholeNumbers): OverWholeNumbers {
  if (comparison.form === 'present') return { kind: 'all' }
  if (comparison.form === 'one-of') {
    const numbers = comparison.values as readonly number[]
    const held = numbers.filter((n) => Number.isInteger(n) && n >= domain.least && n <= domain.most)
    return held.length === 0 ? { kind: 'none' } : { kind: 'some', numbers: held }
  }
  if (comparison.form !== 'range') throw new Error(`“${comparison.form}” does not compare numbers.`)
  const { from, to } = wholeRange(comparison, domain)
  if (from > to) return { kind: 'none' }
  return from === domain.least && to === domain.most ? { kind: 'all' } : { kind: 'range', from, to }
}
