/** A text in several languages, by BCP 47 tag. */
export type Labels = Record<string, string>

/** The label for a language: by RFC 4647 shortening, else the source language's, else any, else the code. */
export function labelIn(labels: Labels, languages: readonly string[], code: string): string {
  for (const l of languages) if (labels[l]) return labels[l]
  return Object.values(labels)[0] ?? code
}
