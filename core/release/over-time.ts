import type { Family, Setup } from '../catalogue/model'
import type { PageInput } from '../page/assemble'
import { momentsBetween } from '../page/moments'
import { everReaching } from './ever-reaching'
import { canonicalText, productPage, type LackingPiece, type ReleasedDocument } from './document'
import type { SiteDocument } from './site'

/** A page from a moment on, until the next stretch begins; null is no page. The first begins at −Infinity. */
export interface Stretch {
  from: number
  document: ReleasedDocument | null
  /** The document as it is kept. */
  text: string | null
}

/** A piece that is missing on a page, from a moment on; −Infinity from the first that is looked at. */
export interface LackingFrom extends LackingPiece {
  from: number
}

/** A page as a function of time: its stretches, and what is missing on it, each piece once. */
export interface OverTime {
  stretches: Stretch[]
  lacking: LackingFrom[]
}

/** The same for a customer group; '' is a shopper of no group. */
export interface StretchesOfGroup {
  group: string
  stretches: Stretch[]
  /** With the group for which it is missing: of groups whose page is that of nobody, it stands with nobody's. */
  lacking: LackingForGroup[]
}

/** A piece that is missing on a page for a customer group. */
export interface LackingForGroup extends LackingFrom {
  group: string
}

/** The last moment that is looked at; JavaScript knows no later one. */
const lastMoment = 8_640_000_000_000_000

/** A page with more stretches than this changes too often to be kept: something in its dates is wrong. */
export const mostStretches = 64

/** A page at a moment; null is no page. */
export interface PageAt {
  document: ReleasedDocument | null
  lacking: readonly LackingPiece[]
}

/**
 * A page from now on as a function of time: put together now and at every later moment at which something that it
 * depends on begins or ends. Neighbours that are the same are one. What was before now is not asked; the first stretch
 * stands for it.
 */
export function stretchesAt(now: number, later: readonly number[], at: (moment: number) => PageAt): OverTime {
  const stretches: Stretch[] = []
  const lacking = new Map<string, LackingFrom>()
  for (const moment of [now, ...later]) {
    const { document, lacking: missing } = at(moment)
    const from = moment === now ? -Infinity : moment
    // What is not shown changes nothing on the page: it is looked for in stretches that are like those before, too.
    for (const piece of missing) if (!lacking.has(piece.piece)) lacking.set(piece.piece, { ...piece, from })
    const text = document && canonicalText(document)
    if (stretches.length > 0 && stretches.at(-1)!.text === text) continue
    stretches.push({ from, document, text })
  }
  return { stretches, lacking: [...lacking.values()] }
}

/** The page of a product from now on as a function of time. */
export function overTime(input: PageInput, now: number): OverTime {
  const later = momentsBetween({ ...input, lens: { ...input.lens, moment: now } }, now, lastMoment)
  return stretchesAt(now, later, (moment) => productPage({ ...input, lens: { ...input.lens, moment } }))
}

/** The customer groups that anything a page depends on names: for all others it is as it is for nobody. */
export function groupsNamed({ family, assignments, own, setup }: PageInput): string[] {
  const named = new Set<string>()
  const addAll = (groups: readonly string[]) => groups.forEach((g) => named.add(g))
  for (const a of assignments) addAll(a.limits.groups)
  for (const p of own) addAll(p.own!.limits.groups)
  addAll(groupsOfFamily(family))
  return [...setup.groups.keys()].filter((g) => named.has(g)).sort()
}

function groupsOfFamily({ root, variants }: Family): string[] {
  const priced = [root, ...variants].flatMap((p) => p.prices.flatMap((price) => price.group ?? []))
  return [...priced, ...root.range.flatMap((r) => r.groups)]
}

const sameStretches = (a: readonly Stretch[], b: readonly Stretch[]): boolean =>
  a.length === b.length && a.every((s, i) => s.from === b[i]!.from && s.text === b[i]!.text)

const forGroup = (group: string, { stretches, lacking }: OverTime): StretchesOfGroup => ({
  group,
  stretches,
  lacking: lacking.map((piece) => ({ ...piece, group })),
})

/**
 * A page as a function of customer group and time: nobody first, then each of some groups for which it differs at any
 * moment, with all its stretches. Empty where nobody ever has a page.
 */
export function stretchesOfGroups(
  named: readonly string[],
  of: (group: string | null) => OverTime,
): StretchesOfGroup[] {
  const nobody = forGroup('', of(null))
  const groups = named.map((group) => forGroup(group, of(group)))
  const isLikeNobody = ({ stretches }: StretchesOfGroup) => sameStretches(stretches, nobody.stretches)
  const likeNobody = groups.filter(isLikeNobody).flatMap(({ lacking }) => lacking)
  const others = groups.filter((one) => !isLikeNobody(one))
  const all = [{ ...nobody, lacking: [...nobody.lacking, ...likeNobody] }, ...others]
  const hasAny = all.some(({ stretches }) => stretches.some((s) => s.document !== null))
  return hasAny ? all : []
}

/** The page of a product as a function of customer group and time. Empty where nobody ever has a page. */
export function pageOverTime(page: PageInput, now: number): StretchesOfGroup[] {
  const { assignments, certain } = everReaching(page, now)
  const input = { ...page, assignments, reached: certain }
  return stretchesOfGroups(groupsNamed(input), (group) => overTime({ ...input, lens: { ...input.lens, group } }, now))
}

/** What stands beside the pages as a function of time: the same for everybody, always. */
export const siteOverTime = (document: SiteDocument): StretchesOfGroup[] => [
  { group: '', stretches: [{ from: -Infinity, document, text: canonicalText(document) }], lacking: [] },
]

/**
 * The pieces that are missing on a page at some moment or for some group, other than those that are missing for a
 * shopper of no group at the first moment: each once, for nobody before groups.
 */
export function lackingLater(page: readonly StretchesOfGroup[]): LackingForGroup[] {
  const all = page.flatMap(({ lacking }) => lacking)
  const known = new Set(all.filter(({ from, group }) => from === -Infinity && group === '').map(({ piece }) => piece))
  return all.filter(({ piece }) => {
    if (known.has(piece)) return false
    known.add(piece)
    return true
  })
}

/** The areas that a storefront wants filled and that are empty in some stretch, with the moment at which that begins. */
export function emptyAreas(
  page: readonly StretchesOfGroup[],
  storefront: string,
  setup: Setup,
): { area: string; group: string; from: number }[] {
  const needed = setup.storefronts.get(storefront)!.layout.areas.filter((a) => a.needed)
  return page.flatMap(({ group, stretches }) =>
    stretches.flatMap(({ from, document }) =>
      needed
        .filter(({ area }) => document?.kind === 'product' && !document.areas.some((a) => a.area === area))
        .map(({ area }) => ({ area, group, from })),
    ),
  )
}
