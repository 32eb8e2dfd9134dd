import type { NameOf } from '../catalogue/inline-name'
import { languageName } from '../language/names'
import type { Reader } from '../values/resolve'
import { fillInline, type Filled, type ValueReader } from './inline'
import { bodyTree, takenTree, textsOf, type Piece } from './piece'
import type { ValuesOf } from './values'

/** Why a piece that goes to a page is not on it. */
export type LeftOutBecause = 'unknown' | 'no-title' | 'no-text' | 'value-empty' | 'nothing-left'

/** A text of a piece with the language that it was found in. */
export interface PageText {
  text: string
  language: string
}

/** A piece as a page shows it, or why it is left out; `empty` names the inline value that is to blame. */
export type PieceOnPage =
  { title: PageText; body: PageText; html: string } | { because: LeftOutBecause; reason: string; empty?: string }

/**
 * What a piece reads as on a page: its title and body by the language chain, inline values filled in; or why no shopper
 * sees it. Where the body is taken from an attribute, `values` says what the product has of it; `nameOf` names inline
 * values in the reason.
 */
export function pieceOnPage(
  piece: Piece | undefined,
  reader: Reader,
  read: ValueReader,
  values: ValuesOf,
  nameOf: NameOf,
): PieceOnPage {
  if (!piece) return { because: 'unknown', reason: 'the piece does not exist' }
  const { title, body } = textsOf(piece, reader)
  if (!title) return { because: 'no-title', reason: 'no title' }
  if (!title.counts) return { because: 'no-title', reason: `no title in ${languageName(reader.edition.language)}` }
  if (piece.takes !== null) return takenOnPage(piece, piece.takes, title, reader, read, values, nameOf)
  if (!body) return { because: 'no-text', reason: 'no text' }
  if (!body.counts) return { because: 'no-text', reason: `no text in ${languageName(reader.edition.language)}` }
  const filled = fillInline(bodyTree(body.of), read)
  const missing = neededButEmpty(piece, filled, read, nameOf)
  if (missing) return missing
  if (filled.filled.length === 0 && filled.empty.length > 0)
    return {
      because: 'value-empty',
      reason: `all its inline values are empty: ${filled.empty.map(nameOf).join(', ')}`,
      empty: filled.empty[0]!,
    }
  if (!filled.hasContent)
    return {
      because: 'nothing-left',
      reason: 'without its empty values, nothing is left of its text',
      ...(filled.empty[0] === undefined ? {} : { empty: filled.empty[0] }),
    }
  return { title, body, html: filled.html }
}

function neededButEmpty(
  piece: Piece,
  filled: Pick<Filled, 'empty' | 'filled'>,
  read: ValueReader,
  nameOf: NameOf,
): PieceOnPage | undefined {
  const missing = piece.needed.find(
    (address) => filled.empty.includes(address) || (!filled.filled.includes(address) && read(address) === undefined),
  )
  return missing === undefined
    ? undefined
    : { because: 'value-empty', reason: `“${nameOf(missing)}” is required and empty`, empty: missing }
}

/** The same for a body that is the product's own text. */
function takenOnPage(
  piece: Piece,
  attribute: string,
  title: PageText,
  reader: Reader,
  read: ValueReader,
  values: ValuesOf,
  nameOf: NameOf,
): PieceOnPage {
  const found = values(attribute)
  const empty = `attribute:${attribute}`
  if (!found || found.value === null)
    return {
      because: 'value-empty',
      reason: `its text comes from “${nameOf(empty)}”, which this product does not have`,
      empty,
    }
  if (!found.counts)
    return {
      because: 'value-empty',
      reason: `its text comes from “${nameOf(empty)}”, which is missing in ${languageName(reader.edition.language)}`,
      empty,
    }
  const filled = fillInline(takenTree(attribute), read)
  const missing = neededButEmpty(piece, filled, read, nameOf)
  if (missing) return missing
  if (!filled.hasContent) return { because: 'nothing-left', reason: `“${nameOf(empty)}” has nothing to show`, empty }
  return { title, body: { text: filled.html, language: found.language ?? reader.edition.language }, html: filled.html }
}
