/**
 * How much of a segment is known already: nothing, a match of at least so much, or the same text earlier in the same
 * work.
 */
export const effortBands = ['new', '70', '85', '95', '100', '101', 'repeated'] as const
export type EffortBand = (typeof effortBands)[number]

/** What a word of each band weighs beside a new one; common practice, no published source, and a setting. */
export const firstWeights: Readonly<Record<EffortBand, number>> = {
  new: 1,
  '70': 0.7,
  '85': 0.5,
  '95': 0.3,
  '100': 0.1,
  '101': 0,
  repeated: 0.1,
}

export interface EffortCount {
  bands: Record<EffortBand, { segments: number; words: number }>
  segments: number
  words: number
  /** Words, each as much as its band weighs. */
  weighted: number
  weights: Record<EffortBand, number>
}

/** The band of a score; a repeated segment's is its own, unless the memory has all of it. */
export function bandOf(score: number, repeated: boolean): EffortBand {
  if (score >= 100) return score > 100 ? '101' : '100'
  if (repeated) return 'repeated'
  return score >= 95 ? '95' : score >= 85 ? '85' : score >= 70 ? '70' : 'new'
}

/** Counts segments with their words as they come. */
export function effortOf(weights: Partial<Record<EffortBand, number>> = {}): {
  add(text: string, words: number, score: number): void
  result(): EffortCount
} {
  const bands = Object.fromEntries(effortBands.map((b) => [b, { segments: 0, words: 0 }])) as EffortCount['bands']
  const all = { ...firstWeights, ...weights }
  const seen = new Set<string>()
  return {
    add(text, words, score) {
      const band = bands[bandOf(score, seen.has(text))]
      seen.add(text)
      band.segments++
      band.words += words
    },
    result() {
      const sum = (of: (b: EffortBand) => number) => effortBands.reduce((n, b) => n + of(b), 0)
      return {
        bands,
        segments: sum((b) => bands[b].segments),
        words: sum((b) => bands[b].words),
        weighted: Math.round(10 * sum((b) => bands[b].words * all[b])) / 10,
        weights: all,
      }
    },
  }
}
