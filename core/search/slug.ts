import anyAscii from 'any-ascii'
import { latinOfArabic } from './arabic'
import { latinOfKana } from './kana'

/**
 * Letters that a language writes in another way where it has only plain ones: Größe is groesse. By primary language;
 * common practice.
 */
const ownLetters: Record<string, Record<string, string>> = {
  de: { ä: 'ae', ö: 'oe', ü: 'ue' },
  da: { æ: 'ae', ø: 'oe', å: 'aa' },
  nb: { æ: 'ae', ø: 'oe', å: 'aa' },
  no: { æ: 'ae', ø: 'oe', å: 'aa' },
  is: { þ: 'th', æ: 'ae', ö: 'o' },
}

/** Longer slugs are cut at a hyphen. */
export const slugLength = 80

/**
 * A text in plain Latin letters, as readers of a language write it. Characters of Han have no one reading and are left
 * out.
 */
export function transliterate(text: string, language: string): string {
  const own = ownLetters[language.split('-')[0]!] ?? {}
  const lower = text
    .normalize('NFKC')
    .toLowerCase()
    .replace(/[\u0080-\u02ff]/g, (c) => own[c] ?? c)
  return anyAscii(latinOfArabic(latinOfKana(lower)).replace(/\p{Script=Han}+/gu, ' '))
}

/**
 * The slug of a text: transliterated, lower case, words with hyphens between them. Empty where nothing of it can be
 * written in Latin letters.
 */
export function slugOf(text: string, language: string): string {
  const words = transliterate(text, language)
    .toLowerCase()
    .replace(/['’`]/g, '')
    .replace(/&/g, ' ')
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '')
  if (words.length <= slugLength) return words
  const cut = words.slice(0, slugLength + 1)
  return cut.includes('-') ? cut.slice(0, cut.lastIndexOf('-')) : words.slice(0, slugLength)
}
