import { sql } from 'drizzle-orm'
import { beforeAll, describe, expect, it } from 'vitest'
import { now, ownDatabase, problemOf } from './database'

ownDatabase()
const { database } = await import('@server/db/connect')
const { forgetEnded, hashPassword, personOfSecret, signIn } = await import('@server/services/people/session')
const { countSignIn } = await import('@server/services/people/throttle')
const { comparableAddress } = await import('@server/http/origin')

const email = 'maren@tarnwheel.example'
beforeAll(async () => {
  await database().execute(sql`update person set password_hash = ${await hashPassword('warp')} where email = ${email}`)
})
const [minute, hour] = [60_000, 3_600_000]

describe('attempts to sign in', () => {
  it('are free five times, then wait longer each time, at most a quarter of an hour', async () => {
    let at = now
    const attempt = () => countSignIn('a@tarnwheel.example', 'here', ++at)
    // The sixth is still looked at; from then on there is a pause after each.
    for (let i = 0; i < 6; i++) await attempt()
    const waits: number[] = []
    for (let i = 0; i < 8; i++) {
      const { retryAfter } = (await problemOf(attempt())) as unknown as { retryAfter: number }
      waits.push(retryAfter)
      at += retryAfter * 1000
      await attempt()
    }
    expect(waits).toEqual([15, 30, 60, 120, 240, 480, 900, 900])
  })
  it('from elsewhere do not count against the owner', async () => {
    for (let i = 0; i < 8; i++) await signIn(email, 'wrong', 'attacker', now + i).catch(() => undefined)
    expect(await problemOf(signIn(email, 'warp', 'attacker', now + 10))).toMatchObject({
      status: 429,
      retryAfter: expect.any(Number),
    })
    expect((await signIn(email, 'warp', 'owner', now + 10)).person.email).toBe(email)
  })
  it('are forgotten after an hour, and at once where they end well', async () => {
    for (let i = 0; i < 8; i++) await signIn(email, 'wrong', 'typist', now).catch(() => undefined)
    expect((await signIn(email, 'warp', 'typist', now + hour + minute)).person.email).toBe(email)
    for (let i = 0; i < 4; i++) await signIn(email, 'wrong', 'typist', now + 2 * hour).catch(() => undefined)
    await signIn(email, 'warp', 'typist', now + 2 * hour)
    for (let i = 0; i < 4; i++)
      expect(await problemOf(signIn(email, 'wrong', 'typist', now + 2 * hour + i))).toMatchObject({ status: 401 })
    await forgetEnded(now + 9 * hour)
    expect((await database().execute(sql`select 1 from sign_in_try`)).rows).toEqual([])
  })
  it.each([
    ['::ffff:10.1.2.3', '10.1.2.3'],
    ['2001:db8:1:2:3:4:5:6', '2001:db8:1:2::/64'],
    ['2001:db8:1:2::9', '2001:db8:1:2::/64'],
    ['::1', '0:0:0:0::/64'],
    ['192.0.2.7', '192.0.2.7'],
  ])('an address is compared as what one customer has: %s as %s', (address, as) => {
    expect(comparableAddress(address)).toBe(as)
  })
})

describe('a browser’s session', () => {
  it('ends when it was not used for twelve hours, and lives on when it was', async () => {
    const [idle, used] = [await signIn(email, 'warp', 'a', now), await signIn(email, 'warp', 'b', now)]
    const is = async (secret: string, at: number) =>
      (await personOfSecret(database(), secret, 'cookie', at)) !== undefined
    expect(await is(used.secret, now + 11 * hour)).toBe(true)
    expect([await is(idle.secret, now + 12 * hour), await is(used.secret, now + 12 * hour)]).toEqual([false, true])
    await forgetEnded(now + 12 * hour)
    const { rows } = await database().execute<{ n: number }>(
      sql`select count(*)::int as n from session where origin in ('a', 'b')`,
    )
    expect(rows[0]!.n).toBe(1)
  })
})
