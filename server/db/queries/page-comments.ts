import { and, asc, desc, eq, gte, inArray, isNotNull, isNull, lt, sql, type SQL } from 'drizzle-orm'
import { groupBy } from '@core/lists/group-by'
import type { PageComment, Remark } from '@contracts/previews'
import type { Db, Tx } from '../connect'
import * as t from '../schema'

/** A comment, or an answer to one, as it is stored. */
export type PageCommentRow = typeof t.pageComment.$inferSelect

const remarkColumns = { row: t.pageComment, person: t.person.name }

const remarkOf = ({ row, person }: { row: PageCommentRow; person: string | null }): Remark => ({
  id: row.id,
  name: row.guest ?? person,
  guest: row.guest !== null,
  at: row.at.toISOString(),
  words: row.words,
})

/** Answers to comments by the ids of these, the oldest first. */
async function answersTo(db: Db, ids: readonly number[]): Promise<Map<number, Remark[]>> {
  if (ids.length === 0) return new Map()
  const rows = await db
    .select(remarkColumns)
    .from(t.pageComment)
    .leftJoin(t.person, eq(t.person.id, t.pageComment.personId))
    .where(inArray(t.pageComment.answers, [...ids]))
    .orderBy(asc(t.pageComment.id))
  const byComment = groupBy(rows, (r) => r.row.answers!)
  return new Map([...byComment].map(([id, answers]) => [id, answers.map(remarkOf)]))
}

/** Comments with their answers. */
async function commentsWhere(db: Db, where: SQL | undefined, order: SQL, limit: number): Promise<PageComment[]> {
  const rows = await db
    .select({ ...remarkColumns, audience: t.previewLink.audience })
    .from(t.pageComment)
    .leftJoin(t.person, eq(t.person.id, t.pageComment.personId))
    .leftJoin(t.previewLink, eq(t.previewLink.id, t.pageComment.linkId))
    .where(and(isNull(t.pageComment.answers), where))
    .orderBy(order)
    .limit(limit)
  const answers = await answersTo(
    db,
    rows.map((r) => r.row.id),
  )
  return rows.map(({ row, person, audience }) => ({
    ...remarkOf({ row, person }),
    storefront: row.storefront,
    language: row.language,
    kind: row.kind,
    key: row.key,
    title: row.title,
    part: row.piece === null ? null : { piece: row.piece, title: row.pieceTitle ?? row.piece },
    release: row.releaseId,
    audience,
    settled: row.settled !== null,
    answers: answers.get(row.id) ?? [],
  }))
}

/** Which comments are asked for. */
export interface CommentFilter {
  state: 'open' | 'settled' | 'all'
  sku?: string | undefined
  release?: number | undefined
  /** Those on what a person has shared. */
  sharedBy?: number | undefined
  /** Those before a comment, by its id. */
  before?: number | undefined
}

const states: Record<CommentFilter['state'], () => SQL | undefined> = {
  open: () => isNull(t.pageComment.settled),
  settled: () => isNotNull(t.pageComment.settled),
  all: () => undefined,
}

/** Comments on pages, the newest first. */
export function pageComments(
  db: Db,
  { state, sku, release, sharedBy, before }: CommentFilter,
  limit: number,
): Promise<PageComment[]> {
  const where = and(
    states[state](),
    sku === undefined ? undefined : and(eq(t.pageComment.key, sku), eq(t.pageComment.kind, 'product')),
    release === undefined ? undefined : eq(t.pageComment.releaseId, release),
    sharedBy === undefined ? undefined : eq(t.previewLink.madeBy, sharedBy),
    before === undefined ? undefined : lt(t.pageComment.id, before),
  )
  return commentsWhere(db, where, desc(t.pageComment.id), limit)
}

/** A page as comments name it. */
export interface CommentedPage {
  storefront: string
  language: string
  kind: string
  key: string
}

/** So many comments of one link are shown on a page: more cannot be written by it. */
export const mostByLink = 500

/** What was said of a page by a link, the oldest first. */
export function commentsByLink(
  db: Db,
  linkId: number,
  { storefront, language, kind, key }: CommentedPage,
): Promise<PageComment[]> {
  const where = and(
    eq(t.pageComment.linkId, linkId),
    eq(t.pageComment.storefront, storefront),
    eq(t.pageComment.language, language),
    eq(t.pageComment.kind, kind),
    eq(t.pageComment.key, key),
  )
  return commentsWhere(db, where, asc(t.pageComment.id), mostByLink)
}

/** One comment with its answers; undefined where there is none, or it is an answer. */
export async function commentById(db: Db, id: number): Promise<PageComment | undefined> {
  const [found] = await commentsWhere(db, eq(t.pageComment.id, id), asc(t.pageComment.id), 1)
  return found
}

/** A comment as it is stored, held until the transaction ends; undefined where there is none, or it is an answer. */
export async function lockComment(tx: Tx, id: number): Promise<PageCommentRow | undefined> {
  const [row] = await tx.db
    .select()
    .from(t.pageComment)
    .where(and(eq(t.pageComment.id, id), isNull(t.pageComment.answers)))
    .for('update')
  return row
}

/** Writes a comment, or an answer to one. */
export async function insertComment(tx: Tx, comment: typeof t.pageComment.$inferInsert): Promise<void> {
  await tx.db.insert(t.pageComment).values(comment)
}

/** Resolves a comment at a moment, or reopens it for null. */
export async function writeCommentSettled(tx: Tx, id: number, at: Date | null): Promise<void> {
  await tx.db.update(t.pageComment).set({ settled: at }).where(eq(t.pageComment.id, id))
}

/** How many comments and answers came in by a link, in all and since a moment. */
export async function countByLink(tx: Tx, linkId: number, since: Date): Promise<{ all: number; lately: number }> {
  const byGuests = and(eq(t.pageComment.linkId, linkId), isNotNull(t.pageComment.guest))
  const [row] = await tx.db
    .select({
      all: sql<number>`count(*)::int`,
      lately: sql<number>`count(*) filter (where ${gte(t.pageComment.at, since)})::int`,
    })
    .from(t.pageComment)
    .where(byGuests)
  return row!
}
