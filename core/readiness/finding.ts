/** What readiness is judged by, in the order in which a stitch shows it. */
export const strands = ['facts', 'copy', 'language', 'media', 'content'] as const
export type Strand = (typeof strands)[number]

export type Level = 'blocker' | 'remark'

/** Something that stands between a page and its release, or that is worth a look. */
export interface Finding {
  /** Which check found it: an entry of the registry. */
  code: string
  level: Level
  /** Where it is mended: `attribute:load-limit`, `picture:pe-1830.svg`, `piece:mounting`, `area:details`, `price`. The language is the edition's. */
  at: string
  /** What the same work mends on other pages too: the load limits of racks, the summaries of a language. */
  fix: string
  /** What the sentence about it needs beyond its place. */
  said?: Said
}

export type Said = Record<string, string | number>

/** How one edition of a product stands: checks passed of those made, by strand, and what was found. */
export interface EditionReadiness {
  /** The number of the edition in the list that was judged. */
  edition: number
  passed: [number, number, number, number, number]
  of: [number, number, number, number, number]
  findings: Finding[]
}

/** The strand of a finding, from the registry of checks. */
export interface FindingKind {
  strand: Strand
  /** How lists name findings of this kind. */
  label: string
  /** Whether the work is another one in each language, so that fixes are told apart by it. */
  perLanguage?: boolean
  /** The sentence about one finding; `called` is the name of what stands at its place, `language` that of the edition's language. */
  message(f: Pick<Finding, 'at' | 'said'>, called: string, language: string): string
  /** What one does about all findings of one fix; `of` and `to` are the parts of the fix after the code, in words. */
  fix(parts: { of: string; to: string; language: string; products: number; places: number }): string
}
