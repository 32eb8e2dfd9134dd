import stemmers from 'snowball-stemmers'
import { fold } from '../text/fold'

/** Languages whose word forms are known, by primary subtag. The rest are compared word by word. */
const algorithms: Record<string, string> = {
  ar: 'arabic',
  ca: 'catalan',
  cs: 'czech',
  da: 'danish',
  de: 'german',
  en: 'english',
  es: 'spanish',
  fi: 'finnish',
  fr: 'french',
  ga: 'irish',
  hu: 'hungarian',
  hy: 'armenian',
  it: 'italian',
  nb: 'norwegian',
  nl: 'dutch',
  no: 'norwegian',
  pt: 'portuguese',
  ro: 'romanian',
  ru: 'russian',
  sl: 'slovene',
  sv: 'swedish',
  ta: 'tamil',
  tr: 'turkish',
}

const known = new Map<string, (word: string) => string>()

/** What brings the forms of a word in a language together: “billige” and “billiger” are one. */
export function stemmerFor(language: string): (word: string) => string {
  const primary = language.split('-')[0]!
  const kept = known.get(primary)
  if (kept) return kept
  const stem = newStemmer(algorithms[primary])
  known.set(primary, stem)
  return stem
}

function newStemmer(algorithm: string | undefined): (word: string) => string {
  if (algorithm === undefined) return fold
  const stemmer = stemmers.newStemmer(algorithm)
  const stems = new Map<string, string>()
  return (word) => {
    let stem = stems.get(word)
    if (stem === undefined) {
      if (stems.size > 50_000) stems.clear()
      stems.set(word, (stem = stemmer.stem(fold(word))))
    }
    return stem
  }
}
