import { limitThatFails, type Lens, type Limits } from '../assignments/limits'
import type { Setup } from '../catalogue/model'
import { labelAmong, type Labels } from '../language/labels'
import type { Library } from '../media/versions'
import { windowIn } from '../moments/instant'
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

/** Whether the window of limits, or their campaign, has ended in the lens’s storefront. */
function isOver(limits: Limits, { storefront, moment }: Lens, setup: Setup): boolean {
  const { timeZone } = setup.storefronts.get(storefront)!
  const windows = [limits, limits.campaign === null ? undefined : setup.campaigns.get(limits.campaign)]
  return windows.some((window) => window !== undefined && window.to !== null && windowIn(window, timeZone).to <= moment)
}

/** Whether a page is meant for an edition at all, whatever the moment: neither paused, nor only for other editions. */
function isFor({ resting, limits }: ComposedPage, { storefront, language }: Lens, setup: Setup): boolean {
  const campaign = limits.campaign === null ? undefined : setup.campaigns.get(limits.campaign)
  const isAmong = (list: readonly string[], one: string) => list.length === 0 || list.includes(one)
  return (
    !resting &&
    isAmong(limits.storefronts, storefront) &&
    isAmong(limits.languages, language) &&
    isAmong(campaign?.storefronts ?? [], storefront)
  )
}

type SectionView = { shown: ShownSection } | { leftOut: LeftOutSection }

function viewOf(section: AnySection, lens: Lens, setup: Setup, reading: SectionReader): SectionView {
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
  const reading: SectionReader = { reader, setup, storefront, library, text: () => undefined }
  const views = page.sections.map((section) => viewOf(section, lens, setup, reading))
  return {
    rests: page.resting ? 'it is paused' : (limitThatFails(page.limits, lens, storefront.timeZone, setup) ?? null),
    isOver: isFor(page, lens, setup) && isOver(page.limits, lens, setup),
    title: among(page.titles),
    slug: among(page.slugs),
    search: { title: among(page.searchTitles), description: among(page.searchDescriptions) },
    sections: views.flatMap((view) => ('shown' in view ? [view.shown] : [])),
    leftOut: views.flatMap((view) => ('leftOut' in view ? [view.leftOut] : [])),
  }
}
