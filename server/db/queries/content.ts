import { asc, eq } from 'drizzle-orm'
import type { Area } from '@core/assignments/areas'
import { prepareAssignment, type Assignment, type PreparedAssignment } from '@core/assignments/assignment'
import type { Piece, PieceKind } from '@core/page/piece'
import type { TranslationState } from '@core/translation/state'
import type { PieceRecord, PieceTextRecord } from '@contracts/records'
import type { Db } from '../connect'
import * as t from '../schema'
import { readStamp, type StoredSetup } from './setup'

export function assignmentOf(row: typeof t.assignment.$inferSelect): Assignment {
  return { code: row.code, number: row.number, name: row.name, pieces: row.pieces, reach: row.reach, limits: row.limits, area: row.area as Area, order: row.order, resting: row.resting }
}

function textRecord(row: typeof t.pieceText.$inferSelect, setup: StoredSetup): PieceTextRecord {
  const marks = Object.entries(row.states)
  const states = Object.fromEntries(marks.map(([part, s]) => [part, s.state as TranslationState]))
  const sources = Object.fromEntries(marks.flatMap(([part, s]) => (s.sourceHash === null ? [] : [[part, s.sourceHash]])))
  return {
    storefront: setup.storefrontCodes.get(row.storefrontId) ?? null, language: row.language, title: row.title, body: row.body,
    ...(marks.length > 0 ? { states } : {}), ...(Object.keys(sources).length > 0 ? { sources } : {}),
  }
}

/** A piece with all its texts, as it crosses the wire; and the rows of its texts. */
export async function pieceRecordOf(db: Db, setup: StoredSetup, code: string): Promise<{ record: PieceRecord; version: number; rows: (typeof t.pieceText.$inferSelect)[] } | undefined> {
  const [row] = await db.select().from(t.piece).where(eq(t.piece.code, code))
  if (!row) return undefined
  const rows = await db.select().from(t.pieceText).where(eq(t.pieceText.pieceId, row.id)).orderBy(asc(t.pieceText.storefrontId), asc(t.pieceText.language))
  return {
    record: { code: row.code, kind: row.kind as PieceKind, name: row.name, note: row.note, needed: row.needed, texts: rows.map((r) => textRecord(r, setup)) },
    version: row.version, rows,
  }
}

/** All pieces and assignments, ready for assembling pages. */
export interface Content {
  stamp: string
  pieces: Map<string, Piece>
  assignments: PreparedAssignment[]
}

let kept: Content | undefined

/** The content that pages are made of, kept in memory until it or the set-up changes. */
export async function loadContent(db: Db, setup: StoredSetup): Promise<Content> {
  const stamp = `${setup.stamp}.${await readStamp(db, 'content')}`
  if (kept?.stamp !== stamp) kept = await readContent(db, setup)
  return kept
}

/** The content as a transaction sees it, its own changes included; not kept, for they may yet fall. */
export async function readContent(db: Db, setup: StoredSetup): Promise<Content> {
  const stamp = `${setup.stamp}.${await readStamp(db, 'content')}`
  const pieceRows = await db.select().from(t.piece)
  const textRows = await db.select().from(t.pieceText)
  const byPiece = groupBy(textRows)
  const pieces = new Map(pieceRows.map((p) => [p.code, {
    code: p.code, kind: p.kind as PieceKind, name: p.name, note: p.note, needed: p.needed, texts: (byPiece.get(p.id) ?? []).map((r) => textRecord(r, setup)),
  }]))
  const rows = await db.select().from(t.assignment).orderBy(asc(t.assignment.number))
  return { stamp, pieces, assignments: rows.map((r) => prepareAssignment(assignmentOf(r), setup)) }
}

function groupBy(rows: (typeof t.pieceText.$inferSelect)[]) {
  const map = new Map<number, typeof rows>()
  for (const r of rows) map.set(r.pieceId, [...(map.get(r.pieceId) ?? []), r])
  return map
}
