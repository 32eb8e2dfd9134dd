/** The window of a special price on a strip of time, cut to the strip. */
export interface PriceBar {
  /** Where it begins and ends on the strip, as shares of its length. */
  from: number
  to: number
  /** Whether it goes on beyond the strip's beginning, or its end. */
  cutBefore: boolean
  cutAfter: boolean
  /** Whether the price is valid at the moment that is looked at. */
  isValid: boolean
}

export interface PriceTimeline {
  /** Instants, in milliseconds since 1970. */
  from: number
  to: number
  /** Where the moment that is looked at stands, as a share of the strip's length. */
  now: number
  /** In the order of the windows. */
  bars: PriceBar[]
}

const day = 86_400_000
/** The strip shows at least this much before and after the moment, and at most so much. */
const least = { before: 14 * day, after: 60 * day }
const most = { before: 366 * day, after: 550 * day }

/**
 * The windows of special prices (instants, open ends ±Infinity) on one strip of time around a moment. The strip is as
 * long as the windows need, between ten weeks and two and a half years; what lies outside is cut.
 */
export function priceTimeline(windows: readonly { from: number; to: number }[], moment: number): PriceTimeline {
  const ends = windows.flatMap((w) => [w.from, w.to]).filter(Number.isFinite)
  const first = Math.min(moment - least.before, ...ends)
  const last = Math.max(moment + least.after, ...ends)
  const from = Math.max(first, moment - most.before)
  const to = Math.min(last, moment + most.after)
  const share = (instant: number) => Math.min(1, Math.max(0, (instant - from) / (to - from)))
  const bars = windows.map((w) => ({
    from: share(w.from),
    to: share(w.to),
    cutBefore: w.from < from,
    cutAfter: w.to > to,
    isValid: w.from <= moment && moment < w.to,
  }))
  return { from, to, now: share(moment), bars }
}
