import type { OperatorName } from './condition'

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

function rangeOf(is: OperatorName, numbers: readonly number[], { least, most }: WholeNumbers): [number, number] {
  const [a, b] = numbers as [number, number | undefined]
  switch (is) {
    case 'at-least':
      return [Math.ceil(a), most]
    case 'above':
      return [Math.floor(a) + 1, most]
    case 'at-most':
      return [least, Math.floor(a)]
    case 'below':
      return [least, Math.ceil(a) - 1]
    case 'between':
      return [Math.ceil(a), Math.floor(b!)]
    default:
      throw new Error(`“${is}” does not order numbers.`)
  }
}

/** What a comparison with any numbers means for a field of whole numbers. */
export function overWholeNumbers(is: OperatorName, numbers: readonly number[], domain: WholeNumbers): OverWholeNumbers {
  if (is === 'equals' || is === 'one-of') {
    const held = numbers.filter((n) => Number.isInteger(n) && n >= domain.least && n <= domain.most)
    return held.length === 0 ? { kind: 'none' } : { kind: 'some', numbers: held }
  }
  const [low, high] = rangeOf(is, numbers, domain)
  const from = Math.max(low, domain.least)
  const to = Math.min(high, domain.most)
  if (from > to) return { kind: 'none' }
  return from === domain.least && to === domain.most ? { kind: 'all' } : { kind: 'range', from, to }
}
