import { attributeTypes } from '../attributes/types/registry'
import { labelIn, type Value } from '../attributes/attribute'
import { languageChain } from '../language/chain'
import { factsOf, pricesOf, type Facts } from '../rules/facts'
import { effectivePrice, type EffectivePrice } from '../prices/effective'
import type { Explanation } from '../rules/explain'
import { isReached, reachReason, type AssignmentName, type PreparedAssignment, type ReachReason } from '../assignments/assignment'
import { limitThatFails, type Lens } from '../assignments/limits'
import { indexValues, readerFor, resolve, type Reader, type Resolved } from '../values/resolve'
import type { Family, Product, Setup } from '../catalogue/model'
import { isInRange } from '../catalogue/range'
import { readNormalForm } from '../richtext/read'
import { escapeText } from '../richtext/tree'
import type { Library } from '../media/versions'
import { fileLinks, pagePictures, type PagePicture } from './media'
import { fillInline, type ValueReader } from './inline'
import type { Piece } from './piece'
import { pieceOnPage } from './piece-on-page'

/** Why a part is where it is. */
export interface Because {
  /** The assignment that brought it, or null for a built-in part. */
  assignment: AssignmentName | null
  order: number
  reach: ReachReason | 'layout'
  /** Of parts that were candidates: their rule, condition by condition. Why others were none is asked one by one (`explainReach`). */
  explanation: Explanation | null
  language: { title: string; body: string } | null
  /** Other assignments that would have brought the same piece. */
  also: readonly AssignmentName[]
}

export interface Shown {
  piece: string
  kind: string
  title: string
  html: string
  because: Because
}

export interface LeftOut {
  piece: string
  title: string
  area: string
  reason: string
  because: Because | null
}

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
  available: boolean
  disabled: boolean
  inRange: boolean
}

export interface Page {
  product: PageProduct
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
  /** The pictures and files that the family names. */
  library: Library
}

/** A reader of resolved values of one product in one edition, each attribute looked up once. */
export function valuesFor(product: Product, family: Family, reader: Reader, setup: Setup): (code: string) => Resolved | undefined {
  const own = indexValues(product.values)
  const parent = product === family.root ? null : indexValues(family.root.values)
  const type = setup.types.get(family.root.type)
  const known = new Map<string, Resolved | undefined>()
  return (code) => {
    if (!known.has(code)) {
      const attribute = setup.attributes.get(code)
      known.set(code, attribute && resolve(attribute, own, parent, type?.attributes.find((a) => a.attribute === code), reader))
    }
    return known.get(code)
  }
}

/** A value as a shopper of an edition reads it. */
export function displayValue(code: string, value: Value, reader: Reader, setup: Setup): string {
  const attribute = setup.attributes.get(code)!
  return attributeTypes[attribute.type].display(value, attribute, { language: reader.edition.language, labels: reader.chain })
}

/** A value as blocks of a page, where it is more than a line of text. */
function blocksOf(code: string, value: Value, reader: Reader, setup: Setup, library: Library): string | undefined {
  return attributeTypes[setup.attributes.get(code)!.type].html?.(value, { language: reader.edition.language, labels: reader.chain, fileLink: fileLinks(library, reader) })
}

/** What inline values read as for a product in an edition: only what counts for the language. */
export function inlineReader(values: (code: string) => Resolved | undefined, reader: Reader, setup: Setup, library: Library): ValueReader {
  const storefront = setup.storefronts.get(reader.edition.storefront)
  const known = new Map<string, ReturnType<ValueReader>>()
  const readAnew: ValueReader = (address) => {
    const [kind, code] = address.split(':', 2) as [string, string]
    if (kind === 'storefront') return storefront?.facts[code] ? { text: storefront.facts[code] } : undefined
    const found = values(code)
    if (!found || found.value === null || !found.counts) return undefined
    const text = displayValue(code, found.value, reader, setup)
    if (text === '') return undefined
    const html = blocksOf(code, found.value, reader, setup, library)
    if (html === '') return undefined
    return html === undefined ? { text } : { text, html }
  }
  // A page's pieces name the same few values again and again.
  return (address) => {
    if (!known.has(address)) known.set(address, readAnew(address))
    return known.get(address)
  }
}

/** The reader of an edition of a storefront. Throws a RangeError where the storefront has no such language. */
export function editionReader(setup: Setup, storefront: string, language: string): Reader {
  const edition = setup.storefronts.get(storefront)?.editions.find((e) => e.language === language)
  if (!edition) throw new RangeError(`There is no edition ${storefront}/${language}.`)
  return readerFor({ ...edition, storefront }, setup.source)
}

