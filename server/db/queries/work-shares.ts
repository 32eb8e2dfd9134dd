import { and, eq, sql } from 'drizzle-orm'
import type { Db, Tx } from '../connect'
import * as t from '../schema'

/** Who has to translate a record into a language, and by when. */
export interface Share {
  personId: number
  name: string
  due: string | null
}

/** Whose a record is in a language. */
export async function shareOf(
  db: Db,
  record: string,
  language: string,
): Promise<{ person: number; name: string; due: string | null } | undefined> {
  const [share] = await db
    .select({ person: t.workShare.personId, name: t.person.name, due: t.workShare.due })
    .from(t.workShare)
    .innerJoin(t.person, eq(t.person.id, t.workShare.personId))
    .where(and(eq(t.workShare.record, record), eq(t.workShare.language, language)))
  return share
}

/** Whose the records are in a language, by record; those that are somebody's. */
export async function sharesIn(db: Db, language: string): Promise<Map<string, Share>> {
  const { rows } = await db.execute<{ record: string; person_id: number; name: string; due: string | null }>(
    sql`
      select w.record, w.person_id, p.name, w.due::text from work_share w join person p on p.id = w.person_id
      where w.language = ${language}
    `,
  )
  return new Map(rows.map((r) => [r.record, { personId: r.person_id, name: r.name, due: r.due }]))
}

/** Gives records in a language to a person, with a day on which they are due. */
export async function writeShares(
  db: Db,
  { records, language, person, due }: { records: string[]; language: string; person: number; due: string | null },
): Promise<void> {
  await db.execute(sql`
    insert into work_share (record, language, person_id, due)
    select r, ${language}, ${person}, ${due}::date from unnest(${sql.param(records)}::text[]) as r
    on conflict (record, language) do update
    set person_id = excluded.person_id, due = excluded.due, told = false`)
}

/** Takes records in a language from whoever has them. */
export async function deleteShares(db: Db, records: string[], language: string): Promise<void> {
  await db.execute(
    sql`delete from work_share where language = ${language} and record = any(${sql.param(records)}::text[])`,
  )
}

/** How many of some records are another's than a person's. */
export async function countSharesOfOthers(
  db: Db,
  records: string[],
  language: string,
  personId: number,
): Promise<number> {
  const { rows } = await db.execute<{ n: number }>(sql`
    select count(*)::int as n from work_share
    where language = ${language} and record = any(${sql.param(records)}::text[]) and person_id <> ${personId}`)
  return rows[0]!.n
}

/** Work that is due and of which nobody was told, as one person's in a language by a day. */
export interface DueWork {
  language: string
  due: string
  person: string
  records: string[]
}

/**
 * Notes of all work that is due by a day that other systems are told of it, and says which it was. Whoever else looks
 * meanwhile finds none of it.
 */
export async function takeDueWork(tx: Tx, day: string): Promise<DueWork[]> {
  const { rows } = await tx.db.execute<DueWork & Record<string, unknown>>(sql`
    with due as (
      select record, language from work_share where not told and due <= ${day}::date for update skip locked),
    told as (
      update work_share w set told = true from due d where w.record = d.record and w.language = d.language
      returning w.record, w.language, w.due, w.person_id)
    select t.language, t.due::text, p.name as person, array_agg(t.record order by t.record) as records
    from told t join person p on p.id = t.person_id group by t.language, t.due, p.id, p.name
    order by t.due, t.language, p.id`)
  return rows
}
