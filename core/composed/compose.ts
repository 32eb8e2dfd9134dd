import { limitThatFails, storefrontsOf, windowsOf, type Lens } from '../assignments/limits'
import type { Setup } from '../catalogue/model'
import { labelAmong, type Labels } from '../language/labels'
import type { Library } from '../media/versions'
import { hasEnded } from '../moments/instant'
import { editionReader } from '../page/values'
import type { AnySection, ComposedPage } from './page'
import { sectionKind, type SectionKindName } from './sections/registry'
import type { SectionContent, SectionReader } from './sections/section-kind'

/** What a composed page is looked at with. */
export interface ComposeInput {
  page: ComposedPage
  lens: Lens
  setup: Setup
  /** The pictures that it names, with their versions. */
  library: Library
}

/** A section as it stands on the page. */
export interface ShownSection extends SectionContent {
  section: string
  kind: SectionKindName
}

/** A section that does not stand there, and why, in words. */
export interface LeftOutSection {
  section: string
  kind: SectionKindName
  reason: string
  /** Whether it is meant to stand there, and something is missing. */
  isLacking: boolean
}

/** A composed page as it is through a lens. */
export interface ComposedView {
  /** Why there is no page, in words; null where there is one. */
  rests: string | null
  /** Whether its time is over: there was a page, and there will be none again. */
  isOver: boolean
  title: string | null
  slug: string | null
  search: { title: string | null; description: string | null }
  sections: ShownSection[]
  leftOut: LeftOutSection[]
}

/** Whether a page was there for an edition and will not be again: its window or campaign has ended there. */
function isOver({ resting, limits }: ComposedPage, { storefront, language, moment }: Lens, setup: Setup): boolean {
  const isForLanguage = limits.languages.length === 0 || limits.languages.includes(language)
  const isForStorefront = storefrontsOf(limits, [storefront], setup.campaigns).length > 0
  if (resting || !isForLanguage || !isForStorefront) return false
  const { timeZone } = setup.storefronts.get(storefront)!
  return windowsOf(limits, setup.campaigns).some((window) => hasEnded(window, timeZone, moment))
}

type SectionView = { shown: ShownSection } | { leftOut: LeftOutSection }

function viewOf(section: AnySection, lens: Lens, setup: Setup, reading: Omit<SectionReader, 'text'>): SectionView {
  const { code, kind, limits, texts } = section
  const of = { section: code, kind }
  const fails = limitThatFails(limits, lens, reading.storefront.timeZone, setup)
  if (fails !== undefined) return { leftOut: { ...of, reason: fails, isLacking: false } }
  const text = (name: string) => labelAmong(texts[name] ?? {}, reading.reader.counting)
  const content = sectionKind(kind).content(section.holds, { ...reading, text })
  return typeof content === 'string'
    ? { leftOut: { ...of, reason: content, isLacking: true } }
    : { shown: { ...of, ...content } }
}

/** Puts a composed page together as it is through a lens, with what does not stand on it, and why. */
export function composePage({ page, lens, setup, library }: ComposeInput): ComposedView {
  const storefront = setup.storefronts.get(lens.storefront)!
  const reader = editionReader(setup, lens.storefront, lens.language)
  const among = (labels: Labels) => labelAmong(labels, reader.counting) ?? null
  const views = page.sections.map((section) => viewOf(section, lens, setup, { reader, storefront, library }))
  return {
    rests: page.resting ? 'it is paused' : (limitThatFails(page.limits, lens, storefront.timeZone, setup) ?? null),
    isOver: isOver(page, lens, setup),
    title: among(page.titles),
    slug: among(page.slugs),
    search: { title: among(page.searchTitles), description: among(page.searchDescriptions) },
    sections: views.flatMap((view) => ('shown' in view ? [view.shown] : [])),
    leftOut: views.flatMap((view) => ('leftOut' in view ? [view.leftOut] : [])),
  }
}
