import type { Match } from '@contracts/translation'
import type { Row } from '~/components/translation/unit'

/** Matches of the memory for segments of the desk; each is asked for once. */
export function useDeskMatches() {
  const lens = useLensStore()
  const known = new Map<string, Promise<Match[]>>()
  const queryFor = (r: Row) => ({
    source: r.segment.text,
    to: lens.language,
    placeholders: JSON.stringify(r.segment.placeholders),
    before: r.unit.segments[r.index - 1]?.text ?? '',
    after: r.unit.segments[r.index + 1]?.text ?? '',
  })
  return (r: Row | undefined): Promise<Match[]> => {
    if (!r) return Promise.resolve([])
    const query = queryFor(r)
    const key = JSON.stringify(query)
    const asked = known.get(key)
    if (asked) return asked
    const answer = call('memoryMatches', { query }).then(
      (a) => a.items,
      () => {
        known.delete(key)
        return []
      },
    )
    known.set(key, answer)
    return answer
  }
}
