/** What readiness is judged by, in the order in which a stitch shows it. */
export const strands = ['facts', 'copy', 'language', 'media', 'content'] as const
export type Strand = (typeof strands)[number]

export type Level = 'blocker' | 'remark'

/** Something that stands between a page and its release, or that is worth a look. */
export interface Finding {
  /** Which check found it: an entry of the registry. */
  code: string
  level: Level
  /** Where it is mended: `attribute:load-limit`, `attribute:summary@/fr-CH`, `picture:pe-1830.svg`, `piece:mounting`, `area:details`, `price`. */
  at: string
  /** What the same work mends on other pages too: the load limits of racks, the summaries in French. */
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
  /** The sentence about one finding; `called` gives the name of what stands at its place. */
  message(f: Pick<Finding, 'at' | 'said'>, called: string): string
  /** What one does about all findings of one fix; `of` and `to` are the parts of the fix after the code. */
  fix(parts: { of: string; to: string; products: number; places: number }): string
}
