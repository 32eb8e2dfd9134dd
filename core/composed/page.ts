import type { Limits } from '../assignments/limits'
import type { Labels } from '../language/labels'
import { namesIn, type SectionHolds, type SectionKindName } from './sections/registry'

/** How a composed page is used: a landing page has an address of its own. */
export const pageUses = ['landing'] as const
export type PageUse = (typeof pageUses)[number]

/** A section of a composed page. */
export interface Section<Kind extends SectionKindName = SectionKindName> {
  /** By what it is known on its page; it stays, so that translations and comments stay with it. */
  code: string
  kind: Kind
  /** Where and when it stands on the page, while the page is there. */
  limits: Limits
  /** The texts that sections of its kind have, each by language. */
  texts: Record<string, Labels>
  holds: SectionHolds[Kind]
}

/** A section of any kind, told apart by it. */
export type AnySection = { [Kind in SectionKindName]: Section<Kind> }[SectionKindName]

/** A page that is put together by hand from sections. */
export interface ComposedPage {
  code: string
  /** What editors call it. */
  name: string
  note: string
  use: PageUse
  /** Whether nobody gets it for now. */
  resting: boolean
  limits: Limits
  titles: Labels
  /** The last part of its address, by language. */
  slugs: Labels
  searchTitles: Labels
  searchDescriptions: Labels
  /**
   * Where its address leads once its window or campaign is over: to another composed page, by its code. Null is nowhere:
   * the page is gone for good.
   */
  afterwards: string | null
  sections: AnySection[]
}

/** The codes of composed pages that a page names. */
export function pagesNamed({ afterwards, sections }: Pick<ComposedPage, 'afterwards' | 'sections'>): string[] {
  const linked = sections.flatMap(namesIn).flatMap((name) => ('page' in name ? name.page : []))
  return [...new Set([...(afterwards === null ? [] : [afterwards]), ...linked])]
}

/** The names of the pictures that a page holds. */
export const mediaNamed = ({ sections }: Pick<ComposedPage, 'sections'>): string[] => [
  ...new Set(sections.flatMap(namesIn).flatMap((name) => ('picture' in name ? name.picture : []))),
]
