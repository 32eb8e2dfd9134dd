import { refersTo } from '../attributes/types/registry'
import { inlineNames } from '../catalogue/inline-name'
import type { PreparedAssignment } from '../assignments/assignment'
import type { Lens } from '../assignments/limits'
import type { Family, Product, Setup } from '../catalogue/model'
import { isInRange } from '../catalogue/range'
import { cachedFor } from '../cache/cached-for'
import { dayNumberIn } from '../moments/instant'
import { effectivePrice, type EffectivePrice } from '../prices/effective'
import { checkCondition } from '../rules/check'
import { factsOf } from '../rules/facts'
import { pricesOf } from '../prices/of-product'
import { type Facts } from '../rules/fact-shape'
import type { Predicate } from '../rules/operator-shape'
import { compilePredicate } from '../rules/predicate'
import type { Library } from '../media/versions'
import { escapeText } from '../richtext/tree'
import { availabilityOf, type Availability } from './availability'
import { becauseOf, type Because, type LeftOut, type Shown } from './because'
import { layoutFor, type AreaPlace, type Layout, type PartPlace, type ProductLayout } from './layout'
import { pagePictures, type PagePicture } from './media'
import { splitFor, descriptionParts, emptyPart, factsPart, faqTitle, type PartsOf } from './parts'
import type { Piece, QuestionSet } from './piece'
import { pieceOnPage, type PieceOnPage } from './piece-on-page'
import { placePieces, type Placement, type PlacingInput, type Reached } from './place'
import type { Reader } from '../values/resolve'
import type { Related } from './relations'
import { editionReader, inlineReader, valuesFor, type ValuesOf } from './values'

/** The head of a page: what is known of the product itself. */
export interface PageProduct {
  sku: string
  name: string
  nameLanguage: string | null
  nameCounts: boolean
  summary: string | null
  price: EffectivePrice | null
  basePrice: number | null
  currency: string
  pictures: PagePicture[]
  availability: Availability
  disabled: boolean
  inRange: boolean
}

export interface Page {
  product: PageProduct
  /** The areas of the page from top to bottom, each in the form that it has here. */
  layout: readonly AreaPlace[]
  areas: Record<string, Shown[]>
  left_out: LeftOut[]
}

export interface PageInput {
  family: Family
  /** The SKU whose page it is: the root's or a variant's. */
  sku: string
  lens: Lens
  setup: Setup
  assignments: readonly PreparedAssignment[]
  pieces: ReadonlyMap<string, Piece>
  sets: ReadonlyMap<string, QuestionSet>
  /** The pieces that the family has for itself. */
  own: readonly Piece[]
  /** The pictures and files that the family names. */
  library: Library
  related: Related
  /** Whether only what is shown is asked for, and not why, nor what is left out. */
  brief?: boolean
  /**
   * The assignments that are known to reach the page, so that their rules are not asked again; true is all of them, but
   * for those asked of each variant. Very many pages are counted so.
   */
  reached?: Reached
}

/** A part of the page in its place. */
interface Placed {
  area: string
  order: number
  number: number
  place: number
  part: Shown
}

const exceptionRules = new WeakMap<Layout, Predicate[]>()

/**
 * The layout of a storefront as it is for one product. Exceptions whose rules no longer fit the set-up are passed over.
 */
export function layoutOf(setup: Setup, storefront: string, facts: () => Facts): ProductLayout {
  const { layout } = setup.storefronts.get(storefront)!
  // The pattern of the storefront is not the product's own: that of the type comes before it.
  if (layout.exceptions.length === 0) return { areas: layout.areas, parts: layout.parts }
  let rules = exceptionRules.get(layout)
  if (!rules)
    exceptionRules.set(layout, (rules = layout.exceptions.map((e) => compilePredicate(checkCondition(e.rule, setup)))))
  return layoutFor(layout, (_, i) => rules[i]!(facts()))
}

const picking = cachedFor<Setup, readonly string[]>()

/** The attributes of a type that pick questions, found once: every page asks, and hardly any type has one. */
const questionAttributes = (type: string, setup: Setup): readonly string[] =>
  picking(setup, type, () =>
    (setup.types.get(type)?.attributes ?? [])
      .map((a) => a.attribute)
      .filter((a) => refersTo(setup.attributes.get(a), 'question')),
  )

/** The questions and question sets that a product, or its type, picks for itself, by code. */
export function pickedQuestions(type: string, values: ValuesOf, setup: Setup): string[] {
  return questionAttributes(type, setup).flatMap((attribute) => {
    const found = values(attribute)
    return found?.counts && Array.isArray(found.value) ? (found.value as string[]) : []
  })
}

