import { and, asc, eq, like, lte, or } from 'drizzle-orm'
import { database, type Db } from '../connect'
import * as t from '../schema'

/** A session of a browser or a personal token, by the hash of its secret. */
export type NewSession = typeof t.session.$inferInsert

/** Begins a session. */
export async function insertSession(db: Db, session: NewSession): Promise<void> {
  await db.insert(t.session).values(session)
}

/** Notes that a session is in use. */
export async function noteSessionSeen(db: Db, hash: string, seen: Date): Promise<void> {
  await db.update(t.session).set({ seen }).where(eq(t.session.hash, hash))
}

/** Ends a session. */
export async function deleteSession(hash: string): Promise<void> {
  await database().delete(t.session).where(eq(t.session.hash, hash))
}

/** Deletes sessions that have ended by `now`, those of browsers also where nobody used them since `idleSince`. */
export async function deleteEndedSessions(now: Date, idleSince: Date): Promise<void> {
  const idle = and(eq(t.session.kind, 'cookie'), lte(t.session.seen, idleSince))
  await database()
    .delete(t.session)
    .where(or(lte(t.session.expires, now), idle))
}

/** A person's tokens, by name. */
export async function tokensOfPerson(personId: number): Promise<{ hash: string; name: string; expires: Date }[]> {
  return database()
    .select()
    .from(t.session)
    .where(and(eq(t.session.personId, personId), eq(t.session.kind, 'token')))
    .orderBy(asc(t.session.name))
}

/** Ends a person's token whose hash begins so. Returns whether there was one. */
export async function deleteToken(personId: number, beginning: string): Promise<boolean> {
  const deleted = await database()
    .delete(t.session)
    .where(and(eq(t.session.personId, personId), eq(t.session.kind, 'token'), like(t.session.hash, `${beginning}%`)))
    .returning({ hash: t.session.hash })
  return deleted.length > 0
}
