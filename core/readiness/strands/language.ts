import { isStale } from '../../translation/state'
import type { Resolved } from '../../values/resolve'
import type { Original, Reading } from '../family'
import { standingFinding, type EvaluatedEdition } from '../prepare'
import { asks } from './facts'
import type { Tally } from '../tally'
import { placeOf, strands } from '../finding'

const strand = strands.indexOf('language')

/**
 * What is translated is in the state that the edition asks for, confirmed by a person where a machine wrote it, and made
 * from the source as it is now. A required text
 * that is not there at all is told with the copy, and not here once more.
 */
export function evaluateLanguage(reading: Reading, edition: EvaluatedEdition, tally: Tally): void {
  if (edition.isSource) return
  const { family, prepared } = reading
  for (const place of prepared.plans.get(family.root.type)?.copy ?? []) {
    const { attribute } = place
    const original = reading.original(place, edition)
    if (!original) continue
    const found = reading.value(attribute, 0, edition)
    const at = placeOf('attribute', attribute.code)
    if (found.value === null || !found.counts) {
      if (asks(place, reading, edition)) continue
      tally.miss({ code: 'untranslated', level: 'remark', at, fix: 'untranslated||' })
      continue
    }
    if (found.language === null || prepared.sourceLanguages.has(found.language)) continue
    const mark = family.root.marks.get(`${attribute.code}@${found.storefront ?? ''}/${found.language}`)
    const standing = { state: mark?.state ?? 'initial', unread: mark?.unread ?? false }
    const lacks = standingFinding(standing, edition)
    const stale = staleAgainst(mark?.sourceHash ?? null, original, found)
    if (lacks) tally.miss({ ...lacks, level: 'blocker', at, fix: `${lacks.code}||` })
    if (stale) tally.miss({ code: 'stale', level: 'blocker', at, fix: 'stale||' })
    if (!lacks && !stale) tally.pass(strand)
  }
}

function staleAgainst(madeFrom: string | null, { own, general }: Original, found: Resolved): boolean {
  const now = found.storefront === null ? general : (own ?? general)
  if (madeFrom === null || now === undefined) return false
  return 'hash' in now ? now.hash !== madeFrom : isStale(madeFrom, now.value)
}
