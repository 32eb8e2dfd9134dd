import { countsAsPresent } from '../language/chain'
import { readNormalForm } from '../richtext/read'
import type { RichNode } from '../richtext/tree'
import type { TranslationState } from '../translation/state'
import type { Limits } from '../assignments/limits'
import type { Area } from '../assignments/areas'
import type { Reader } from '../values/resolve'
import type { Entry } from './block-kind'
import type { SignName } from './signs'

export const pieceKinds = ['tab', 'question', 'block'] as const
export type PieceKind = (typeof pieceKinds)[number]

/** The text of a piece in a scope. */
export interface PieceText {
  storefront: string | null
  language: string
  title: string
  /** Rich text in normal form. */
  body: string
  /** Of a block with named fields: what they are filled with, once or many times; its body is written from them. */
  entries?: Entry[]
  /** Of a translation: its state, by part. */
  states?: Partial<Record<'title' | 'body', TranslationState>>
  /** Of a translation, by part: whether a machine wrote it and no person has confirmed it. */
  unread?: Partial<Record<'title' | 'body', boolean>>
  /** Of a translation: the hashes of the source texts that it was made from, or found right for. */
  sources?: Partial<Record<'title' | 'body', string>>
}

/** Where a piece that belongs to one product stands. It is in the same page order as what assignments bring. */
export interface OwnPlace {
  /** The parent's SKU, or that of a product without variants. */
  sku: string
  area: Area
  order: number
  limits: Limits
  resting: boolean
}

/** One unit of content. `name` and `note` are the team's, `title` is the shopper's. */
export interface Piece {
  code: string
  kind: PieceKind
  name: string
  note: string
  /** Addresses of the inline values without which the piece is not shown. */
  needed: string[]
  tags: string[]
  /** Who looks after it, by e-mail address; '' is nobody. */
  owner: string
  /** A drawn sign before its title; null is none. */
  sign: SignName | null
  /**
   * The attribute of the product that its body is taken from. What was written is kept, and stands again when it is
   * taken no more.
   */
  takes: string | null
  /** Of blocks: the kind whose fields it fills; null is free text. */
  blockKind: string | null
  /** Of a piece that one product has for itself: where it stands there. */
  own: OwnPlace | null
  texts: PieceText[]
}

/** What every piece has that is not said of it. */
export const blankPiece = (): Omit<Piece, 'code' | 'kind' | 'name'> => ({
  note: '',
  needed: [],
  tags: [],
  owner: '',
  sign: null,
  takes: null,
  blockKind: null,
  own: null,
  texts: [],
})

/** Questions shown together. */
export interface QuestionSet {
  code: string
  name: string
  note: string
  /** Pieces that are questions, in their order. */
  questions: string[]
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

const taken = new Map<string, readonly RichNode[]>()

/**
 * The tree of a body that is taken from an attribute: a paragraph with that value, which takes the paragraph's place.
 */
export function takenTree(attribute: string): readonly RichNode[] {
  let tree = taken.get(attribute)
  if (!tree)
    taken.set(
      attribute,
      (tree = [
        {
          tag: 'p',
          attributes: {},
          children: [{ tag: 'data', attributes: { value: `attribute:${attribute}` }, children: [] }],
        },
      ]),
    )
  return tree
}

/** What an edition reads of a piece. */
export interface TextsFound {
  title: FoundText | undefined
  body: FoundText | undefined
}

const found = new WeakMap<Reader, WeakMap<Piece, TextsFound>>()

/** A piece's title and body by the language chain, looked for once an edition. */
export function textsOf(piece: Piece, reader: Reader): TextsFound {
  let known = found.get(reader)
  if (!known) found.set(reader, (known = new WeakMap()))
  let texts = known.get(piece)
  if (!texts)
    known.set(piece, (texts = { title: findText(piece, 'title', reader), body: findText(piece, 'body', reader) }))
  return texts
}

/** A piece's title or body by the language chain: for each link the storefront's text before the general one. */
export function findText(piece: Piece, part: 'title' | 'body', reader: Reader): FoundText | undefined {
  for (const language of reader.chain) {
    for (const storefront of [reader.edition.storefront, null]) {
      const found = piece.texts.find(
        (t) => t.language === language && t.storefront === storefront && t[part].trim() !== '',
      )
      if (found)
        return { text: found[part], language, storefront, counts: countsAsPresent(reader.edition, language), of: found }
    }
  }
  return undefined
}
