import type { Campaign } from '@core/assignments/campaign'
import type { ComposedPage } from '@core/composed/page'
import type { NamedRule } from '@core/rules/condition'
import type { BlockKind } from '@core/page/block-kind'
import type { Piece, PieceKind, QuestionSet } from '@core/page/piece'
import type { AssignmentRecord } from './records'
import type { SignName } from '@core/page/signs'
import type { Page } from './paging'

/** A text of a piece in which something would be, or was, replaced. */
export interface Replaced {
  piece: string
  name: string
  language: string
  storefront: string | null
  part: 'title' | 'body'
  times: number
  before: string
  after: string
}

export interface ContentReport {
  mode: 'check' | 'apply'
  created: number
  updated: number
  unchanged: number
  rejected: { kind: string; code: string; path: string; message: string }[]
  /** The step under which it was written, or null. */
  step: number | null
}

export interface NamedPiece {
  code: string
  name: string
  kind: string
  text: string
}

/** Unused pieces, near-duplicate texts, duplicate questions. */
export interface Tidy {
  unused: NamedPiece[]
  alike: { least: number; pieces: NamedPiece[] }[]
  questions: { share: number; pieces: NamedPiece[] }[]
}

/** A fact that a shared text says, and that most of the products it stands on do not have. */
export interface SharedRemark {
  language: string
  word: string
  attribute: string
  option: string
  /** On how many products the text will stand, and how many of them are not so. */
  products: number
  not: number
}

/** A piece in a list: without its texts. */
export interface ListedPiece {
  code: string
  kind: PieceKind
  name: string
  note: string
  /** Its title as the edition finds it, and whether a shopper of the edition may be given it. */
  title: string | null
  titleLanguage: string | null
  counts: boolean
  languages: string[]
  tags: string[]
  owner: string
  sign: SignName | null
  takes: string | null
  /** The question sets that hold it. */
  sets: { code: string; name: string }[]
  assignments: { code: string; name: string }[]
}

export interface PieceList extends Page<ListedPiece> {
  /** All that there are in the library. */
  tags: string[]
  owners: string[]
}

export interface ListedQuestionSet extends QuestionSet {
  assignments: { code: string; name: string }[]
}

export interface ListedBlockKind extends BlockKind {
  blocks: number
}

/** What replacing did, or would do. */
export interface ReplaceReport {
  items: Replaced[]
  pieces: number
  times: number
  /** The step under which it stands in the history; null of a preview. */
  step: number | null
}

/** A piece that became reusable, and the assignment that keeps it where it was. */
export interface MadeReusable {
  piece: Piece
  assignment: AssignmentRecord
}

/** Records of the library as one file. */
export interface ContentFile {
  format: 'inkloom-content'
  version: 1
  campaigns?: Campaign[]
  namedRules?: NamedRule[]
  blockKinds?: BlockKind[]
  pieces?: Piece[]
  questionSets?: QuestionSet[]
  assignments?: AssignmentRecord[]
  composedPages?: ComposedPage[]
}
