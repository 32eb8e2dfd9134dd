import type { Area } from '../assignments/areas'
import type { Labels } from '../language/labels'
import type { Condition } from '../rules/condition'
import type { SplitPattern } from './split'

/** The built-in parts of a product page. */
export const builtInParts = ['description', 'facts', 'reviews', 'faq'] as const
export type BuiltInPart = (typeof builtInParts)[number]

/** How an area shows its pieces: as tabs, folded with any number open, folded with one open, one under the other. */
export const areaForms = ['tabs', 'accordion', 'one-open', 'plain'] as const
export type AreaForm = (typeof areaForms)[number]

/** An area of a storefront's page, in its place among the others. */
export interface AreaPlace {
  area: Area
  /** What the team calls an area of the storefront's own; '' where it is one that every page has. */
  name: string
  as: AreaForm
  /** How many parts it is meant to hold; null is any number. */
  limit: number | null
  /** Whether it must not be empty. */
  needed: boolean
}

/** Where a built-in part stands, and what it is called. */
export interface PartPlace {
  part: BuiltInPart
  area: Area
  order: number
  titles: Labels
}

/**
 * What differs on the pages of some products: a part that is not there or stands elsewhere, an area in another form, a
 * description that is split at other headings.
 */
export interface LayoutException {
  name: string
  rule: Condition
  change:
    | { part: BuiltInPart; hide: true }
    | { part: BuiltInPart; area: Area; order: number }
    | { area: Area; as: AreaForm }
    | { split: SplitPattern }
}

/** A layout as one product's page has it; `split` is where its description is split, if an exception says so. */
export type ProductLayout = Pick<Layout, 'areas' | 'parts'> & { split?: SplitPattern }

export const looks = {
  spacing: ['close', 'even', 'wide'],
  line: ['none', 'hair', 'firm'],
  corner: ['square', 'eased', 'round'],
  emphasis: ['plain', 'weight', 'ground'],
} as const
/** How parts are drawn: the space around them, the lines between, their corners, how what is open stands out. */
export type Look = { [K in keyof typeof looks]: (typeof looks)[K][number] }

/** Looks to begin with. */
export const startingLooks: Record<string, { name: string; look: Look }> = {
  ledger: { name: 'Ledger', look: { spacing: 'even', line: 'hair', corner: 'square', emphasis: 'weight' } },
  ticking: { name: 'Ticking', look: { spacing: 'close', line: 'firm', corner: 'square', emphasis: 'plain' } },
  felt: { name: 'Felt', look: { spacing: 'wide', line: 'none', corner: 'round', emphasis: 'ground' } },
  hem: { name: 'Hem', look: { spacing: 'wide', line: 'hair', corner: 'eased', emphasis: 'plain' } },
}

/** A text of the storefront that blocks can hold and that is kept in one place: returns, terms. */
export interface StandingPage {
  code: string
  name: string
  titles: Labels
  /** Rich text in normal form, by language. */
  bodies: Labels
}

/**
 * What a storefront's product page is made of. There is one for a storefront; what differs for some products is an
 * exception in it.
 */
export interface Layout {
  /** Whether pieces stand on its pages at all. Built-in parts do in any case. */
  off: boolean
  /** From top to bottom. */
  areas: AreaPlace[]
  parts: PartPlace[]
  /** The later wins. */
  exceptions: LayoutException[]
  /** Where descriptions are split into parts, unless their type says otherwise; null leaves them whole. */
  split: SplitPattern | null
  look: Look
}

/** The areas that every page has, in one form. */
export function standardAreas(as: AreaForm, needed: readonly string[] = []): AreaPlace[] {
  return (['summary', 'beside-price', 'details', 'below-details', 'foot'] as const).map((area) => ({
    area,
    name: '',
    as: area === 'details' ? as : 'plain',
    limit: null,
    needed: needed.includes(area),
  }))
}

/** A layout with nothing out of the ordinary. */
export function plainLayout(details: AreaForm, parts: PartPlace[], needed: readonly string[] = []): Layout {
  return {
    off: false,
    areas: standardAreas(details, needed),
    parts,
    exceptions: [],
    split: null,
    look: startingLooks.ledger!.look,
  }
}

/** A layout as it is for one product: `meets` says which exceptions are its own. */
export function layoutFor(
  layout: Layout,
  meets: (exception: LayoutException, index: number) => boolean,
): ProductLayout {
  let { areas, parts } = layout
  let split: SplitPattern | undefined
  layout.exceptions.forEach((exception, i) => {
    if (!meets(exception, i)) return
    const { change } = exception
    if ('split' in change) split = change.split
    else if ('as' in change) areas = areas.map((a) => (a.area === change.area ? { ...a, as: change.as } : a))
    else if ('hide' in change) parts = parts.filter((p) => p.part !== change.part)
    else parts = parts.map((p) => (p.part === change.part ? { ...p, area: change.area, order: change.order } : p))
  })
  return { areas, parts, ...(split === undefined ? {} : { split }) }
}

/** What an exception changes, as a key: of two of one product that change the same, only one can be meant. */
function changedThing({ change }: LayoutException): string {
  if ('split' in change) return 'split'
  return 'part' in change ? `part:${change.part}` : `area:${change.area}`
}

/** Whether an exception is one product's own, by the SKU of the product. */
export const isOwnException = ({ rule }: LayoutException, sku: string): boolean =>
  'field' in rule && rule.field === 'sku' && Array.isArray(rule.value) && (rule.value as unknown[])[0] === sku

/** Whether an exception says how the description of one product is split, by the SKU of the product. */
export const isSplitOf = (exception: LayoutException, sku: string): boolean =>
  'split' in exception.change && isOwnException(exception, sku)

/**
 * A layout with a change for one product alone, in the place of what it had of its own for the same part, area or split.
 * `skus` are the product's, then those of its variants: rules ask for the SKUs of what is sold.
 */
export function withOwnChange(
  layout: Layout,
  skus: readonly [string, ...string[]],
  change: LayoutException['change'],
): Layout {
  const rule: Condition = { field: 'sku', is: 'one-of', value: [...skus] }
  const name = 'split' in change ? `Split of ${skus[0]}` : `Layout of ${skus[0]}`
  const own: LayoutException = { name, rule, change }
  const others = layout.exceptions.filter(
    (exception) => !isOwnException(exception, skus[0]) || changedThing(exception) !== changedThing(own),
  )
  return { ...layout, exceptions: [...others, own] }
}

/** A layout in which the description of one product is split by a pattern of its own, or by none of its own. */
export function withSplitOf(layout: Layout, skus: readonly [string, ...string[]], split: SplitPattern | null): Layout {
  if (split !== null) return withOwnChange(layout, skus, { split })
  return { ...layout, exceptions: layout.exceptions.filter((exception) => !isSplitOf(exception, skus[0])) }
}
