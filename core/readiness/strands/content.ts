import { factIn } from '../../catalogue/storefront-facts'
import { faqPlaceIn, layoutOf, pickedQuestions } from '../../page/assemble'
import type { PartPlace } from '../../page/layout'
import { inlineReader, standingPage, type ValuesOf } from '../../page/values'
import { pieceOnPage } from '../../page/piece-on-page'
import type { Library } from '../../media/versions'
import type { Resolved } from '../../values/resolve'
import type { Reading } from '../family'
import { fixOf, placeOf, strands } from '../finding'
import type { EvaluatedEdition, LeftOut, PieceHere } from '../prepare'
import type { Tally } from '../tally'

const strand = strands.indexOf('content')

/**
 * Which assignments have the product in the storefront of an edition, by their place in the list; undefined where that
 * is not known.
 */
export type Reached = (assignment: number, edition: EvaluatedEdition) => boolean | undefined

/**
 * Every piece that goes to the page would stand there, none of them for want of a value, and no area that must not be
 * empty is.
 */
export function evaluateContent(
  reading: Reading,
  edition: EvaluatedEdition,
  library: Library,
  reached: Reached,
  tally: Tally,
): void {
  const { prepared, family } = reading
  const filled = new Set<string>()
  const seen = new Set<PieceHere>()
  const values = (code: string): Resolved | undefined => {
    const attribute = prepared.setup.attributes.get(code)
    return attribute && reading.value(attribute, 0, edition)
  }
  const reader = () =>
    inlineReader(values, edition.reader, prepared.setup, { library, type: family.root.type, related: {} })
  const stands = (here: PieceHere) => {
    const shown = evaluatePiece(here, edition, values, reader, seen.has(here) ? undefined : tally)
    seen.add(here)
    return shown
  }
  const live = edition.live.filter(({ index }) => reached(index, edition))
  const instead = new Map<string, PieceHere>()
  for (const { replaces, pieces } of live)
    if (replaces !== null && pieces[0] && !instead.has(replaces)) instead.set(replaces, pieces[0])
  const put = (area: string, pieces: readonly PieceHere[]) => {
    for (const here of pieces) {
      const other = instead.get(here.piece.code)
      if ((other && stands(other)) || stands(here)) filled.add(area)
    }
  }
  for (const { area, replaces, pieces } of live) if (replaces === null) put(area, pieces)
  const layout = layoutOf(prepared.setup, edition.storefront.code, () => reading.facts(edition))
  if (!edition.storefront.layout.off) {
    for (const piece of family.own ?? [])
      if (
        !piece.own!.resting &&
        layout.areas.some((a) => a.area === piece.own!.area) &&
        edition.lets(piece.own!.limits)
      )
        put(piece.own!.area, [edition.ownPiece(piece)])
    for (const code of pickedQuestions(family.root.type, values, prepared.setup))
      put(faqPlaceIn(layout.parts).area, edition.piecesOf(code))
  }
  for (const { area, needed } of layout.areas) {
    if (!needed) continue
    if (filled.has(area) || partStands(reading, layout.parts, area, values)) tally.pass(strand)
    else
      tally.miss({
        code: 'area-empty',
        level: 'blocker',
        at: placeOf('area', area),
        fix: fixOf('area-empty', area, edition.storefront.code),
      })
  }
}

/** Whether a piece would stand on the page; what keeps it from it goes into the tally. */
function evaluatePiece(
  here: PieceHere,
  edition: EvaluatedEdition,
  values: (code: string) => Resolved | undefined,
  reader: () => ReturnType<typeof inlineReader>,
  tally: Tally | undefined,
): boolean {
  const { piece, never, addresses, translated, findings } = here
  const at = placeOf('piece', piece.code)
  if (never !== null) {
    tally?.miss({ code: 'piece-no-text', level: 'blocker', at, fix: 'piece-no-text||', details: { reason: never } })
    return false
  }
  // Where everything that it names has a value, it is shown as it is, and needs no filling in to know that.
  const empty = addresses.filter((address) => {
    const [kind, code] = address.split(':', 2) as [string, string]
    if (kind === 'storefront') return factIn(edition.storefront.facts[code], edition.reader.counting) === undefined
    if (kind === 'page') return standingPage(edition.storefront, code, edition.reader.counting) === undefined
    // A row of products or a table of facts is never asked for: what it lacks is said where it is.
    if (kind === 'live') return false
    const found = values(code)
    return found === undefined || found.value === null || !found.counts
  })
  const left = empty.length > 0 ? leftOutFor(here, empty, edition, reader, values) : null
  if (left) {
    tally?.miss({
      code: 'piece-empty',
      level: 'blocker',
      at,
      fix: fixOf('piece-empty', piece.code, left.empty),
      details: { reason: left.reason, ...(left.empty ? { empty: left.empty } : {}) },
    })
    return false
  }
  tally?.pass(strand)
  for (const f of findings) tally?.miss(f)
  if (translated && !findings.some((f) => f.code.startsWith('piece-'))) tally?.pass(strands.indexOf('language'))
  return true
}

/**
 * Why a piece is left out where some of what it names is empty; null where it is shown all the same. That depends on
 * which are empty alone, so it is found out once for all products; but for files, which can be lost in the library.
 */
function leftOutFor(
  here: PieceHere,
  empty: readonly string[],
  edition: EvaluatedEdition,
  reader: () => ReturnType<typeof inlineReader>,
  values: ValuesOf,
): LeftOut | null {
  const key = empty.join()
  const known = here.leftOut.get(key)
  if (known !== undefined) return known
  const page = pieceOnPage(here.piece, edition.reader, reader(), values, edition.nameOf)
  const found = 'because' in page ? { reason: page.reason, empty: page.empty ?? '' } : null
  if (!here.namesFiles) here.leftOut.set(key, found)
  return found
}

/** Whether a built-in part stands in an area: the description where there is one, the facts where any is shown. */
function partStands(
  { family, prepared }: Reading,
  parts: readonly PartPlace[],
  area: string,
  values: (code: string) => Resolved | undefined,
): boolean {
  const has = (code: string) => {
    const found = values(code)
    return found !== undefined && found.value !== null && found.counts
  }
  return parts.some(
    ({ part, area: place }) =>
      place === area &&
      (part === 'description'
        ? has('description')
        : part === 'facts' &&
          (prepared.setup.types.get(family.root.type)?.attributes ?? []).some(
            (a) => prepared.setup.attributes.get(a.attribute)?.serves.includes('facts') && has(a.attribute),
          )),
  )
}