interface Candidate {
  assignment: PreparedAssignment
  piece: string
  place: number
  reason: ReachReason
}

const nobody: readonly AssignmentName[] = []

/**
 * The page of a product through a lens: every part with its reason, and every part that was a candidate
 * and is not shown with the reason too. `facts` may be given where they are known already.
 */
export function assemblePage(input: PageInput, facts?: Facts): Page {
  const { family, sku, lens, setup, library } = input
  const reader = editionReader(setup, lens.storefront, lens.language)
  const storefront = setup.storefronts.get(lens.storefront)!
  const product = sku === family.root.sku ? family.root : family.variants.find((v) => v.sku === sku)
  if (!product) throw new RangeError(`There is no product “${sku}” in its family.`)
  const rootFacts = facts ?? factsOf(family, lens, setup)
  const variantFacts = product === family.root ? rootFacts : rootFacts.variants![family.variants.indexOf(product)]!
  // A variant's SKU stands for its parent, unless the assignment is asked of each variant.
  const ofVariant = product === family.root ? [sku] : [sku, family.root.sku]
  const ofFamily = [family.root.sku, ...family.variants.map((v) => v.sku)]
  const values = valuesFor(product, family, reader, setup)
  const read = inlineReader(values, reader, setup, library)

  const areas: Record<string, Shown[]> = {}
  const left: LeftOut[] = []
  const placed: { area: string; order: number; number: number; place: number; show: () => Shown | LeftOut }[] = []
  const factsFor = (a: PreparedAssignment) => (a.reach.eachVariant ? variantFacts : rootFacts)
  const because = (c: Candidate, also: Candidate[]): Because => ({
    assignment: c.assignment.called, order: c.assignment.order, reach: c.reason,
    explanation: c.reason === 'rule' ? c.assignment.explain(factsFor(c.assignment)) : null,
    language: null, also: also.map((o) => o.assignment.called),
  })

  const candidates = new Map<string, Candidate[]>()
  for (const a of input.assignments) {
    const why = notACandidate(a, lens, storefront.timeZone)
    const reach = reachReason(a, a.reach.eachVariant ? ofVariant : ofFamily, factsFor(a))
    if (why === undefined && isReached(reach)) {
      a.pieces.forEach((piece, place) => {
        const key = `${a.area}\n${piece}`
        const candidate = { assignment: a, piece, place, reason: reach }
        const list = candidates.get(key)
        if (list) list.push(candidate)
        else candidates.set(key, [candidate])
      })
    } else {
      const reason = why ?? reachWords[reach] ?? reach
      for (const piece of a.pieces) {
        left.push({ piece, title: input.pieces.get(piece)?.name ?? piece, area: a.area, reason, because: { assignment: a.called, order: a.order, reach, explanation: null, language: null, also: nobody } })
      }
    }
  }
  for (const [key, list] of candidates) {
    list.sort((a, b) => a.assignment.order - b.assignment.order || a.assignment.number - b.assignment.number || a.place - b.place)
    const [first, ...others] = list as [Candidate, ...Candidate[]]
    const area = key.slice(0, key.indexOf('\n'))
    placed.push({
      area, order: first.assignment.order, number: first.assignment.number, place: first.place,
      show: () => showPiece(input.pieces.get(first.piece), first.piece, area, because(first, others), reader, read),
    })
  }
  for (const part of storefront.layout.parts) {
    placed.push({ area: part.area, order: part.order, number: -1, place: 0, show: () => showPart(part, values, reader, setup, library, family.root.type) })
  }
  placed.sort((a, b) => a.order - b.order || a.number - b.number || a.place - b.place)
  const shown: LeftOut[] = []
  for (const p of placed) {
    const result = p.show()
    if ('reason' in result) shown.push(result)
    else (areas[p.area] ??= []).push(result)
  }
  return { product: pageProduct(product, family, lens, setup, values, rootFacts, pagePictures(values('pictures')?.value ?? null, library, reader)), areas, left_out: [...shown, ...left] }
}

function notACandidate(a: PreparedAssignment, lens: Lens, timeZone: string): string | undefined {
  if (a.resting) return 'the assignment rests'
  return a.limited ? limitThatFails(a.limits, lens, timeZone) : undefined
}

