import { asc, eq, inArray, isNull } from 'drizzle-orm'
import { groupBy } from '@core/lists/group-by'
import { prepareAssignment, type Assignment, type PreparedAssignment } from '@core/assignments/assignment'
import type { Piece, PieceKind, QuestionSet } from '@core/page/piece'
import type { SignName } from '@core/page/signs'
import type { TranslationState } from '@core/translation/state'
import type { PieceRecord, PieceTextRecord } from '@contracts/records'
import type { Db } from '../connect'
import * as t from '../schema'
import { mayShare, readStamp, type StoredSetup } from './setup'
import { storedRecords } from './records'

export function assignmentOf(row: typeof t.assignment.$inferSelect): Assignment {
  return {
    code: row.code,
    number: row.number,
    name: row.name,
    pieces: row.pieces,
    sets: row.sets,
    reach: row.reach,
    limits: { campaign: null, ...row.limits },
    area: row.area,
    order: row.order,
    replaces: row.replaces,
    resting: row.resting,
  }
}

function textRecord(row: typeof t.pieceText.$inferSelect, setup: StoredSetup): PieceTextRecord {
  const marks = Object.entries(row.states)
  const states = Object.fromEntries(marks.map(([part, s]) => [part, s.state as TranslationState]))
  const unread = Object.fromEntries(marks.flatMap(([part, s]) => (s.unread ? [[part, true]] : [])))
  const sources = Object.fromEntries(
    marks.flatMap(([part, s]) => (s.sourceHash === null ? [] : [[part, s.sourceHash]])),
  )
  return {
    storefront: setup.storefrontCodes.get(row.storefrontId) ?? null,
    language: row.language,
    title: row.title,
    body: row.body,
    ...(row.entries === null ? {} : { entries: row.entries }),
    ...(marks.length > 0 ? { states } : {}),
    ...(Object.keys(unread).length > 0 ? { unread } : {}),
    ...(Object.keys(sources).length > 0 ? { sources } : {}),
  }
}

function pieceOf(
  row: typeof t.piece.$inferSelect,
  texts: readonly (typeof t.pieceText.$inferSelect)[],
  setup: StoredSetup,
): Piece {
  return {
    code: row.code,
    kind: row.kind as PieceKind,
    name: row.name,
    note: row.note,
    needed: row.needed,
    tags: row.tags,
    owner: row.owner,
    sign: row.sign as SignName | null,
    takes: row.takes,
    blockKind: row.blockKind,
    own: row.ownOf === null || row.own === null ? null : { sku: row.ownOf, ...row.own },
    texts: texts.map((r) => textRecord(r, setup)),
  }
}

/** A piece with all its texts, as it crosses the wire; and the rows of its texts. */
export async function pieceRecordOf(
  db: Db,
  setup: StoredSetup,
  code: string,
): Promise<{ record: PieceRecord; rows: (typeof t.pieceText.$inferSelect)[] } | undefined> {
  const [row] = await db.select().from(t.piece).where(eq(t.piece.code, code))
  if (!row) return undefined
  const rows = await db
    .select()
    .from(t.pieceText)
    .where(eq(t.pieceText.pieceId, row.id))
    .orderBy(asc(t.pieceText.storefrontId), asc(t.pieceText.language))
  return {
    record: pieceOf(row, rows, setup),
    rows,
  }
}

/** Pieces with all their texts, by code; those that exist. */
export async function pieceRecordsOf(
  db: Db,
  setup: StoredSetup,
  codes: readonly string[],
): Promise<Map<string, Piece>> {
  if (codes.length === 0) return new Map()
  return new Map(
    (
      await piecesOf(
        db,
        setup,
        db
          .select()
          .from(t.piece)
          .where(inArray(t.piece.code, [...codes])),
      )
    ).map((p) => [p.code, p]),
  )
}

/** All pieces and assignments, ready for assembling pages. */
export interface Content {
  stamp: string
  /** Those that can be assigned; what products have for themselves is read with them. */
  pieces: Map<string, Piece>
  sets: Map<string, QuestionSet>
  assignments: PreparedAssignment[]
}

let cached: Content | undefined

/**
 * The content that pages are made of, cached until it or the set-up changes. A transaction that has changed some of it
 * reads its own.
 */
export async function loadContent(db: Db, setup: StoredSetup): Promise<Content> {
  if (!mayShare(db)) return readContent(db, setup)
  const stamp = `${setup.stamp}.${await readStamp(db, 'content')}`
  if (cached?.stamp === stamp) return cached
  cached = await readContent(db, setup)
  return cached
}

/** The content as a transaction sees it, its own changes included; not kept, for they may yet fall. */
export async function readContent(db: Db, setup: StoredSetup): Promise<Content> {
  const stamp = `${setup.stamp}.${await readStamp(db, 'content')}`
  const pieces = await piecesOf(db, setup, db.select().from(t.piece).where(isNull(t.piece.ownOf)))
  const sets = await storedRecords(db, 'question-sets')
  const rows = await db.select().from(t.assignment).orderBy(asc(t.assignment.number))
  return {
    stamp,
    pieces: new Map(pieces.map((p) => [p.code, p])),
    sets: new Map(sets.map((x) => [x.code, x])),
    assignments: rows.map((r) => prepareAssignment(assignmentOf(r), setup)),
  }
}

async function piecesOf(db: Db, setup: StoredSetup, rows: Promise<(typeof t.piece.$inferSelect)[]>): Promise<Piece[]> {
  const pieces = await rows
  if (pieces.length === 0) return []
  const texts = await db
    .select()
    .from(t.pieceText)
    .where(
      inArray(
        t.pieceText.pieceId,
        pieces.map((p) => p.id),
      ),
    )
    .orderBy(asc(t.pieceText.storefrontId), asc(t.pieceText.language))
  const byPiece = groupBy(texts, (r) => r.pieceId)
  return pieces.map((p) => pieceOf(p, byPiece.get(p.id) ?? [], setup))
}

/** The pieces that products have for themselves, by the SKU of their root. */
export async function ownPiecesOf(db: Db, setup: StoredSetup, roots: readonly string[]): Promise<Map<string, Piece[]>> {
  if (roots.length === 0) return new Map()
  const found = await piecesOf(
    db,
    setup,
    db
      .select()
      .from(t.piece)
      .where(inArray(t.piece.ownOf, [...roots]))
      .orderBy(asc(t.piece.id)),
  )
  return groupBy(found, (p) => p.own!.sku)
}
