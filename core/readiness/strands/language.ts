import { isRequired } from '../../attributes/required'
import { shortenings } from '../../language/chain'
import { isStale, translationStates } from '../../translation/state'
import type { Attribute } from '../../attributes/attribute'
import type { Resolved } from '../../values/resolve'
import type { JudgedProduct, Reading } from '../family'
import { rankOf, type JudgedEdition } from '../prepare'
import type { Tally } from '../tally'
import { strands } from '../finding'

const strand = strands.indexOf('language')

/**
 * What is translated is in the state that the edition asks for, and made from the source as it is now. A required text
 * that is not there at all is told with the copy, and not here once more.
 */
export function judgeLanguage(reading: Reading, edition: JudgedEdition, tally: Tally): void {
  if (edition.isSource) return
  const { family, prepared } = reading
  const { source } = prepared.setup
  for (const { use, attribute } of prepared.plans.get(family.root.type)?.copy ?? []) {
    const original = sourceOf(family.root, attribute, edition.storefront.code, source)
    if (!original) continue
    const found = reading.value(attribute, 0, edition)
    const at = `attribute:${attribute.code}@/${edition.language}`
    if (found.value === null || !found.counts) {
      if (isRequired(use, edition.storefront.code, () => reading.facts(edition), prepared.setup)) continue
      tally.miss({ code: 'untranslated', level: 'remark', at, fix: `untranslated||${edition.language}`, said: { wanted: edition.language } })
      continue
    }
    if (found.language === null || shortenings(source).includes(found.language)) continue
    const mark = family.root.marks.get(`${attribute.code}@${found.storefront ?? ''}/${found.language}`)
    const state = mark?.state ?? 'initial'
    const stale = staleAgainst(mark?.sourceHash ?? null, original, found)
    if (rankOf(state) < edition.asks) tally.miss({ code: 'unread', level: 'blocker', at, fix: `unread||${edition.language}`, said: { state, asks: translationStates[edition.asks]! } })
    if (stale) tally.miss({ code: 'stale', level: 'blocker', at, fix: `stale||${edition.language}` })
    if (rankOf(state) >= edition.asks && !stale) tally.pass(strand)
  }
}

interface Original {
  hash(storefront: string | null): { hash: string } | { value: JudgedProduct['values'][number]['value'] } | undefined
}

/** The source of a text: that of the storefront where a translation is of the storefront, else the general one. */
function sourceOf(product: JudgedProduct, attribute: Attribute, storefront: string, source: string): Original | undefined {
  const at = (shop: string | null) => {
    const hash = product.hashes.get(`${attribute.code}@${shop ?? ''}/${source}`)
    if (hash !== undefined) return { hash }
    const value = product.values.find((v) => v.attribute === attribute.code && v.storefront === shop && v.language === source)?.value
    return value === undefined ? undefined : { value }
  }
  const own = at(storefront)
  const general = at(null)
  return own || general ? { hash: (shop) => (shop === null ? general : own ?? general) } : undefined
}

function staleAgainst(madeFrom: string | null, original: Original, found: Resolved): boolean {
  const now = original.hash(found.storefront)
  if (madeFrom === null || now === undefined) return false
  return 'hash' in now ? now.hash !== madeFrom : isStale(madeFrom, now.value)
}