/** Where the FAQ stands that a product's own choice of questions flows into. */
export function faqPlaceIn(parts: readonly PartPlace[]): { area: string; order: number } {
  return parts.find((p) => p.part === 'faq') ?? { area: 'details', order: 100 }
}

/**
 * The page of a product through a lens: every part with its reason, and every part that was a candidate
 * and is not shown with the reason too. `facts` may be given where they are known already.
 */
export function assemblePage(input: PageInput, facts?: Facts): Page {
  const { family, sku, lens, setup, library } = input
  const reader = editionReader(setup, lens.storefront, lens.language)
  const product = memberCalled(family, sku)
  const rootFacts = () => (facts ??= factsOf(family, lens, setup))
  const variantFacts = () =>
    product === family.root ? rootFacts() : rootFacts().variants![family.variants.indexOf(product)]!
  const values = valuesFor(product, family, reader, setup)
  const { type } = family.root
  const read = inlineReader(values, reader, setup, { library, type, related: input.related })
  const layout = layoutOf(setup, lens.storefront, rootFacts)
  const pieces =
    input.own.length === 0 ? input.pieces : new Map([...input.pieces, ...input.own.map((p) => [p.code, p] as const)])
  const left: LeftOut[] = []
  const factsFor = (a: PreparedAssignment) => (a.reach.eachVariant ? variantFacts() : rootFacts())

  const nameOf = inlineNames(setup)
  const known = new Map<string, PieceOnPage>()
  const onPage = (code: string) => {
    let found = known.get(code)
    if (!found) known.set(code, (found = pieceOnPage(pieces.get(code), reader, read, values, nameOf)))
    return found
  }
  const placements = placePieces(
    {
      lens,
      setup,
      assignments: input.assignments,
      pieces,
      sets: input.sets,
      own: input.own,
      factsFor,
      ...skusNaming(family, product),
      picked: pickedQuestions(type, values, setup),
      faqPlace: faqPlaceIn(layout.parts),
      hasArea: (area) => layout.areas.some((a) => a.area === area),
      brief: input.brief ?? false,
      reached: input.reached ?? false,
    },
    (code) => {
      const found = onPage(code)
      return 'reason' in found ? found.reason : undefined
    },
    left,
  )

  const placed: Placed[] = []
  const questions = new Map<string, Placed[]>()
  const out: LeftOut[] = []
  for (const p of placements) {
    const piece = pieces.get(p.piece)
    const found = onPage(p.piece)
    const because = becauseOfPlacement(p, input.brief ? undefined : factsFor)
    if ('reason' in found) {
      out.push({ piece: p.piece, title: piece?.name ?? p.piece, area: p.area, reason: found.reason, because })
      continue
    }
    const part: Shown = {
      piece: p.piece,
      kind: piece!.kind,
      title: found.title.text,
      html: found.html,
      because: { ...because, language: { title: found.title.language, body: found.body.language } },
    }
    if (piece!.sign) part.sign = piece!.sign
    const item = { area: p.area, order: p.order, number: p.number, place: p.place, part }
    if (piece!.kind !== 'question') placed.push(item)
    else if (questions.has(p.area)) questions.get(p.area)!.push(item)
    else questions.set(p.area, [item])
  }
  placeParts(
    layout.parts,
    { values, read, reader, setup, library, type, split: layout.split ?? splitFor(setup, lens.storefront, type) },
    questions,
    placed,
    out,
  )
  placed.sort((a, b) => a.order - b.order || a.number - b.number || a.place - b.place)
  const areas: Record<string, Shown[]> = {}
  for (const { area, part } of placed) (areas[area] ??= []).push(part)
  return {
    product: pageProduct(
      product,
      family,
      lens,
      setup,
      { values, reader },
      pagePictures(values('pictures')?.value ?? null, library, reader),
    ),
    layout: layout.areas,
    areas,
    left_out: [...out, ...left],
  }
}

/** The head of a product's page through a lens: what is known of it without its parts. */
export function pageHead({ family, sku, lens, setup, library }: PageInput): PageProduct {
  const reader = editionReader(setup, lens.storefront, lens.language)
  const product = memberCalled(family, sku)
  const values = valuesFor(product, family, reader, setup)
  const pictures = pagePictures(values('pictures')?.value ?? null, library, reader)
  return pageProduct(product, family, lens, setup, { values, reader }, pictures)
}

/**
 * The SKUs by which assignments may name a product: a variant's stands for its parent, unless the assignment is asked of
 * each variant.
 */
