import { wordsOf } from '../house-style/count'
import { stemmerFor } from '../house-style/stems'
import { fold } from '../text/fold'

const latin = (s: string) => !/[^\u0020-\u02ff\u1e00-\u1eff\u2010-\u2027\u202f\u2030-\u205f\u20ac]/.test(s)
const stemsOf = (text: string, language: string) => {
  const stem = stemmerFor(language)
  // Parts of words with hyphens count by themselves too.
  return wordsOf(text, { latin: latin(text), language })
    .flatMap(({ word }) => (word.includes('-') ? [word, ...word.split('-')] : [word]))
    .map((w) => ({ word: w, stem: stem(w) }))
}

/** Words that are short say little by themselves; numbers count. */
const says = (word: string) => word.length > 3 || /\d/.test(word)

/**
 * The words of a search title that stand nowhere in the page's texts, in any form: who comes for them does not find
 * them.
 */
export function titleWordsMissing(title: string, texts: readonly string[], language: string): string[] {
  const there = new Set(texts.flatMap((t) => stemsOf(t, language)).map((w) => w.stem))
  return [
    ...new Set(
      stemsOf(title, language)
        .filter((w) => says(w.word) && !w.word.includes('-') && !there.has(w.stem))
        .map((w) => w.word),
    ),
  ]
}

/** Search words, as they stand between commas. */
export const searchWordsOf = (text: string) =>
  text
    .split(/[,、،]/)
    .map((w) => w.trim())
    .filter(Boolean)

/** Of search words those that need not be there: they stand in the page's texts, or twice in the list. */
export function searchWordsKnown(
  words: readonly string[],
  texts: readonly string[],
): { there: string[]; twice: string[] } {
  const text = ` ${fold(texts.join(' ')).replace(/[^\p{L}\p{N}]+/gu, ' ')} `
  const folded = words.map((w) =>
    fold(w)
      .replace(/[^\p{L}\p{N}]+/gu, ' ')
      .trim(),
  )
  return {
    there: words.filter((_, i) => text.includes(` ${folded[i]!} `)),
    twice: words.filter((_, i) => folded.indexOf(folded[i]!) < i),
  }
}

/**
 * A line truncated as a result would be: at the last word that has room, with an ellipsis. `width` tells how wide a
 * line is.
 */
export function truncateTo(
  text: string,
  most: number,
  width: (line: string) => number,
): { shown: string; truncated: boolean } {
  if (width(text) <= most) return { shown: text, truncated: false }
  const words = text.split(/(?<=\s)/)
  let line = ''
  for (const word of words.length > 1 ? words : [...text]) {
    if (width(`${line}${word.trimEnd()} …`) > most) break
    line += word
  }
  return { shown: `${line.trimEnd()} …`, truncated: true }
}
