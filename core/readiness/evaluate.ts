import { isReached, reachReason } from '../assignments/assignment'
import { isSoldToAnybody } from '../catalogue/range'
import type { Library } from '../media/versions'
import { readingOf, type EvaluatedFamily, type Reading } from './family'
import type { EditionReadiness } from './finding'
import type { Prepared } from './prepare'
import { evaluateContent, type Reached } from './strands/content'
import { evaluateCopy } from './strands/copy'
import { evaluateFacts } from './strands/facts'
import { evaluateLanguage } from './strands/language'
import { evaluateMedia } from './strands/media'
import { Tally } from './tally'

/**
 * How a product stands in every edition of its range: strand by strand what was asked and passed, and what was found. A
 * disabled product has no page, so it stands nowhere. Evaluated for no group, at 12:00 of the date in each storefront's
 * zone; the same family, set-up and date always give the same answer. Where `reached` does not know, the assignments'
 * rules are asked.
 */
export function evaluate(
  family: EvaluatedFamily,
  prepared: Prepared,
  library: Library,
  reached?: Reached,
): EditionReadiness[] {
  if (family.root.status === 'disabled') return []
  const reading = readingOf(family, prepared)
  const rules = reachedByRules(reading)
  const has: Reached = reached
    ? (assignment, edition) => reached(assignment, edition) ?? rules(assignment, edition)
    : rules
  return prepared.evaluated
    .filter((e) => isSoldToAnybody(family.root.range, e.storefront.code, e.storefront.timeZone, e.moment))
    .map((edition): EditionReadiness => {
      const tally = new Tally(edition.n)
      evaluateFacts(reading, edition, tally)
      evaluateCopy(reading, edition, tally)
      evaluateLanguage(reading, edition, tally)
      evaluateMedia(reading, edition, library, tally)
      evaluateContent(reading, edition, library, has, tally)
      const { passed, of, findings } = tally
      return { edition: edition.n, passed, of, findings }
    })
}

/** Whether nothing blocks. */
export function isReady(e: EditionReadiness): boolean {
  return e.findings.every((f) => f.level !== 'blocker')
}

/** Which assignments have a family, by asking their rules; each once a storefront. */
export function reachedByRules(reading: Reading): Reached {
  const { family, prepared } = reading
  const skus = [family.root.sku, ...family.variants.map((v) => v.sku)]
  const known: Map<string, boolean>[] = []
  return (index, edition) => {
    const { reach, differs } = prepared.reading[index]!
    const through = differs ? edition : prepared.evaluated[0]!
    const here = (known[index] ??= new Map<string, boolean>())
    let has = here.get(through.storefront.code)
    if (has === undefined) {
      const asked = reach.eachVariant ? [family.root.sku] : skus
      here.set(
        through.storefront.code,
        (has = isReached(reachReason(prepared.assignments[index]!, asked, () => reading.facts(through)))),
      )
    }
    return has
  }
}
