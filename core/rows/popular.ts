// What is bought or looked at most, where what was lately counts for more.

/** After so many days, something counts for half. */
export const halfLife = 14

/** How often something happened to a product on a local day, as days since 1 January 1970. */
export interface CountOfDay {
  sku: string
  day: number
  count: number
}

export interface Popular {
  sku: string
  /** What it counts for, all days together. */
  score: number
}

/**
 * The products that count for most up to a day, which is counted whole: those of the day itself once, those of a half
 * life before it for half. Days after it do not count. Ties by SKU.
 */
export function mostPopular(counts: Iterable<CountOfDay>, lastDay: number, most: number): Popular[] {
  const scores = new Map<string, number>()
  for (const { sku, day, count } of counts) {
    if (day > lastDay) continue
    scores.set(sku, (scores.get(sku) ?? 0) + count * 0.5 ** ((lastDay - day) / halfLife))
  }
  return [...scores]
    .map(([sku, score]) => ({ sku, score }))
    .sort((a, b) => b.score - a.score || (a.sku < b.sku ? -1 : 1))
    .slice(0, most)
}
