export const partsOfSpeech = ['noun', 'verb', 'adjective', 'adverb', 'name', 'phrase'] as const
export type PartOfSpeech = (typeof partsOfSpeech)[number]

/** What a term is in one language: the one right word, and words that must not stand for it. */
export interface TermIn {
  term: string
  forbidden: string[]
}

/** A term with what it is in each language, by tag; a tag such as `fr` holds for `fr-CH` too. */
export interface Term {
  code: string
  partOfSpeech: PartOfSpeech | null
  note: string
  languages: Record<string, TermIn>
}

/** What a term is in a language: what is said of the tag itself, else of what it is shortened to. */
export function termIn(term: Term, language: string): TermIn | undefined {
  return (
    term.languages[language] ??
    term.languages[language.split('-')[0]!] ??
    Object.entries(term.languages).find(([l]) => l.split('-')[0] === language.split('-')[0])?.[1]
  )
}
