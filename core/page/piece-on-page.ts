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

const called = (address: string) => address.replace(/^attribute:/, '')

/**
 * What a piece reads as on a page: its title and body by the language chain, inline values filled in; or why no shopper
 * sees it. Where the body is taken from an attribute, `values` says what the product has of it.
 */
export function pieceOnPage(
  piece: Piece | undefined,
  reader: Reader,
  read: ValueReader,
  values: ValuesOf,
): PieceOnPage {
  if (!piece) return { because: 'unknown', reason: 'the piece does not exist' }
  const { language } = reader.edition
  const { title, body } = textsOf(piece, reader)
  if (!title) return { because: 'no-title', reason: 'its title is missing' }
  if (!title.counts)
    return {
      because: 'no-title',
      reason: `its title is missing in ${language}; the one in ${title.language} does not count`,
    }
  if (piece.takes !== null) return takenOnPage(piece, piece.takes, title, reader, read, values)
  if (!body) return { because: 'no-text', reason: 'it has no text' }
  if (!body.counts)
    return { because: 'no-text', reason: `it has no text in ${language}; the one in ${body.language} does not count` }
  const filled = fillInline(bodyTree(body.of), read)
  const missing = neededButEmpty(piece, filled, read)
  if (missing) return missing
  if (filled.filled.length === 0 && filled.empty.length > 0)
    return {
      because: 'value-empty',
      reason: `all its inline values are empty: ${filled.empty.map(called).join(', ')}`,
      empty: filled.empty[0]!,
    }
  if (!filled.hasContent)
    return {
      because: 'nothing-left',
      reason: 'nothing is left of its text without its empty values',
      ...(filled.empty[0] === undefined ? {} : { empty: filled.empty[0] }),
    }
  return { title, body, html: filled.html }
}

function neededButEmpty(
  piece: Piece,
  filled: Pick<Filled, 'empty' | 'filled'>,
  read: ValueReader,
): PieceOnPage | undefined {
  const missing = piece.needed.find(
    (address) => filled.empty.includes(address) || (!filled.filled.includes(address) && read(address) === undefined),
  )
  return missing === undefined
    ? undefined
    : { because: 'value-empty', reason: `the needed value “${called(missing)}” is empty`, empty: missing }
}

/** The same for a body that is the product's own text. */
function takenOnPage(
  piece: Piece,
  attribute: string,
  title: PageText,
  reader: Reader,
  read: ValueReader,
  values: ValuesOf,
): PieceOnPage {
  const found = values(attribute)
  const empty = `attribute:${attribute}`
  if (!found || found.value === null)
    return {
      because: 'value-empty',
      reason: `its text is taken from “${attribute}”, which this product does not have`,
      empty,
    }
  if (!found.counts)
    return {
      because: 'value-empty',
      reason:
        `its text is taken from “${attribute}”, which is missing in ${reader.edition.language}; the one in ` +
        `${found.language ?? ''} does not count`,
      empty,
    }
  const filled = fillInline(takenTree(attribute), read)
  const missing = neededButEmpty(piece, filled, read)
  if (missing) return missing
  if (!filled.hasContent) return { because: 'nothing-left', reason: `nothing is left of “${attribute}” to show`, empty }
  return { title, body: { text: filled.html, language: found.language ?? reader.edition.language }, html: filled.html }
}
