import type { Labels } from '../language/labels'

/**
 * The tag of what has no language: a telephone number reads the same in all of them. ISO 639-2 has `zxx` for “no
 * linguistic content”.
 */
export const noLanguage = 'zxx'

/** A fact of a storefront, such as its return days, by language; `zxx` holds one that is the same in every language. */
export type FactTexts = Labels

/**
 * A fact as the nearest of these languages has it, else as it is in every language; undefined where it is missing.
 * `counting` are the languages whose texts count for an edition, nearest first.
 */
export function factIn(texts: FactTexts | undefined, counting: readonly string[]): string | undefined {
  if (!texts) return undefined
  const language = [...counting, noLanguage].find((l) => texts[l]?.trim())
  return language === undefined ? undefined : texts[language]
}

/** A fact as it is given: a plain string is the text in the source language; texts that are empty are left out. */
export function factTexts(given: string | FactTexts, source: string): FactTexts {
  const texts = typeof given === 'string' ? { [source]: given } : given
  return Object.fromEntries(Object.entries(texts).filter(([, text]) => text.trim() !== ''))
}
