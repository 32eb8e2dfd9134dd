/** A storefront can always go back by one release; more than this many are an archive, not a way back. */
export const leastKept = 2
export const mostKept = 1000

/** What is known of the releases of a storefront, by their numbers. */
export interface KnownReleases {
  /** Those that went live and whose pages are kept, in any order. */
  numbers: readonly number[]
  /** How many of the latest are kept. */
  keeps: number
  /** Those that somebody pinned, that others are compared with, or that are still read. */
  needed: readonly number[]
}

/**
 * Which releases of a storefront stay, in order: the latest so many, and those that are needed. `oldest` is the first of
 * the latest, from which on what changed can be told step by step.
 */
export function keptReleases({ numbers, keeps, needed }: KnownReleases): { kept: number[]; oldest: number } {
  const inOrder = [...numbers].sort((a, b) => a - b)
  const latest = inOrder.slice(-keeps)
  const kept = inOrder.filter((n) => latest.includes(n) || needed.includes(n))
  return { kept, oldest: latest[0] ?? 0 }
}