const reachWords: Partial<Record<ReachReason, string>> = {
  'left-out': 'this product is left out of the assignment', 'not-met': 'the rule does not fit this product', 'not-chosen': 'this product is not among the chosen ones',
}

function showPiece(piece: Piece | undefined, code: string, area: string, because: Because, reader: Reader, read: ValueReader): Shown | LeftOut {
  const found = pieceOnPage(piece, reader, read)
  if ('reason' in found) return { piece: code, title: piece?.name ?? code, area, reason: found.reason, because }
  return { piece: code, kind: piece!.kind, title: found.title.text, html: found.html, because: { ...because, language: { title: found.title.language, body: found.body.language } } }
}

function showPart(
  part: Setup['storefronts'] extends Map<string, infer S> ? S extends { layout: { parts: (infer P)[] } } ? P : never : never,
  values: (code: string) => Resolved | undefined, reader: Reader, setup: Setup, library: Library, type: string,
): Shown | LeftOut {
  const title = labelIn(part.titles, languageChain(reader.edition, setup.source), part.part)
  const because: Because = { assignment: null, order: part.order, reach: 'layout', explanation: null, language: null, also: nobody }
  const out = (reason: string): LeftOut => ({ piece: part.part, title, area: part.area, reason, because })
  const shown = (html: string): Shown => ({ piece: part.part, kind: 'built-in', title, html, because })
  if (part.part === 'description') {
    const found = values('description')
    if (!found || found.value === null) return out('the product has no description')
    if (!found.counts) return out(`the description is missing in ${reader.edition.language}; the one in ${found.language ?? ''} does not count`)
    const filled = fillInline(readNormalForm(String(found.value)), inlineReader(values, reader, setup, library))
    return filled.hasContent ? { ...shown(filled.html), because: { ...because, language: { title: reader.edition.language, body: found.language ?? '' } } } : out('nothing is left of the description without its empty values')
  }
  if (part.part === 'facts') {
    const rows = (setup.types.get(type)?.attributes ?? []).flatMap(({ attribute: code }) => {
      const attribute = setup.attributes.get(code)!
      const found = values(code)
      if (!attribute.serves.includes('facts') || !found || found.value === null || !found.counts) return []
      const html = blocksOf(code, found.value, reader, setup, library) ?? escapeText(displayValue(code, found.value, reader, setup))
      return html === '' ? [] : [{ label: labelIn(attribute.labels, reader.chain, code), html }]
    })
    if (rows.length === 0) return out('the product has no facts to show')
    return shown(`<table><tbody>${rows.map((r) => `<tr><th>${escapeText(r.label)}</th><td>${r.html}</td></tr>`).join('')}</tbody></table>`)
  }
  return out(part.part === 'reviews' ? 'no reviews come in yet' : 'no questions go to this product')
}

function pageProduct(product: Product, family: Family, lens: Lens, setup: Setup, values: (code: string) => Resolved | undefined, facts: Facts, pictures: PagePicture[]): PageProduct {
  const storefront = setup.storefronts.get(lens.storefront)!
  const prices = pricesOf(product, family, lens.storefront, storefront.timeZone)
  const title = values('name')
  const summary = values('summary')
  const inRange = isInRange(family.root.range, lens.storefront, storefront.timeZone, lens.group, lens.moment)
  const mine = product === family.root ? facts : facts.variants![family.variants.indexOf(product)]!
  return {
    sku: product.sku,
    name: title?.value === null || title === undefined ? product.sku : String(title.value),
    nameLanguage: title?.language ?? null, nameCounts: title?.counts ?? false,
    summary: summary?.counts && summary.value !== null ? String(summary.value) : null,
    price: effectivePrice(prices, lens.group, lens.moment) ?? lowest(product, family, lens, setup),
    basePrice: prices.base, currency: storefront.currency,
    pictures,
    available: mine.available === true || (facts.variants ?? []).some((v) => v.available === true),
    disabled: product.status === 'disabled' || family.root.status === 'disabled', inRange,
  }
}

/** A parent without a price of its own shows its variants' lowest. */
function lowest(product: Product, family: Family, lens: Lens, setup: Setup): EffectivePrice | null {
  if (product !== family.root) return null
  const { timeZone } = setup.storefronts.get(lens.storefront)!
  const all = family.variants.flatMap((v) => effectivePrice(pricesOf(v, family, lens.storefront, timeZone), lens.group, lens.moment) ?? [])
  return all.reduce<EffectivePrice | null>((a, b) => (a && a.amount <= b.amount ? a : b), null)
}
