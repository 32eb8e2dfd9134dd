import { createHash, randomBytes, scrypt, timingSafeEqual, type ScryptOptions } from 'node:crypto'
import { database, type Db } from '../../db/connect'
import { personByEmail, sessionByHash } from '../../db/queries/people'
import { deleteEndedSessions, deleteSession, insertSession, noteSessionSeen } from '../../db/queries/sessions'
import { forgetOldTries } from '../../db/queries/sign-in-tries'
import { writeAudit } from './audit'
import { Gate } from './gate'
import type { Person } from '@contracts/people'
import { countSignIn, forgetSignIn } from './throttle'
import { Problem } from '../problem'

// Cost parameters of the OWASP Password Storage Cheat Sheet for scrypt (N=2^15, r=8, p=3), from memory.
const cost: ScryptOptions = { N: 2 ** 15, r: 8, p: 3, maxmem: 64 * 1024 * 1024 }
const derive = (password: string, salt: Buffer) =>
  new Promise<Buffer>((resolve, reject) => {
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
/** A browser's session ends when it was not used for so long, in milliseconds. */
const idleLifetime = 12 * 3_600_000
/** That it was used is written down so often at most. */
const seenEvery = 5 * 60_000

/** Checking a password takes 32 MB and a tenth of a second on purpose, so few are checked at a time. */
const passwordChecks = new Gate({ atOnce: 3, waiting: 60 })

export interface SignedIn {
  person: Person
  /** What a browser sends along with each write, so that another site cannot write in its name. */
  token: string
}

/**
 * Signs a person in. Throws a 401 problem, and 429 after too many attempts, which are counted before they are looked
 * at.
 */
export async function signIn(
  email: string,
  password: string,
  origin: string,
  now: number,
): Promise<SignedIn & { secret: string }> {
  const account = email.trim().toLowerCase()
  await countSignIn(account, origin, now)
  const db = database()
  const found = await personByEmail(db, account)
  const right = await passwordChecks.take(() =>
    fits(password, found?.passwordHash ?? 'scrypt$AAAAAAAAAAAAAAAAAAAAAA$AA'),
  )
  if (!found || !right) {
    await writeAudit('sign-in-refused', { personId: found?.person.id ?? null, origin, by: '' }, { account })
    throw new Problem(401, 'Not signed in', 'This e-mail address and password do not match. Check both and try again.')
  }
  await forgetSignIn(account, origin)
  const secret = randomBytes(32).toString('base64url')
  const token = randomBytes(24).toString('base64url')
  const at = new Date(now)
  const { person } = found
  await insertSession(db, {
    hash: digest(secret),
    personId: person.id,
    kind: 'cookie',
    token,
    expires: new Date(now + lifetime),
    seen: at,
    origin,
  })
  await writeAudit('sign-in', { personId: person.id, origin, by: 'cookie' })
  return { person, token, secret }
}

/** Who a secret of a cookie or a personal token belongs to. */
export async function personOfSecret(
  db: Db,
  secret: string,
  kind: 'cookie' | 'token',
  now: number,
): Promise<(SignedIn & { name: string }) | undefined> {
  const hash = digest(secret)
  const session = await sessionByHash(db, hash, kind, new Date(now))
  if (!session) return undefined
  const seen = session.seen.getTime()
  if (kind === 'cookie' && seen <= now - idleLifetime) return undefined
  if (seen < now - seenEvery) await noteSessionSeen(db, hash, new Date(now))
  return { person: session.person, token: session.token, name: session.name }
}

/**
 * Deletes sessions that have ended by their age or because nobody used them, and attempts to sign in that are
 * forgotten.
 */
export async function forgetEnded(now: number): Promise<void> {
  await deleteEndedSessions(new Date(now), new Date(now - idleLifetime))
  await forgetOldTries(new Date(now))
}

/** Ends a session. */
export async function signOut(secret: string): Promise<void> {
  await deleteSession(digest(secret))
}
