import { eq, lte, sql } from 'drizzle-orm'
import { database } from '../connect'
import * as t from '../schema'

/** How many attempts are free, and how the pauses grow after them, in seconds. */
export interface Allowance {
  free: number
  first: number
  most: number
}

/**
 * Counts an attempt before it is looked at, in the database, so that many at the same moment and many processes share
 * one count. Attempts are forgotten at `expires`. Returns the seconds to wait; 0 where the attempt may be looked at.
 */
export async function countTry(
  key: string,
  { free, first, most }: Allowance,
  { now, expires: forgotten }: { now: number; expires: number },
): Promise<number> {
  const at = new Date(now).toISOString()
  const expires = new Date(forgotten).toISOString()
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

/** Forgets all attempts of a key. */
export async function forgetTries(key: string): Promise<void> {
  await database().delete(t.signInTry).where(eq(t.signInTry.key, key))
}

/** Forgets one attempt of a key. */
export async function forgetOneTry(key: string): Promise<void> {
  await database().execute(sql`update sign_in_try set tries = greatest(0, tries - 1) where key = ${key}`)
}

/** Forgets attempts whose time has passed. */
export async function forgetOldTries(now: Date): Promise<void> {
  await database().delete(t.signInTry).where(lte(t.signInTry.expires, now))
}
