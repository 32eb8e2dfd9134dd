import { createHash, randomBytes, scrypt, timingSafeEqual, type ScryptOptions } from 'node:crypto'
import { and, eq, gt } from 'drizzle-orm'
import { database, type Db } from '../db/connect'
import * as t from '../db/schema'
import type { Person } from './permission'
import { Problem } from './problem'

// Cost parameters of the OWASP Password Storage Cheat Sheet for scrypt (N=2^15, r=8, p=3), from memory.
const cost: ScryptOptions = { N: 2 ** 15, r: 8, p: 3, maxmem: 64 * 1024 * 1024 }
const derive = (password: string, salt: Buffer) => new Promise<Buffer>((resolve, reject) => {
  scrypt(password.normalize('NFKC'), salt, 32, cost, (e, key) => (e ? reject(e) : resolve(key)))
})

/** A password as it is stored: salt and key, never the password. */
export async function hashPassword(password: string): Promise<string> {
  const salt = randomBytes(16)
  return `scrypt$${salt.toString('base64url')}$${(await derive(password, salt)).toString('base64url')}`
}

async function fits(password: string, stored: string): Promise<boolean> {
  const [, salt, key] = stored.split('$')
  const expected = Buffer.from(key ?? '', 'base64url')
  const got = await derive(password, Buffer.from(salt ?? '', 'base64url'))
  return expected.length === got.length && timingSafeEqual(expected, got)
}

const digest = (secret: string) => createHash('sha256').update(secret).digest('hex')
const lifetime = 14 * 86_400_000

export interface SignedIn {
  person: Person
  /** What a browser sends along with each write, so that another site cannot write in its name. */
  token: string
}

const failures = new Map<string, { n: number; until: number }>()

/** Signs a person in. Throws a 401 problem, and 429 after ten wrong passwords in a quarter of an hour. */
export async function signIn(email: string, password: string, now: number): Promise<SignedIn & { secret: string }> {
  const key = email.trim().toLowerCase()
  const failed = failures.get(key)
  if (failed && failed.until > now && failed.n >= 10) throw new Problem(429, 'Too many tries', 'Too many wrong passwords for this address. Try again in a quarter of an hour.')
  const db = database()
  const [found] = await db.select().from(t.person).where(eq(t.person.email, key))
  const right = await fits(password, found?.passwordHash ?? 'scrypt$AAAAAAAAAAAAAAAAAAAAAA$AA')
  if (!found || !right) {
    failures.set(key, { n: failed && failed.until > now ? failed.n + 1 : 1, until: now + 15 * 60_000 })
    if (failures.size > 10_000) failures.clear()
    throw new Problem(401, 'Not signed in', 'This e-mail address and password do not belong together. Check both and try again.')
  }
  failures.delete(key)
  const secret = randomBytes(32).toString('base64url')
  const token = randomBytes(24).toString('base64url')
  await db.insert(t.session).values({ hash: digest(secret), personId: found.id, kind: 'cookie', token, expires: new Date(now + lifetime) })
  return { person: personOf(found), token, secret }
}

/** Who a secret of a cookie or a personal token belongs to. */
export async function personOfSecret(db: Db, secret: string, kind: 'cookie' | 'token', now: number): Promise<SignedIn | undefined> {
  const [row] = await db.select().from(t.session).innerJoin(t.person, eq(t.person.id, t.session.personId))
    .where(and(eq(t.session.hash, digest(secret)), eq(t.session.kind, kind), gt(t.session.expires, new Date(now))))
  return row && { person: personOf(row.person), token: row.session.token }
}

/** A person by number, for work that is done in their name. */
export async function personById(db: Db, id: number): Promise<Person | undefined> {
  const [row] = await db.select().from(t.person).where(eq(t.person.id, id))
  return row && personOf(row)
}

/** Ends a session. */
export async function signOut(secret: string): Promise<void> {
  await database().delete(t.session).where(eq(t.session.hash, digest(secret)))
}

function personOf(row: typeof t.person.$inferSelect): Person {
  return { id: row.id, email: row.email, name: row.name, role: row.role as Person['role'], languages: row.languages }
}
