import type { RangeEntry, Setup } from '../catalogue/model'
import { ValueProblem } from '../attributes/types/shape'

/** The storefronts of a range, whoever is sold to there and when. An empty range has all. */
export function soldIn(range: readonly RangeEntry[], setup: Setup): string[] {
  const all = [...setup.storefronts.keys()]
  return range.length === 0 ? all : all.filter((code) => range.some((r) => r.storefront === code))
}

/**
 * A range in the given storefronts: who is sold to and when stays where a storefront stays; a new one is for everybody,
 * always. Throws a ValueProblem where no storefront is left, which a range cannot say.
 */
export function withSoldIn(range: readonly RangeEntry[], wanted: readonly string[], setup: Setup): RangeEntry[] {
  const all = [...setup.storefronts.keys()]
  if (wanted.length === 0) throw new ValueProblem('sold-nowhere', 'It would be sold nowhere. Disable it instead.')
  const next = all
    .filter((code) => wanted.includes(code))
    .flatMap((storefront) => {
      const before = range.filter((r) => r.storefront === storefront)
      return before.length > 0 ? before : [{ storefront, groups: [], from: null, to: null }]
    })
  const isLimited = next.some((r) => r.groups.length > 0 || r.from !== null || r.to !== null)
  return wanted.length === all.length && !isLimited ? [] : next
}
