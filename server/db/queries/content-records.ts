import { eq } from 'drizzle-orm'
import type { AssignmentRecord } from '@contracts/records'
import type { Assignment } from '@core/assignments/assignment'
import type { MediaItem } from '@core/media/item'
import type { Db, Tx } from '../connect'
import * as t from '../schema'
import { assignmentOf } from './content'

// The library and the assignments, record by record: read, written over, and deleted by their codes.

/** An assignment. */
export async function readAssignment(db: Db, code: string): Promise<Assignment | undefined> {
  const [row] = await db.select().from(t.assignment).where(eq(t.assignment.code, code))
  return row && assignmentOf(row)
}

/** Writes an assignment in the place of what stands under its code. */
export async function writeAssignment(tx: Tx, assignment: AssignmentRecord): Promise<void> {
  const { code, name, pieces, sets, reach, limits, area, order, replaces, resting } = assignment
  const row = { name, pieces, sets, reach, limits, area, order, replaces, resting }
  await tx.db
    .insert(t.assignment)
    .values({ code, ...row })
    .onConflictDoUpdate({ target: t.assignment.code, set: row })
}

/** Deletes an assignment. */
export async function deleteAssignment(tx: Tx, code: string): Promise<void> {
  await tx.db.delete(t.assignment).where(eq(t.assignment.code, code))
}

/** Writes a picture or file in the place of what stands under its name. */
export async function writeMedia(tx: Tx, item: MediaItem): Promise<void> {
  const row = {
    digest: item.digest,
    labels: item.labels,
    view: item.view,
    focus: item.focus,
    crop: item.crop,
    words: item.words,
    origin: item.origin,
    holder: item.rights.holder,
    until: item.rights.until,
    ofName: item.of?.name ?? null,
    ofStorefront: item.of?.storefront ?? '',
    ofLanguage: item.of?.language ?? '',
  }
  await tx.db
    .insert(t.media)
    .values({ name: item.code, ...row })
    .onConflictDoUpdate({ target: t.media.name, set: row })
}

/** Deletes a picture or file from the library; its content stays in the storage. */
export async function deleteMedia(tx: Tx, name: string): Promise<void> {
  await tx.db.delete(t.media).where(eq(t.media.name, name))
}

/** A piece as it is stored, without its number and texts. */
export type PieceRow = Omit<typeof t.piece.$inferInsert, 'id'>
/** A text of a piece as it is stored. */
export type PieceTextRow = typeof t.pieceText.$inferSelect
/** The same without the piece that it belongs to. */
export type NewPieceText = Omit<typeof t.pieceText.$inferInsert, 'pieceId'>

/** Codes of all pieces, with their kind and the product that has each for itself. */
export const pieceKinds = (db: Db): Promise<Pick<typeof t.piece.$inferSelect, 'code' | 'kind' | 'ownOf'>[]> =>
  db.select({ code: t.piece.code, kind: t.piece.kind, ownOf: t.piece.ownOf }).from(t.piece)

/**
 * Writes a piece in the place of what stands under its code; `textsFrom` makes its texts of those that were there
 * before.
 */
export async function writePiece(
  tx: Tx,
  piece: PieceRow,
  textsFrom: (before: readonly PieceTextRow[]) => NewPieceText[],
): Promise<void> {
  const { code, ...fields } = piece
  const [row] = await tx.db
    .insert(t.piece)
    .values({ code, ...fields })
    .onConflictDoUpdate({ target: t.piece.code, set: fields })
    .returning({ id: t.piece.id })
  const pieceId = row!.id
  const before = await tx.db.delete(t.pieceText).where(eq(t.pieceText.pieceId, pieceId)).returning()
  const texts = textsFrom(before)
  if (texts.length > 0) await tx.db.insert(t.pieceText).values(texts.map((text) => ({ ...text, pieceId })))
}

/** Deletes a piece with its texts. */
export async function deletePiece(tx: Tx, code: string): Promise<void> {
  await tx.db.delete(t.piece).where(eq(t.piece.code, code))
}
