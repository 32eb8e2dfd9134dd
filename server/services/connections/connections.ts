import { randomBytes } from 'node:crypto'
import type {
  Connection,
  ConnectionEventName,
  ConnectionMessage,
  ConnectionTest,
  ListedConnection,
  MessageState,
} from '@contracts/connections'
import type { Person } from '@contracts/people'
import { database, inTransaction } from '../../db/connect'
import { connectionState, listedConnections, writeConnectionState } from '../../db/queries/connections'
import {
  deleteMessage,
  messageById,
  messagesBefore,
  requeueMessage,
  triesOf,
  type MessageRow,
  type MessagesAsked,
  type TryRow,
} from '../../db/queries/messages'
import { storedRecord } from '../../db/queries/records'
import { sourceOf, writeAudit, type AskedBy } from '../people/audit'
import { notFound, Problem } from '../problem'
import { largeNumber, rowNumber } from '../row-number'
import { seal, unseal } from '../signing/seal'
import { sealedFor, sendOnce } from './send'

/** All connections, with how sending goes. */
export async function listConnections(): Promise<{ items: ListedConnection[] }> {
  return { items: await listedConnections(database()) }
}

async function connectionOf(code: string): Promise<Connection> {
  const found = await storedRecord(database(), 'connections', code)
  if (!found) throw notFound(`connection “${code}”`)
  return found
}

/** Makes the secret with which messages are signed, in the place of the one before. It is told this once. Throws 404. */
export async function makeConnectionSecret(person: Person, asking: AskedBy, code: string): Promise<{ secret: string }> {
  await connectionOf(code)
  const secret = randomBytes(32).toString('base64url')
  await inTransaction(async (tx) => {
    await writeConnectionState(tx.db, code, { secret: seal(sealedFor, secret) })
    await writeAudit('connection-secret-made', sourceOf(person, asking), { connection: code })
  })
  return { secret }
}

/**
 * Sends a test at once. Where the address answers with success and with the challenge that it was sent, it is known to
 * be one that wants to be told, and messages are sent there from now on. Throws 404; 409 without a secret.
 */
export async function testConnection(code: string, now: number): Promise<ConnectionTest> {
  const { address, name } = await connectionOf(code)
  const state = await connectionState(database(), code)
  const secret = state?.secret ? unseal(sealedFor, state.secret) : undefined
  if (secret === undefined)
    throw new Problem(
      409,
      'No secret',
      `“${name}” has no signing secret yet. Create one, and give it to the other side.`,
    )
  const challenge = randomBytes(16).toString('base64url')
  const body = { event: 'connection.test', connection: code, challenge }
  const { text, ...how } = await sendOnce({ address, secret, id: `test-${challenge}`, event: body.event, body }, now)
  if (how.problem !== null) return { ...how, verified: state?.verifiedAddress === address }
  if (!text.includes(challenge))
    return { ...how, problem: 'It answered without the challenge that it was sent.', verified: false }
  await writeConnectionState(database(), code, { verifiedAddress: address, verified: new Date(now) })
  return { ...how, verified: true }
}

/** So many tries of a message are shown. */
const mostTries = 10

const documentOf = (row: MessageRow, tries: readonly TryRow[]): ConnectionMessage => ({
  id: row.id,
  connection: row.connection,
  event: row.event as ConnectionEventName,
  storefront: row.storefront,
  created: row.created.toISOString(),
  state: row.state as MessageState,
  due: row.state === 'waiting' ? row.due.toISOString() : null,
  tries: tries
    .filter((t) => t.messageId === row.id)
    .slice(0, mostTries)
    .map(({ at, status, took, problem }) => ({ at: at.toISOString(), status, took, problem })),
})

/** Messages with their tries, the newest first. */
export async function listMessages(asked: MessagesAsked): Promise<{ items: ConnectionMessage[]; next: string | null }> {
  const db = database()
  const rows = await messagesBefore(db, { ...asked, limit: asked.limit + 1 })
  const shown = rows.slice(0, asked.limit)
  const tries = await triesOf(
    db,
    shown.map((r) => r.id),
  )
  return {
    items: shown.map((row) => documentOf(row, tries)),
    next: rows.length > shown.length ? String(shown.at(-1)!.id) : null,
  }
}

const numberOf = (id: string): number => rowNumber(id, largeNumber)
const noMessage = () => notFound('such message')

/** Has a message sent again. Throws 404. */
export async function sendMessageAgain(id: string, now: number): Promise<ConnectionMessage> {
  const db = database()
  if (!(await requeueMessage(db, numberOf(id), new Date(now)))) throw noMessage()
  const row = await messageById(db, numberOf(id))
  if (!row) throw noMessage()
  return documentOf(row, await triesOf(db, [row.id]))
}

/** Discards a message. Throws 404. */
export async function discardMessage(id: string): Promise<void> {
  if (!(await deleteMessage(database(), numberOf(id)))) throw noMessage()
}
