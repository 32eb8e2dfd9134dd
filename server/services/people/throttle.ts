import { inArray, sql } from 'drizzle-orm'
import { database } from '../../db/connect'
import * as t from '../../db/schema'
import { Problem } from '../problem'

/** How many attempts are free, and how the pauses grow after them, in seconds. */
interface Allowance {
  free: number
  first: number
  most: number
}

/**
 * One account from one origin: whoever forgot a password gets five attempts; others' attempts from elsewhere do not
 * count against them.
 */
const perAccount: Allowance = { free: 5, first: 15, most: 900 }
/** One origin over all accounts: an office behind one address has more people than one. */
const perOrigin: Allowance = { free: 40, first: 15, most: 900 }
/** Attempts are forgotten so long after the last, in milliseconds. */
const forgottenAfter = 3_600_000

const keysOf = (account: string, origin: string) => ({
  account: `account ${account} from ${origin}`,
  origin: `origin ${origin}`,
})

/**
 * Counts an attempt before it is looked at, in the database, so that many at the same moment and many processes share
 * one count. Returns the seconds to wait; 0 where the attempt may be looked at.
 */
async function count(key: string, { free, first, most }: Allowance, now: number): Promise<number> {
  const at = new Date(now).toISOString()
  const expires = new Date(now + forgottenAfter).toISOString()
  // What comes before its time is not looked at, and makes the pause no longer.
  const pause = sql`least(${most}::float8, ${first}::float8 * power(2, least(12, sign_in_try.tries + 1 - ${free}::int - 1)))`
  const { rows } = await database().execute<{ wait: number }>(sql`
    insert into sign_in_try (key, tries, after, expires) values (${key}, 1, 'epoch', ${expires}::timestamptz)
    on conflict (key) do update set
      tries = case
        when sign_in_try.expires <= ${at}::timestamptz then 1
        when sign_in_try.after > ${at}::timestamptz then sign_in_try.tries
        else sign_in_try.tries + 1 end,
      after = case
        when sign_in_try.expires <= ${at}::timestamptz then 'epoch'
        when sign_in_try.after > ${at}::timestamptz then sign_in_try.after
        when sign_in_try.tries + 1 > ${free}::int then ${at}::timestamptz + ${pause} * interval '1 second'
        else sign_in_try.after end,
      expires = ${expires}::timestamptz,
      refused = sign_in_try.expires > ${at}::timestamptz and sign_in_try.after > ${at}::timestamptz
    returning case when refused then ceil(extract(epoch from after - ${at}::timestamptz))::int else 0 end as wait`)
  return rows[0]!.wait
}

/** Takes an attempt to sign in into account. Throws 429 with the time to wait where there were too many. */
export async function countSignIn(account: string, origin: string, now: number): Promise<void> {
  const keys = keysOf(account, origin)
  const byOrigin = await count(keys.origin, perOrigin, now)
  const wait = byOrigin || (await count(keys.account, perAccount, now))
  if (wait === 0) return
  throw new Problem(
    429,
    'Too many attempts',
    `Too many attempts to sign in from here. Try again in ${inWords(wait)}.`,
    undefined,
    { retryAfter: wait },
  )
}

const inWords = (seconds: number) => (seconds < 90 ? `${seconds} seconds` : `${Math.ceil(seconds / 60)} minutes`)

/** Forgets the attempts that led to a sign-in that went well. */
export async function forgetSignIn(account: string, origin: string): Promise<void> {
  const keys = keysOf(account, origin)
  await database()
    .delete(t.signInTry)
    .where(inArray(t.signInTry.key, [keys.account]))
  await database().execute(sql`update sign_in_try set tries = greatest(0, tries - 1) where key = ${keys.origin}`)
}
