import { windowsOf, type Limits } from '../assignments/limits'
import type { Setup } from '../catalogue/model'
import { composePage, type ComposedView, type ComposeInput } from '../composed/compose'
import type { ComposedPage } from '../composed/page'
import { directionOf } from '../language/chain'
import { windowIn } from '../moments/instant'
import { withoutOwnMarkup } from '../page/structured'
import type { ReleasedComposedPage } from './composed-document'
import { stretchesAt, stretchesOfGroups, type PageAt, type StretchesOfGroup } from './over-time'

/** What a section is called where it is not shown: by its kind and code. */
const titleOf = ({ section, kind }: { section: string; kind: string }) => `${kind} ${section}`

/** What is missing on a composed page that is there. */
function lackingOn({ title, slug, sections, leftOut }: ComposedView): PageAt['lacking'] {
  const whole = [
    ...(title === null ? ['it has no title in this language'] : []),
    ...(slug === null ? ['it has no address in this language'] : []),
    ...(sections.length === 0 ? ['nothing stands on it'] : []),
  ]
  return [
    ...whole.map((reason) => ({ piece: reason, title: 'The page', reason })),
    ...leftOut
      .filter((section) => section.isLacking)
      .map((section) => ({ piece: section.section, title: titleOf(section), reason: section.reason })),
  ]
}

/** A composed page through a lens as it is released. What misses a title or an address goes by its name and code. */
function pageAt(input: ComposeInput): PageAt {
  const { page, lens } = input
  const view = composePage(input)
  if (view.rests !== null && !view.isOver) return { document: null, lacking: [] }
  const of: Omit<ReleasedComposedPage, 'sections' | 'over'> = {
    kind: 'composed',
    code: page.code,
    use: page.use,
    storefront: lens.storefront,
    language: lens.language,
    direction: directionOf(lens.language),
    slug: view.slug ?? page.code,
    title: view.title ?? page.name,
    search: view.search,
  }
  if (view.isOver) return { document: { ...of, sections: [], over: { to: page.afterwards } }, lacking: [] }
  const sections = view.sections.map((section) => ({ ...section, html: withoutOwnMarkup(section.html) }))
  return { document: { ...of, sections, over: null }, lacking: lackingOn(view) }
}

/** All limits of a page: its own, and those of its sections. */
const limitsIn = ({ limits, sections }: ComposedPage): Limits[] => [limits, ...sections.map((s) => s.limits)]

/** The moments after one at which limits begin or end in a storefront, in order. */
function momentsAfter(all: readonly Limits[], timeZone: string, setup: Setup, now: number): number[] {
  const windows = all.flatMap((limits) => windowsOf(limits, setup.campaigns))
  const ends = windows.flatMap((window) => {
    const { from, to } = windowIn(window, timeZone)
    return [from, to]
  })
  return [...new Set(ends.filter((at) => at > now && Number.isFinite(at)))].sort((a, b) => a - b)
}

/** A composed page in an edition as a function of customer group and time. Empty where nobody ever has it. */
export function composedOverTime(input: ComposeInput, now: number): StretchesOfGroup[] {
  const { page, lens, setup } = input
  const all = limitsIn(page)
  const { timeZone } = setup.storefronts.get(lens.storefront)!
  const later = momentsAfter(all, timeZone, setup, now)
  const named = new Set(all.flatMap((limits) => limits.groups))
  const groups = [...setup.groups.keys()].filter((group) => named.has(group)).sort()
  return stretchesOfGroups(groups, (group) =>
    stretchesAt(now, later, (moment) => pageAt({ ...input, lens: { ...lens, group, moment } })),
  )
}
