import { same } from '../catalogue/patch'
import { unmoved } from '../page/differences'
import { phraseLine } from '../page/phrases'
import type { ReleasedComposedPage } from './composed-document'
import type { ReleasedProduct, ReleasedDocument } from './document'
import type { ReleasedPhrases, ReleasedStandingPage, SiteDocument } from './site'

/** What of a page can change beside its parts, and how it is read. */
const head = {
  name: (d) => [d.name, d.nameLanguage],
  slug: (d) => d.slug,
  summary: (d) => d.summary,
  search: (d) => d.search,
  categories: (d) => d.categories,
  brand: (d) => d.brand,
  price: (d) => d.price,
  availability: (d) => d.availability,
  pictures: (d) => d.pictures,
  layout: (d) => [d.look, d.areas.map(({ area, as }) => [area, as])],
  related: (d) => d.related,
  variants: (d) => d.variants,
} as const satisfies Record<string, (document: ReleasedProduct) => unknown>
export type HeadField = keyof typeof head | 'structured'

/** How a page, or a part of it, differs between two states. */
export type ChangeKind = 'added' | 'changed' | 'removed' | 'moved'

/** One thing that differs between two states of a page. */
export interface PageChange {
  what: ChangeKind
  /** A field of the head, or the code of a part. */
  of: string
  /** The title of a part; '' for a field of the head. */
  title: string
  /** Where the part stands, or stood where it goes; '' for a field of the head. */
  area: string
}

/** A part or section of a page as it stands in one state. */
interface Standing {
  of: string
  title: string
  area: string
  /** Its place in the area. */
  at: number
  /** All of it. */
  content: unknown
}

function partsOf(document: ReleasedProduct): Map<string, Standing> {
  const parts = new Map<string, Standing>()
  for (const { area, parts: list } of document.areas)
    list.forEach((part, at) =>
      parts.set(`${area}\n${part.piece}`, { of: part.piece, title: part.title, area, at, content: part }),
    )
  return parts
}

const sectionsOf = ({ sections }: ReleasedComposedPage): Map<string, Standing> =>
  new Map(
    sections.map((content, at) => {
      const { section, title, kind } = content
      return [section, { of: section, title: title ?? kind, area: 'sections', at, content }]
    }),
  )

const changeOf = (what: ChangeKind, { of, title, area }: Standing): PageChange => ({ what, of, title, area })

/** The parts that both states have and that left their place among the others of their area. */
function movedKeys(was: ReadonlyMap<string, Standing>, is: ReadonlyMap<string, Standing>): Set<string> {
  const moved = new Set<string>()
  for (const area of new Set([...is.values()].map((s) => s.area))) {
    const both = [...is].filter(([key, s]) => s.area === area && was.has(key))
    const still = unmoved(both.map(([key]) => ({ key, before: was.get(key)!.at })))
    for (const [key] of both) if (!still.has(key)) moved.add(key)
  }
  return moved
}

/** What differs among the parts of two states, each by its key: those of the later state in order, then what is gone. */
function standingChanges(was: ReadonlyMap<string, Standing>, is: ReadonlyMap<string, Standing>): PageChange[] {
  const moved = movedKeys(was, is)
  const parts: PageChange[] = []
  for (const [key, standing] of is) {
    const then = was.get(key)
    if (!then) parts.push(changeOf('added', standing))
    else if (!same(then.content, standing.content)) parts.push(changeOf('changed', standing))
    else if (moved.has(key)) parts.push(changeOf('moved', standing))
  }
  for (const [key, standing] of was) if (!is.has(key)) parts.push(changeOf('removed', standing))
  return parts
}

const fieldChange = (field: HeadField): PageChange => ({ what: 'changed', of: field, title: '', area: '' })

/** The fields of a head that differ. */
const changedFields = <D>(
  fields: Partial<Record<HeadField, (document: D) => unknown>>,
  before: D,
  after: D,
): PageChange[] =>
  (Object.keys(fields) as HeadField[])
    .filter((field) => !same(fields[field]!(before), fields[field]!(after)))
    .map(fieldChange)

