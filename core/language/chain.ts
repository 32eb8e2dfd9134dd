/**
 * A BCP 47 tag and its shortenings, by the Lookup scheme of RFC 4647, section 3.4:
 * the last subtag is cut off, and with it a single-letter subtag that would then stand last.
 * `zh-Hant-CN-x-private1` gives itself, `zh-Hant-CN`, `zh-Hant`, `zh`.
 */
export function shortenings(tag: string): string[] {
  const subtags = tag.split('-')
  const out: string[] = []
  while (subtags.length > 0) {
    out.push(subtags.join('-'))
    subtags.pop()
    while (subtags.length > 0 && subtags[subtags.length - 1]!.length === 1) subtags.pop()
  }
  return out
}

/**
 * A BCP 47 tag in its conventional letter case (RFC 5646, section 2.1.1: `mn-Cyrl-MN`).
 * Returns undefined where the text is no well-formed tag.
 */
export function canonicalTag(text: string): string | undefined {
  try {
    return Intl.getCanonicalLocales(text)[0]
  } catch {
    return undefined
  }
}

/** An edition as languages see it: its language and the languages it may borrow from, nearest first. */
export interface EditionLanguages {
  language: string
  borrow: readonly string[]
}

/**
 * The languages in which a text of an edition is looked for, in order, without repeats:
 * the language and its shortenings, each entry of the borrow list and its shortenings,
 * the source language and its shortenings.
 */
export function languageChain(edition: EditionLanguages, source: string): string[] {
  const links = [edition.language, ...edition.borrow, source].flatMap(shortenings)
  return [...new Set(links)]
}

const likely = new Map<string, { language: string; script: string | undefined }>()

/** The language and likely script of a tag. There are few tags and many questions, so answers are kept. */
function likelySubtags(tag: string): { language: string; script: string | undefined } {
  let found = likely.get(tag)
  if (!found) {
    const { language, script } = new Intl.Locale(tag).maximize()
    likely.set(tag, (found = { language, script }))
  }
  return found
}

/**
 * Whether a text found in `found` may stand for one in the edition's language: its primary language and
 * likely script agree, and it is a shortening of the language or stands on the borrow list
 * (or is a shortening of an entry there).
 */
export function countsAsPresent(edition: EditionLanguages, found: string): boolean {
  if (found === '' || found === edition.language) return true
  const wanted = likelySubtags(edition.language)
  const got = likelySubtags(found)
  if (wanted.language !== got.language || wanted.script !== got.script) return false
  return shortenings(edition.language).includes(found) || edition.borrow.some((b) => shortenings(b).includes(found))
}

const rightToLeft = new Set(['Arab', 'Hebr', 'Thaa', 'Syrc', 'Nkoo', 'Adlm'])

/** The writing direction of a language, from its likely script. */
export function directionOf(tag: string): 'ltr' | 'rtl' {
  return rightToLeft.has(likelySubtags(tag).script ?? '') ? 'rtl' : 'ltr'
}
