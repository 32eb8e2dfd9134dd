import { countTry, forgetOneTry, forgetTries, type Allowance } from '../../db/queries/sign-in-tries'
import { Problem } from '../problem'

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

/** Takes an attempt to sign in into account. Throws 429 with the time to wait where there were too many. */
export async function countSignIn(account: string, origin: string, now: number): Promise<void> {
  const keys = keysOf(account, origin)
  const until = { now, expires: now + forgottenAfter }
  const byOrigin = await countTry(keys.origin, perOrigin, until)
  const wait = byOrigin || (await countTry(keys.account, perAccount, until))
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
  await forgetTries(keys.account)
  await forgetOneTry(keys.origin)
}