const wholePage = (what: ChangeKind, title: string): PageChange[] => [{ what, of: 'page', title, area: '' }]

/**
 * What differs between two states of a page: fields of its head, and its parts by their place. A state that is null is
 * no page, and the whole page comes or goes.
 */
export function pageChanges(before: ReleasedProduct | null, after: ReleasedProduct | null): PageChange[] {
  if (before === null) return after === null ? [] : wholePage('added', after.name)
  if (after === null) return wholePage('removed', before.name)
  const all = [...changedFields(head, before, after), ...standingChanges(partsOf(before), partsOf(after))]
  // Structured data repeats the page: it is named where nothing else is.
  return all.length === 0 && !same(before.structured, after.structured) ? [fieldChange('structured')] : all
}

/** How something stands to what it was, by whether there was any and whether there is. */
export function comesOrGoes(was: boolean, is: boolean): Exclude<ChangeKind, 'moved'> {
  if (!was) return 'added'
  return is ? 'changed' : 'removed'
}

/** The wording of a phrase on one line. */
const wording = (document: ReleasedPhrases | null, code: string): string => phraseLine(document?.phrases[code] ?? {})

function phraseChanges(before: ReleasedPhrases | null, after: ReleasedPhrases | null): PageChange[] {
  const codes = new Set([...Object.keys(before?.phrases ?? {}), ...Object.keys(after?.phrases ?? {})])
  return [...codes].sort().flatMap((code): PageChange[] => {
    const [was, is] = [wording(before, code), wording(after, code)]
    if (was === is) return []
    return [{ what: comesOrGoes(was !== '', is !== ''), of: code, title: is || was, area: 'phrases' }]
  })
}

/** Says of what is one thing that it is not the same. */
const wholeChange =
  (of: string) =>
  (before: unknown, after: unknown): PageChange[] =>
    same(before, after) ? [] : [{ what: 'changed', of, title: '', area: '' }]

/** How a standing page differs; null is that there is none. */
function standingPageChange(was: ReleasedStandingPage | null, is: ReleasedStandingPage | null): PageChange[] {
  if (same(was, is)) return []
  const what = comesOrGoes(was !== null, is !== null)
  return [{ what, of: 'text', title: (is ?? was)!.title, area: '' }]
}

const siteChanges: {
  [K in SiteDocument['kind']]: (
    before: Extract<SiteDocument, { kind: K }> | null,
    after: Extract<SiteDocument, { kind: K }> | null,
  ) => PageChange[]
} = {
  phrases: phraseChanges,
  menu: wholeChange('menu'),
  categories: wholeChange('categories'),
  addresses: wholeChange('addresses'),
  page: standingPageChange,
}

/** What a composed page shows as a whole, and how that is read. */
const composedHead = {
  name: (d) => d.title,
  slug: (d) => d.slug,
  search: (d) => d.search,
} as const satisfies Partial<Record<HeadField, (document: ReleasedComposedPage) => unknown>>

/** What differs between two states of a composed page; one whose time is over is gone. */
function composedChanges(before: ReleasedComposedPage | null, after: ReleasedComposedPage | null): PageChange[] {
  const [was, is] = [before?.over === null ? before : null, after?.over === null ? after : null]
  if (was === null) return is === null ? [] : wholePage('added', is.title)
  if (is === null) return wholePage('removed', was.title)
  return [...changedFields(composedHead, was, is), ...standingChanges(sectionsOf(was), sectionsOf(is))]
}

/** What differs between two states of anything that a release keeps; null is that there is none. */
export function documentChanges(before: ReleasedDocument | null, after: ReleasedDocument | null): PageChange[] {
  const kind = (after ?? before)?.kind
  if (kind === undefined) return []
  if (kind === 'product') return pageChanges(before as ReleasedProduct | null, after as ReleasedProduct | null)
  if (kind === 'composed')
    return composedChanges(before as ReleasedComposedPage | null, after as ReleasedComposedPage | null)
  return siteChanges[kind](before as never, after as never)
}
