import type { Comment } from '@contracts/translation'
import { and, asc, eq, isNull } from 'drizzle-orm'
import { database, inTransaction, type Db } from '../../db/connect'
import { loadSetup } from '../../db/queries/setup'
import * as t from '../../db/schema'
import { authorize } from '../people/permission'
import type { Person } from '@contracts/people'
import { unprocessable, notFound } from '../problem'
import { unitsOfRecords } from './kinds'
import { targetEdition } from './target-edition'

/** What was said of a record in a language, the oldest first. */
export async function commentsOf(db: Db, record: string, language: string): Promise<Comment[]> {
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

/**
 * Refuses what names no text: a record that does not exist, a unit that it has not, a language that no storefront sells
 * in.
 */
async function requireUnit(record: string, unit: string, language: string): Promise<void> {
  const db = database()
  const setup = await loadSetup(db)
  const shops = [...setup.storefronts.values()].filter((s) => s.editions.some((e) => e.language === language))
  if (shops.length === 0)
    throw unprocessable('The comment was not saved.', [
      { path: 'language', message: `No storefront sells in “${language}”.` },
    ])
  for (const shop of shops) {
    const found = (await unitsOfRecords(db, setup, [record], targetEdition(setup, shop.code, language))).get(record)
    if (found?.units.some((u) => u.unit === unit)) return
    if (!found) throw notFound(`“${record}”`)
  }
  throw notFound(`text “${unit}” of “${record}”`)
}

/** Says something of a unit. Throws 404 where there is no such record or unit. */
export async function addComment(
  person: Person,
  body: { record: string; unit: string; language: string; segment: string | null; words: string },
  now: number,
): Promise<Comment[]> {
  authorize(person, 'translate', body.language)
  await requireUnit(body.record, body.unit, body.language)
  await database()
    .insert(t.unitComment)
    .values({ ...body, personId: person.id, at: new Date(now) })
  return commentsOf(database(), body.record, body.language)
}

/** Something to say of a segment. */
export interface NewComment {
  record: string
  unit: string
  segment: string
  words: string
}

/** Says something of segments that are known to be there. */
export async function addComments(
  db: Db,
  person: Person,
  comments: readonly NewComment[],
  language: string,
  now: number,
): Promise<void> {
  if (comments.length === 0) return
  const at = new Date(now)
  await db.insert(t.unitComment).values(comments.map((c) => ({ ...c, language, personId: person.id, at })))
}

/** Settles a comment, or opens it again. Throws 404 where there is none. */
export async function settleComment(person: Person, id: number, settled: boolean, now: number): Promise<Comment[]> {
  return inTransaction(async (tx) => {
    const [row] = await tx.db
      .update(t.unitComment)
      .set({ settled: settled ? new Date(now) : null })
      .where(settled ? and(eq(t.unitComment.id, id), isNull(t.unitComment.settled)) : eq(t.unitComment.id, id))
      .returning()
    const [found] = row ? [row] : await tx.db.select().from(t.unitComment).where(eq(t.unitComment.id, id))
    if (!found) throw notFound('such comment')
    authorize(person, 'translate', found.language)
    return commentsOf(tx.db, found.record, found.language)
  })
}
