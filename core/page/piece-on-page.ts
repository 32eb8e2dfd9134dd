import type { Reader } from '../values/resolve'
import { fillInline, type ValueReader } from './inline'
import { bodyTree, findText, type FoundText, type Piece } from './piece'

/** Why a piece that goes to a page is not on it. */
export type LeftOutBecause = 'unknown' | 'no-title' | 'no-text' | 'value-empty' | 'nothing-left'

/** A piece as a page shows it, or why it is left out; `empty` names the inline value that is to blame. */
export type PieceOnPage = { title: FoundText; body: FoundText; html: string } | { because: LeftOutBecause; reason: string; empty?: string }

const called = (address: string) => address.replace(/^attribute:/, '')

/** What a piece reads as on a page: its title and body by the language chain, inline values filled in; or why no shopper sees it. */
export function pieceOnPage(piece: Piece | undefined, reader: Reader, read: ValueReader): PieceOnPage {
  if (!piece) return { because: 'unknown', reason: 'the piece does not exist' }
  const { language } = reader.edition
  const title = findText(piece, 'title', reader)
  if (!title) return { because: 'no-title', reason: 'its title is missing' }
  if (!title.counts) return { because: 'no-title', reason: `its title is missing in ${language}; the one in ${title.language} does not count` }
  const body = findText(piece, 'body', reader)
  if (!body) return { because: 'no-text', reason: 'it has no text' }
  if (!body.counts) return { because: 'no-text', reason: `it has no text in ${language}; the one in ${body.language} does not count` }
  const filled = fillInline(bodyTree(body.of), read)
  const missing = piece.needed.find((address) => filled.empty.includes(address) || (!filled.filled.includes(address) && read(address) === undefined))
  if (missing) return { because: 'value-empty', reason: `the needed value “${called(missing)}” is empty`, empty: missing }
  if (filled.filled.length === 0 && filled.empty.length > 0) return { because: 'value-empty', reason: `all its inline values are empty: ${filled.empty.map(called).join(', ')}`, empty: filled.empty[0]! }
  if (!filled.hasContent) return { because: 'nothing-left', reason: 'nothing is left of its text without its empty values', ...(filled.empty[0] === undefined ? {} : { empty: filled.empty[0] }) }
  return { title, body, html: filled.html }
}
