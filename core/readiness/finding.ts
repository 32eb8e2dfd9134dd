/** What readiness is evaluated by, in the order in which a stitch shows it. */
export const strands = ['facts', 'copy', 'language', 'media', 'content'] as const
export type Strand = (typeof strands)[number]

export type Level = 'blocker' | 'remark'

/** Something that stands between a page and its release, or that is worth a look. */
export interface Finding {
  /** Which check found it: an entry of the registry. */
  code: string
  level: Level
  /**
   * Where it is mended: `attribute:load-limit`, `picture:pe-1830.svg`, `piece:mounting`, `area:details`, `price`. The
   * language is the edition's.
   */
  at: string
  /** What the same work mends on other pages too: the load limits of racks, the summaries of a language. */
  fix: string
  /** What the sentence about it needs beyond its place. */
  details?: FindingDetails
}

export type FindingDetails = Record<string, string | number>

/** How one edition of a product stands: checks passed of those made, by strand, and what was found. */
export interface EditionReadiness {
  /** The number of the edition in the list that was evaluated. */
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
  /**
   * The sentence about one finding; `called` is the name of what stands at its place, `language` that of the edition's
   * language.
   */
  message(f: Pick<Finding, 'at' | 'details'>, called: string, language: string): string
  /** What one does about all findings of one fix; `of` and `to` are the parts of the fix after the code, in words. */
  fix(parts: { of: string; to: string; language: string; products: number; places: number }): string
}

const fixes = new Map<string, Map<string, Map<string, string>>>()

/**
 * The fix of a kind, of something and for something, such as `fact-missing|load-limit|rack`: always the very same
 * string, so that findings are told apart by it without reading it.
 */
export function fixOf(code: string, of = '', to = ''): string {
  let byOf = fixes.get(code)
  if (!byOf) fixes.set(code, (byOf = new Map()))
  let byTo = byOf.get(of)
  if (!byTo) byOf.set(of, (byTo = new Map()))
  let fix = byTo.get(to)
  if (fix === undefined) byTo.set(to, (fix = `${code}|${of}|${to}`))
  return fix
}

const places = new Map<string, Map<string, string>>()

/** The place of a finding, such as `attribute:load-limit`; the very same string each time, too. */
export function placeOf(kind: 'attribute' | 'picture' | 'piece' | 'area', name: string): string {
  let byName = places.get(kind)
  if (!byName) places.set(kind, (byName = new Map()))
  let place = byName.get(name)
  if (place === undefined) byName.set(name, (place = `${kind}:${name}`))
  return place
}
