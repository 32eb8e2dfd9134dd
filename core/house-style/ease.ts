/** What a formula of reading ease counts. */
export interface Counted {
  words: number
  sentences: number
  syllables: number
}

const perSentence = (c: Counted) => c.words / c.sentences
const perWord = (c: Counted) => c.syllables / c.words

/**
 * Reading ease by language: the higher, the easier; about 60 is plain. Flesch, “A new readability yardstick” (1948),
 * for English; Amstad, “Wie verständlich sind unsere Zeitungen?” (1978), for German; Kandel and Moles (1958), for
 * French. The coefficients are from memory.
 */
export const easeFormulas: Record<string, (c: Counted) => number> = {
  en: (c) => 206.835 - 1.015 * perSentence(c) - 84.6 * perWord(c),
  de: (c) => 180 - perSentence(c) - 58.5 * perWord(c),
  fr: (c) => 207 - 1.015 * perSentence(c) - 73.6 * perWord(c),
}

/**
 * The syllables of a word, estimated from its groups of vowels; a silent e at the end is none in English and French.
 */
export function syllables(word: string, language: string): number {
  const w = word.toLowerCase()
  const groups = w.match(/[aeiouyàâäáåæéèêëíîïóôöøœúùûü]+/g)?.length ?? 0
  const silent =
    language === 'en'
      ? /[^aeiouyl]e$|[^aeiouytd]ed$/.test(w)
      : language === 'fr'
        ? /[^aeiouyéèêë]e(?:s|nt)?$/.test(w)
        : false
  return Math.max(1, groups - (silent && groups > 1 ? 1 : 0))
}

/**
 * The reading ease of words and a number of sentences, in whole points; undefined where there is no formula or too
 * little text.
 */
export function readingEase(words: readonly string[], sentences: number, language: string): number | undefined {
  const primary = language.split('-')[0]!
  const formula = easeFormulas[primary]
  // Under thirty words the figure says nothing. Common practice, no published source.
  if (!formula || words.length < 30 || sentences < 1) return undefined
  return Math.round(
    formula({ words: words.length, sentences, syllables: words.reduce((n, w) => n + syllables(w, primary), 0) }),
  )
}
