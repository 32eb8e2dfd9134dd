import { fold } from '../text/fold'
import { stemmerFor } from '../house-style/stems'
import { spacesSentences } from './sentences'
import { termIn, type Term } from './term'

/** A place in words, in UTF-16 units. */
export interface Place {
  from: number
  to: number
}

export interface TermFound extends Place {
  term: Term
}

interface Words {
  stems: string[]
  places: Place[]
}

const segmenters = new Map<string, Intl.Segmenter>()

function wordsOf(text: string, language: string): Words {
  const stem = stemmerFor(language)
  const out: Words = { stems: [], places: [] }
  const put = (word: string, from: number) => {
    out.stems.push(stem(word))
    out.places.push({ from, to: from + word.length })
  }
  if (spacesSentences(language))
    for (const m of text.matchAll(/[\p{L}\p{M}\p{N}]+(?:['’][\p{L}\p{M}]+)*/gu)) put(m[0], m.index)
  else {
    let s = segmenters.get(language)
    if (!s) segmenters.set(language, (s = new Intl.Segmenter(language, { granularity: 'word' })))
    for (const w of s.segment(text)) if (w.isWordLike) put(w.segment, w.index)
  }
  return out
}

/** Languages that write compounds as one word, in which a term also stands inside others. */
const compounding: ReadonlySet<string> = new Set(['de', 'nl', 'sv', 'da', 'nb', 'no', 'fi'])

/**
 * Where a phrase stands in words of a language, in any of its forms as far as stems bring them together. In languages
 * that write without spaces, or make compounds of one word, it also stands inside other words.
 */
export function placesOfPhrase(text: string, phrase: string, language: string): Place[] {
  const wanted = wordsOf(phrase, language).stems
  if (wanted.length === 0) return []
  const here = wordsOf(text, language)
  const out: Place[] = []
  for (let i = 0; i + wanted.length <= here.stems.length; i++) {
    if (wanted.every((s, j) => here.stems[i + j] === s))
      out.push({ from: here.places[i]!.from, to: here.places[i + wanted.length - 1]!.to })
  }
  if (out.length > 0) return out
  if (!spacesSentences(language)) return literal(text, phrase)
  if (compounding.has(language.split('-')[0]!) && wanted.length === 1 && wanted[0]!.length >= 4) {
    return here.places.filter(({ from, to }) => fold(text.slice(from, to)).includes(fold(phrase)))
  }
  // Articles and prepositions are written onto Arabic words.
  if (language.startsWith('ar')) return literal(text, phrase)
  return []
}

function literal(text: string, phrase: string): Place[] {
  const out: Place[] = []
  const lower = text.toLowerCase()
  const wanted = phrase.toLowerCase()
  for (let at = lower.indexOf(wanted); at >= 0; at = lower.indexOf(wanted, at + wanted.length))
    out.push({ from: at, to: at + wanted.length })
  return out
}

/** Terms found by the stem of their first word in the source language. */
export interface Glossary {
  terms: readonly Term[]
  /** The terms that stand in a text of the source language, the longest where several begin at one word. */
  find(text: string): TermFound[]
}

/** A glossary ready to be looked through for texts of one source language. */
export function createGlossary(terms: readonly Term[], source: string): Glossary {
  const byFirst = new Map<string, { term: Term; stems: string[] }[]>()
  for (const term of terms) {
    const wording = termIn(term, source)?.term
    const stems = wording ? wordsOf(wording, source).stems : []
    if (stems.length === 0) continue
    const list = byFirst.get(stems[0]!)
    if (list) list.push({ term, stems })
    else byFirst.set(stems[0]!, [{ term, stems }])
  }
  for (const list of byFirst.values()) list.sort((a, b) => b.stems.length - a.stems.length)
  return {
    terms,
    find(text) {
      const { stems, places } = wordsOf(text, source)
      const out: TermFound[] = []
      for (let i = 0; i < stems.length; i++) {
        const found = byFirst.get(stems[i]!)?.find((t) => t.stems.every((s, j) => stems[i + j] === s))
        if (!found) continue
        out.push({ term: found.term, from: places[i]!.from, to: places[i + found.stems.length - 1]!.to })
        i += found.stems.length - 1
      }
      return out
    },
  }
}
