import { same } from '../catalogue/patch'
import type { MarkedPart } from './markup'
import { withoutOwnMarkup } from './structured'

/** The parts of a page, by area. */
export type PartsByArea = Readonly<Record<string, readonly MarkedPart[]>>

/** How parts differ from another state of the page, by their pieces. */
export type PartMarks<Kind extends string> = Record<string, Kind>

/** What a shopper reads of a part, whatever it was filled in from. */
const readOf = ({ title, html, sign, questions }: MarkedPart): unknown => [
  title,
  withoutOwnMarkup(html),
  sign ?? null,
  (questions ?? []).map(readOf),
]

const byPiece = (areas: PartsByArea): Map<string, MarkedPart> =>
  new Map(
    Object.values(areas)
      .flat()
      .map((part) => [part.piece, part]),
  )

/**
 * What to mark where two states of a page stand beside each other: on the earlier what goes or changes, on the later
 * what comes or changes.
 */
export function marksBeside(
  earlier: PartsByArea,
  later: PartsByArea,
): { earlier: PartMarks<'removed' | 'changed'>; later: PartMarks<'added' | 'changed'> } {
  const [was, is] = [byPiece(earlier), byPiece(later)]
  const isChanged = (piece: string) =>
    was.has(piece) && is.has(piece) && !same(readOf(was.get(piece)!), readOf(is.get(piece)!))
  const marks = { earlier: {} as PartMarks<'removed' | 'changed'>, later: {} as PartMarks<'added' | 'changed'> }
  for (const piece of was.keys()) {
    if (!is.has(piece)) marks.earlier[piece] = 'removed'
    else if (isChanged(piece)) marks.earlier[piece] = 'changed'
  }
  for (const piece of is.keys()) {
    if (!was.has(piece)) marks.later[piece] = 'added'
    else if (isChanged(piece)) marks.later[piece] = 'changed'
  }
  return marks
}