export const skusNaming = (family: Family, product: Product): Pick<PlacingInput, 'ofFamily' | 'ofVariant'> => ({
  ofFamily: [family.root.sku, ...family.variants.map((v) => v.sku)],
  ofVariant: product === family.root ? [product.sku] : [product.sku, family.root.sku],
})

/** The member of a family with a SKU. Throws RangeError where it has none. */
export function memberCalled({ root, variants }: Family, sku: string): Product {
  const product = sku === root.sku ? root : variants.find((v) => v.sku === sku)
  if (!product) throw new RangeError(`There is no product “${sku}” in its family.`)
  return product
}

function becauseOfPlacement(p: Placement, factsFor: ((a: PreparedAssignment) => Facts) | undefined): Because {
  const because = becauseOf(p.put, p.order)
  if (p.assignment !== null) {
    because.assignment = p.assignment.called
    if (p.put === 'rule' && factsFor) because.explanation = p.assignment.explain(factsFor(p.assignment))
  }
  if (p.also.length > 0) because.also = p.also
  if (p.replaces !== undefined) because.replaces = p.replaces
  return because
}

/**
 * Puts the built-in parts among the pieces, and the questions of each area into its FAQ: where the layout puts that,
 * else where the first question would stand.
 */
function placeParts(
  parts: readonly PartPlace[],
  of: PartsOf,
  questions: ReadonlyMap<string, Placed[]>,
  placed: Placed[],
  out: LeftOut[],
) {
  const put = (place: PartPlace, shown: Shown | LeftOut, at = 0) => {
    if ('reason' in shown) out.push(shown)
    else placed.push({ area: place.area, order: place.order, number: -1, place: at, part: shown })
  }
  for (const place of parts) {
    if (place.part === 'description') descriptionParts(place, of).forEach((shown, i) => put(place, shown, i))
    else if (place.part === 'facts') put(place, factsPart(place, of))
    else if (place.part === 'reviews' || !questions.has(place.area)) put(place, emptyPart(place, of))
  }
  const laidOut = parts.find((p) => p.part === 'faq')
  for (const [area, list] of questions) {
    const here = laidOut?.area === area ? laidOut : undefined
    const first = list[0]!
    const shown = list.map((q) => q.part)
    placed.push({
      area,
      ...(here
        ? { order: here.order, number: -1, place: 0 }
        : { order: first.order, number: first.number, place: first.place }),
      part: {
        piece: here || !laidOut ? 'faq' : `faq-${area}`,
        kind: 'faq',
        title: faqTitle(here ?? laidOut, of),
        questions: shown,
        html: shown.map((q) => `<h3>${escapeText(q.title)}</h3>${q.html}`).join(''),
        because: here ? becauseOf('layout', here.order) : first.part.because,
      },
    })
  }
}

function pageProduct(
  product: Product,
  family: Family,
  lens: Lens,
  setup: Setup,
  { values, reader }: { values: ValuesOf; reader: Reader },
  pictures: PagePicture[],
): PageProduct {
  const storefront = setup.storefronts.get(lens.storefront)!
  const prices = pricesOf(product, family, lens.storefront, storefront.timeZone)
  const title = values('name')
  const summary = values('summary')
  const inRange = isInRange(family.root.range, lens.storefront, storefront.timeZone, lens.group, lens.moment)
  const today = dayNumberIn(storefront.timeZone, lens.moment)
  return {
    sku: product.sku,
    name: title?.value === null || title === undefined ? product.sku : String(title.value),
    nameLanguage: title?.language ?? null,
    nameCounts: title?.counts ?? false,
    summary: summary?.counts && summary.value !== null ? String(summary.value) : null,
    price: effectivePrice(prices, lens.group, lens.moment) ?? lowest(product, family, lens, setup),
    basePrice: prices.base,
    currency: storefront.currency,
    pictures,
    availability: availabilityOf(product, family, { values, reader, setup, today }),
    disabled: product.status === 'disabled' || family.root.status === 'disabled',
    inRange,
  }
}

/** A parent without a price of its own shows its variants' lowest. */
function lowest(product: Product, family: Family, lens: Lens, setup: Setup): EffectivePrice | null {
  if (product !== family.root) return null
  const { timeZone } = setup.storefronts.get(lens.storefront)!
  const all = family.variants.flatMap(
    (v) => effectivePrice(pricesOf(v, family, lens.storefront, timeZone), lens.group, lens.moment) ?? [],
  )
  return all.reduce<EffectivePrice | null>((a, b) => (a && a.amount <= b.amount ? a : b), null)
}
