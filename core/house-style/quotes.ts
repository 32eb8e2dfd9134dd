import { shortenings } from '../language/chain'

/** The quotation marks of a language: what opens, what closes, and the space inside them. */
export interface Quotes {
  open: string
  close: string
  inside: string
}

const quotes = (open: string, close: string, inside = ''): Quotes => ({ open, close, inside })
const english = quotes('“', '”')
const nordic = quotes('”', '”')

/**
 * As in CLDR's `delimiters`, with which a check compares them; the narrow space inside French ones is typographic
 * usage.
 */
const byLanguage: Record<string, Quotes> = {
  en: english,
  nl: quotes('‘', '’'),
  da: english,
  de: quotes('„', '“'),
  'de-CH': quotes('„', '“'),
  fr: quotes('«', '»', '\u202f'),
  'fr-CA': quotes('«', '»', '\u00a0'),
  'fr-CH': quotes('«', '»'),
  it: quotes('«', '»'),
  'it-CH': quotes('«', '»'),
  sv: nordic,
  fi: nordic,
  ja: quotes('「', '」'),
  ar: quotes('”', '“'),
  es: english,
  pt: english,
  nb: quotes('«', '»'),
  pl: quotes('„', '”'),
}

/** The quotation marks of a language, by shortening its tag; undefined where they are not known. */
export function quotesOf(language: string): Quotes | undefined {
  for (const l of shortenings(language)) if (byLanguage[l]) return byLanguage[l]
  return undefined
}

export const languagesWithQuotes = Object.keys(byLanguage)
