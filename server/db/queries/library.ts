import { and, asc, ilike, inArray, or, sql } from 'drizzle-orm'
import type { Assignment } from '@core/assignments/assignment'
import type { Db } from '../connect'
import * as t from '../schema'
import { assignmentOf } from './content'
import { likePattern } from './like'

/** Pieces or assignments whose name or code has some words, folded, in it, by name. */
export async function searchNamed(
  db: Db,
  kind: 'piece' | 'assignment',
  folded: string,
  limit: number,
): Promise<{ code: string; name: string }[]> {
  const like = likePattern(folded)
  const { rows } = await db.execute<{ code: string; name: string }>(sql`
    select code, name from ${sql.identifier(kind)} where lower(name) like ${like} or code like ${like}
    order by name limit ${limit}`)
  return rows
}

/** Assignments in page order after one, with some words in their name or code, that bring a piece. */
export async function assignmentsAfter(
  db: Db,
  { after, q, piece, limit }: { after?: { order: number; number: number }; q?: string; piece?: string; limit: number },
): Promise<Assignment[]> {
  const words = likePattern(q?.trim() ?? '')
  const rows = await db
    .select()
    .from(t.assignment)
    .where(
      and(
        after && sql`(${t.assignment.order}, ${t.assignment.number}) > (${after.order}, ${after.number})`,
        q ? or(ilike(t.assignment.name, words), ilike(t.assignment.code, words)) : undefined,
        piece ? sql`${piece} = any(${t.assignment.pieces})` : undefined,
      ),
    )
    .orderBy(asc(t.assignment.order), asc(t.assignment.number))
    .limit(limit)
  return rows.map(assignmentOf)
}

/** The codes of all assignments, in their order. */
export async function assignmentCodes(db: Db): Promise<string[]> {
  const rows = await db.select({ code: t.assignment.code }).from(t.assignment).orderBy(asc(t.assignment.code))
  return rows.map((r) => r.code)
}

/** All assignments as they are stored. */
export const storedAssignments = (db: Db): Promise<(typeof t.assignment.$inferSelect)[]> =>
  db.select().from(t.assignment)

/** Gives an assignment another reach. */
export async function writeReach(db: Db, number: number, reach: Assignment['reach']): Promise<void> {
  await db
    .update(t.assignment)
    .set({ reach })
    .where(sql`${t.assignment.number} = ${number}`)
}

/** Assignments that are limited to a language; where other storefronts have it too, to that storefront as well. */
export async function assignmentsLimitedTo(
  db: Db,
  { storefront, language, isShared }: { storefront: string; language: string; isShared: boolean },
): Promise<{ code: string; name: string }[]> {
  const { rows } = await db.execute<{ code: string; name: string }>(sql`
    select code, name from assignment where limits -> 'languages' = ${JSON.stringify([language])}::jsonb
      and (limits -> 'storefronts' = ${JSON.stringify([storefront])}::jsonb or ${!isShared})
    order by name`)
  return rows
}

/** How many blocks fill each type of block, by its code. */
export async function blocksByType(db: Db): Promise<Map<string, number>> {
  const { rows } = await db.execute<{ code: string; n: number }>(
    sql`select block_kind as code, count(*)::int as n from piece where block_kind is not null group by 1`,
  )
  return new Map(rows.map((r) => [r.code, r.n]))
}

/** The codes of all reusable questions, in their order. */
export async function reusableQuestions(db: Db): Promise<string[]> {
  const { rows } = await db.execute<{ code: string }>(
    sql`select code from piece where kind = 'question' and own_of is null order by code`,
  )
  return rows.map((r) => r.code)
}

/** The codes of all pieces, or of those that the assignments of a campaign bring, in their order. */
export async function pieceCodes(db: Db, campaign: string | undefined): Promise<string[]> {
  const { rows } = await db.execute<{ code: string }>(
    campaign === undefined
      ? sql`select code from piece order by code`
      : sql`
        select p.code from piece p
        where exists (select 1 from assignment a where a.limits ->> 'campaign' = ${campaign}
          and (p.code = any(a.pieces)
            or exists (select 1 from record q where q.kind = 'question-sets' and q.code = any(a.sets)
              and (q.body -> 'questions')::jsonb ? p.code)))
        order by p.code
      `,
  )
  return rows.map((r) => r.code)
}

/** The states of pieces' texts in a language, with the number of the storefront that each is written for. */
export async function statesOfPieces(
  db: Db,
  codes: readonly string[],
  language: string,
): Promise<{ code: string; storefrontId: number; states: typeof t.pieceText.$inferSelect.states }[]> {
  if (codes.length === 0) return []
  return db
    .select({ code: t.piece.code, storefrontId: t.pieceText.storefrontId, states: t.pieceText.states })
    .from(t.pieceText)
    .innerJoin(t.piece, sql`${t.piece.id} = ${t.pieceText.pieceId}`)
    .where(sql`${inArray(t.piece.code, [...codes])} and ${t.pieceText.language} = ${language}`)
}

/** All named lists with the number of their products, by name. */
export async function namedListsWithCounts(
  db: Db,
): Promise<{ code: string; name: string; note: string; products: number }[]> {
  const { rows } = await db.execute<{ code: string; name: string; note: string; products: number }>(sql`
    select code, name, note, (select count(*)::int from list_member m where m.list_id = n.id) as products
    from named_list n order by name, code`)
  return rows
}

/** The names of all pictures and files that have texts, in their order. */
export async function labelledMedia(db: Db): Promise<string[]> {
  const { rows } = await db.execute<{ name: string }>(
    sql`select name from media where labels <> '{}'::jsonb order by name`,
  )
  return rows.map((r) => r.name)
}
