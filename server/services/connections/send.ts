import type { ConnectionKindName, MessageState, MessageTry } from '@contracts/connections'
import { database, inTransaction } from '../../db/connect'
import { claimMessages, deleteSentBefore, noteTry, type ClaimedMessage } from '../../db/queries/messages'
import { ForPeople } from '../problem'
import { unseal } from '../signing/seal'
import { connectionKinds, kindsThat } from './kinds/registry'
import { sealedFor } from './signed-post'

/** A message that somebody has taken is not taken by another within so long, in milliseconds. */
const takenFor = { quick: 60_000, long: 3_600_000 }
/** So many messages are tried at the same time. */
const atOnce = 10
/** How long a message waits after its first, second … try that failed, in seconds: about a day in all. */
export const pauses = [10, 60, 300, 1800, 7200, 21_600, 43_200]

/** Tries a message that was taken, and notes how it went and what follows. */
async function tryMessage(message: ClaimedMessage, now: number): Promise<void> {
  const how = await tryOf(message, now)
  const next = afterTry(how.problem === null, message.tries)
  const due = new Date(now + next.wait * 1000)
  const row = { messageId: message.id, n: message.tries, ...how, at: new Date(how.at) }
  await inTransaction((tx) => noteTry(tx, row, { state: next.state, due }))
}

async function tryOf(message: ClaimedMessage, now: number): Promise<MessageTry> {
  const failed = (problem: string) => ({ at: new Date(now).toISOString(), status: null, took: 0, problem })
  const kind = connectionKinds[message.record.kind]
  const secret = message.secret === null ? '' : unseal(sealedFor, message.secret)
  if (kind.signed && !secret) return failed('Its secret was made by another installation. Create a new one.')
  try {
    return await kind.send({ ...message, secret: secret ?? '' }, now)
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

/** Tries all messages of some kinds whose turn it is. One that cannot be tried at all holds up no other. */
async function sendDueOf(kinds: readonly ConnectionKindName[], now: number, taken: number): Promise<void> {
  for (;;) {
    const messages = await claimMessages(database(), { kinds, now, until: now + taken, limit: atOnce })
    if (messages.length === 0) return
    const ends = await Promise.allSettled(messages.map((message) => tryMessage(message, now)))
    const broken = ends.find((end) => end.status === 'rejected')
    if (broken) throw broken.reason
  }
}

/** Tries all messages whose turn it is and which are quick to send. */
export const sendWhatIsDue = (now: number): Promise<void> => sendDueOf(kindsThat(false), now, takenFor.quick)

/** Tries those that can take minutes: pages given to a shop, files. */
export const sendWhatTakesLong = (now: number): Promise<void> => sendDueOf(kindsThat(true), now, takenFor.long)

/** What was sent is kept for so long, in milliseconds. */
const keptFor = 30 * 86_400_000
export const forgetSent = (now: number): Promise<void> => deleteSentBefore(database(), new Date(now - keptFor))
