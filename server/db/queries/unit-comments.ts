import { and, asc, eq, isNull } from 'drizzle-orm'
import type { Comment } from '@contracts/translation'
import type { Db } from '../connect'
import * as t from '../schema'

/** What was said of a record in a language, the oldest first. */
export async function readComments(db: Db, record: string, language: string): Promise<Comment[]> {
  const rows = await db
    .select({
      id: t.unitComment.id,
      unit: t.unitComment.unit,
      segment: t.unitComment.segment,
      person: t.person.name,
      at: t.unitComment.at,
      words: t.unitComment.words,
      settled: t.unitComment.settled,
    })
    .from(t.unitComment)
    .leftJoin(t.person, eq(t.person.id, t.unitComment.personId))
    .where(and(eq(t.unitComment.record, record), eq(t.unitComment.language, language)))
    .orderBy(asc(t.unitComment.id))
  return rows.map((r) => ({ ...r, at: r.at.toISOString(), settled: r.settled !== null }))
}

/** Writes comments. */
export async function insertComments(db: Db, comments: (typeof t.unitComment.$inferInsert)[]): Promise<void> {
  if (comments.length > 0) await db.insert(t.unitComment).values(comments)
}

/** Settles a comment at a moment, where it is not settled, or opens it again for null. Returns where it stands. */
export async function writeSettled(
  db: Db,
  id: number,
  at: Date | null,
): Promise<{ record: string; language: string } | undefined> {
  const open = at === null ? undefined : isNull(t.unitComment.settled)
  await db
    .update(t.unitComment)
    .set({ settled: at })
    .where(and(eq(t.unitComment.id, id), open))
  const [row] = await db.select().from(t.unitComment).where(eq(t.unitComment.id, id))
  return row
}
