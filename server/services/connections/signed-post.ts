import { randomBytes } from 'node:crypto'
import type { MessageTry } from '@contracts/connections'
import { FetchRefused, guardedPost } from '../outside/guarded-fetch'
import { hmacSha256 } from '../signing/hmac'

/** What secrets of connections are sealed for. */
export const sealedFor = 'secrets of connections'

/** For so long an answer is waited for, in milliseconds. */
const patience = 10_000

/** What is sent to an address. */
export interface Sending {
  address: string
  secret: string
  /** What the message is known by again, where it comes twice. */
  id: string
  event: string
  body: Record<string, unknown>
}

/**
 * The headers of a message: when it was sent, in seconds since 1970, and the HMAC-SHA-256 of that moment and the body
 * on a line each, in base64url, keyed with the connection's secret.
 */
export function signedHeaders({ id, event, secret }: Omit<Sending, 'address' | 'body'>, text: string, now: number) {
  const time = String(Math.floor(now / 1000))
  return {
    'content-type': 'application/json',
    'inkloom-event': event,
    'inkloom-message': id,
    'inkloom-time': time,
    'inkloom-signature': hmacSha256(secret, `${time}\n${text}`).toString('base64url'),
  }
}

const isTaken = (status: number) => status >= 200 && status < 300

/** Sends a message once, and says how it was answered; the answer's text is for whoever waits for a certain one. */
export async function sendOnce(sending: Sending, now: number): Promise<MessageTry & { text: string }> {
  const at = new Date(now).toISOString()
  const text = JSON.stringify(sending.body)
  const headers = signedHeaders(sending, text, now)
  const begun = performance.now()
  const took = () => Math.round(performance.now() - begun)
  try {
    const answer = await guardedPost(sending.address, { headers, body: text, patience })
    const problem = isTaken(answer.status) ? null : `It answered with the status ${answer.status}.`
    return { at, status: answer.status, took: took(), problem, text: answer.text }
  } catch (e) {
    if (!(e instanceof FetchRefused)) throw e
    return { at, status: null, took: took(), problem: e.message, text: '' }
  }
}

/**
 * Sends a challenge at once. Only where the address answers with success and with the challenge is it known to be one
 * that wants to be told: `isAnswered`.
 */
export async function sendChallenge(
  { code, address, secret }: { code: string; address: string; secret: string },
  now: number,
): Promise<{ how: MessageTry; isAnswered: boolean }> {
  const challenge = randomBytes(16).toString('base64url')
  const body = { event: 'connection.test', connection: code, challenge }
  const { text, ...how } = await sendOnce({ address, secret, id: `test-${challenge}`, event: body.event, body }, now)
  if (how.problem !== null || text.includes(challenge)) return { how, isAnswered: how.problem === null }
  return { how: { ...how, problem: 'It answered without the challenge that it was sent.' }, isAnswered: false }
}
