import { and, eq, gt, inArray, ne, sql } from 'drizzle-orm'
import type { Person } from '@contracts/people'
import type { Db } from '../connect'
import * as t from '../schema'

const personOf = (row: typeof t.person.$inferSelect): Person => ({
  id: row.id,
  email: row.email,
  name: row.name,
  role: row.role as Person['role'],
  languages: row.languages,
})

/** A person by number. */
export async function personById(db: Db, id: number): Promise<Person | undefined> {
  const [row] = await db.select().from(t.person).where(eq(t.person.id, id))
  return row && personOf(row)
}

/** The names of people by number, for those who exist. */
export async function namesOfPeople(db: Db, ids: readonly (number | null)[]): Promise<Map<number, string>> {
  const wanted = [...new Set(ids)].filter((id) => id !== null)
  if (wanted.length === 0) return new Map()
  const rows = await db
    .select({ id: t.person.id, name: t.person.name })
    .from(t.person)
    .where(inArray(t.person.id, wanted))
  return new Map(rows.map((r) => [r.id, r.name]))
}

/** A person by e-mail address, in small letters, with the password as it is stored. */
export async function personByEmail(
  db: Db,
  email: string,
): Promise<{ person: Person; passwordHash: string } | undefined> {
  const [row] = await db.select().from(t.person).where(eq(t.person.email, email))
  return row && { person: personOf(row), passwordHash: row.passwordHash }
}

/** Whose session has a hash, and what it is; undefined where it has ended by its age. */
export async function sessionByHash(
  db: Db,
  hash: string,
  kind: 'cookie' | 'token',
  now: Date,
): Promise<{ person: Person; token: string; name: string; seen: Date } | undefined> {
  const [row] = await db
    .select()
    .from(t.session)
    .innerJoin(t.person, eq(t.person.id, t.session.personId))
    .where(and(eq(t.session.hash, hash), eq(t.session.kind, kind), gt(t.session.expires, now)))
  if (!row) return undefined
  const { token, name, seen } = row.session
  return { person: personOf(row.person), token, name, seen }
}

/** Everybody who may translate into a language, by name: all but translators of others. */
export async function translatorsInto(db: Db, language: string): Promise<{ id: number; name: string }[]> {
  const { rows } = await db.execute<{ id: number; name: string }>(
    sql`select id, name from person where ${translatesInto(language)} order by name`,
  )
  return rows
}

/** Whether a person may translate into a language; undefined where there is no such person. */
export async function mayTranslateInto(db: Db, personId: number, language: string): Promise<boolean | undefined> {
  const { rows } = await db.execute<{ ok: boolean }>(
    sql`select ${translatesInto(language)} as ok from person where id = ${personId}`,
  )
  return rows[0]?.ok
}

const translatesInto = (language: string) => sql`(role <> 'translator' or ${language} = any(languages))`

/** Everybody but one who has set a share of the daily work, by name. */
export async function peopleWithPortions(db: Db, but: number): Promise<{ email: string; name: string }[]> {
  return db
    .select({ email: t.person.email, name: t.person.name })
    .from(t.portion)
    .innerJoin(t.person, eq(t.person.id, t.portion.personId))
    .where(ne(t.person.id, but))
    .orderBy(t.person.name)
}
