import { countsAsPresent } from '../language/chain'
import { readNormalForm } from '../richtext/read'
import type { RichNode } from '../richtext/tree'
import type { TranslationState } from '../translation/state'
import type { Reader } from '../values/resolve'

export const pieceKinds = ['tab', 'question', 'block'] as const
export type PieceKind = (typeof pieceKinds)[number]

/** The text of a piece in a scope. */
export interface PieceText {
  storefront: string | null
  language: string
  title: string
  /** Rich text in normal form. */
  body: string
  /** Of a translation: its state, by part. */
  states?: Partial<Record<'title' | 'body', TranslationState>>
  /** Of a translation: the hashes of the source texts that it was made from, or found right for. */
  sources?: Partial<Record<'title' | 'body', string>>
}

/** One reusable unit of content. `name` and `note` are the team's, `title` is the shopper's. */
export interface Piece {
  code: string
  kind: PieceKind
  name: string
  note: string
  /** Addresses of the inline values without which the piece is not shown. */
  needed: string[]
  texts: PieceText[]
}

export interface FoundText {
  text: string
  language: string
  storefront: string | null
  /** Whether a shopper of the edition may be given it. */
  counts: boolean
  /** The text it is a part of. */
  of: PieceText
}

const trees = new WeakMap<PieceText, readonly RichNode[]>()

/** The tree of a text's body, read once: one piece stands on thousands of pages. */
export function bodyTree(text: PieceText): readonly RichNode[] {
  let tree = trees.get(text)
  if (!tree) trees.set(text, (tree = readNormalForm(text.body)))
  return tree
}

/** A piece's title or body by the language chain: for each link the storefront's text before the general one. */
export function findText(piece: Piece, part: 'title' | 'body', reader: Reader): FoundText | undefined {
  for (const language of reader.chain) {
    for (const storefront of [reader.edition.storefront, null]) {
      const found = piece.texts.find((t) => t.language === language && t.storefront === storefront && t[part].trim() !== '')
      if (found) return { text: found[part], language, storefront, counts: countsAsPresent(reader.edition, language), of: found }
    }
  }
  return undefined
}
