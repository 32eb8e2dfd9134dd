import type { MessageState, MessageTry } from '@contracts/connections'
import { database, inTransaction } from '../../db/connect'
import { claimMessages, deleteSentBefore, noteTry, type ClaimedMessage } from '../../db/queries/messages'
import { FetchRefused, guardedPost } from '../outside/guarded-fetch'
import { ForPeople } from '../problem'
import { hmacSha256 } from '../signing/hmac'
import { unseal } from '../signing/seal'
import { connectionEvents } from './events'

/** What secrets of connections are sealed for. */
export const sealedFor = 'secrets of connections'

/** For so long an answer is waited for, in milliseconds. */
const patience = 10_000
/** A message that somebody has taken is not taken by another within so long. */
const takenFor = 60_000
/** So many messages are tried at the same time. */
const atOnce = 10
/** How long a message waits after its first, second … try that failed, in seconds: about a day in all. */
export const pauses = [10, 60, 300, 1800, 7200, 21_600, 43_200]

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

/** Tries a message that was taken, and notes how it went and what follows. */
async function tryMessage(message: ClaimedMessage, now: number): Promise<void> {
  const how = await tryOf(message, now)
  const next = afterTry(how.problem === null, message.tries)
  const due = new Date(now + next.wait * 1000)
  const row = { messageId: message.id, n: message.tries, ...how, at: new Date(how.at) }
  await inTransaction((tx) => noteTry(tx, row, { state: next.state, due }))
}

async function tryOf(message: ClaimedMessage, now: number): Promise<MessageTry> {
  const { id, event, storefront, data, address, created } = message
  const failed = (problem: string) => ({ at: new Date(now).toISOString(), status: null, took: 0, problem })
  const secret = unseal(sealedFor, message.secret)
  if (secret === undefined) return failed('Its secret was made by another installation. Create a new one.')
  try {
    const told = await connectionEvents[event].bodyOf(storefront, data)
    const body = { id, event, storefront, created: new Date(created).toISOString(), ...told }
    const { text: _, ...how } = await sendOnce({ address, secret, id: String(id), event, body }, now)
    return how
  } catch (e) {
    if (e instanceof ForPeople) return failed(e.message)
    throw e
  }
}

/** What follows from the n-th try. */
export function afterTry(taken: boolean, n: number): { state: MessageState; wait: number } {
  if (taken) return { state: 'sent', wait: 0 }
  const wait = pauses[n - 1]
  return wait === undefined ? { state: 'dead', wait: 0 } : { state: 'waiting', wait }
}

/** Tries all messages whose turn it is. One that cannot be tried at all holds up no other. */
export async function sendWhatIsDue(now: number): Promise<void> {
  for (;;) {
    const messages = await claimMessages(database(), now, now + takenFor, atOnce)
    if (messages.length === 0) return
    const ends = await Promise.allSettled(messages.map((message) => tryMessage(message, now)))
    const broken = ends.find((end) => end.status === 'rejected')
    if (broken) throw broken.reason
  }
}

/** What was sent is kept for so long, in milliseconds. */
const keptFor = 30 * 86_400_000
export const forgetSent = (now: number): Promise<void> => deleteSentBefore(database(), new Date(now - keptFor))
