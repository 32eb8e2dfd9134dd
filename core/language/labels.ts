import { countsAsPresent, type EditionLanguages } from './chain'

/** A text in several languages, by BCP 47 tag. */
export type Labels = Record<string, string>

/** Whether an edition has a label: its own, or one in a language from which it may take it. */
export const hasLabel = (labels: Labels, edition: EditionLanguages) =>
  Object.entries(labels).some(([language, text]) => text.trim() !== '' && countsAsPresent(edition, language))

/** The label for a language: by RFC 4647 shortening, else the source language's, else any, else the code. */
export function labelIn(labels: Labels, languages: readonly string[], code: string): string {
  for (const l of languages) if (labels[l]) return labels[l]
  return Object.values(labels)[0] ?? code
}

/** The label in the first of some languages that has one; undefined where none has. No other language stands in. */
export function labelAmong(labels: Labels, languages: readonly string[]): string | undefined {
  const language = languages.find((l) => labels[l]?.trim())
  return language === undefined ? undefined : labels[language]
}
