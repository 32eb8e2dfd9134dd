import { randomBytes } from 'node:crypto'
import type {
  Connection,
  ConnectionMessage,
  ConnectionTest,
  ListedConnection,
  MessageEventName,
  MessageState,
  MessageTry,
} from '@contracts/connections'
import type { Person } from '@contracts/people'
import { database, inTransaction } from '../../db/connect'
import { connectionState, listedConnections, writeConnectionState } from '../../db/queries/connections'
import {
  deleteMessage,
  insertMessageTo,
  messageById,
  messagesBefore,
  requeueMessage,
  triesOf,
  type MessageRow,
  type MessagesAsked,
  type TryRow,
} from '../../db/queries/messages'
import { storedRecord } from '../../db/queries/records'
import { livePointers } from '../../db/queries/releases'
import { sourceOf, writeAudit, type AskedBy } from '../people/audit'
import { notFound, Problem } from '../problem'
import { largeNumber, rowNumber } from '../row-number'
import { seal, unseal } from '../signing/seal'
import { connectionKinds } from './kinds/registry'
import { sealedFor } from './signed-post'

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
 * Tries a connection at once: an address with a challenge that it has to answer with, a folder by writing into it. Where
 * that goes well, it is sent what it is for from now on. Throws 404; 409 without a secret where it signs.
 */
export async function testConnection(code: string, now: number): Promise<ConnectionTest> {
  const record = await connectionOf(code)
  const kind = connectionKinds[record.kind]
  const state = await connectionState(database(), code)
  const secret = state?.secret ? unseal(sealedFor, state.secret) : undefined
  if (kind.signed && secret === undefined)
    throw new Problem(
      409,
      'No secret',
      `“${record.name}” has no signing secret yet. Create one, and give it to the other side.`,
    )
  const { how, isAnswered } = await kind.test(record, secret ?? '', now)
  // One that answers, if not with the challenge, is not the one that did before.
  if (!isAnswered) return { ...how, verified: !isReached(how) && state?.verifiedAddress === record.address }
  await writeConnectionState(database(), code, { verifiedAddress: record.address, verified: new Date(now) })
  return { ...how, verified: true }
}

/** Whether a test was answered with success, whatever it said. */
const isReached = ({ status }: MessageTry): boolean => status !== null && status >= 200 && status < 300

/**
 * Has all that is live sent to a connection, in each of its storefronts. Returns for how many. Throws 404, and 409 where
 * it is told of happenings alone, is paused or not tested, or where nothing is live.
 */
export async function sendEverything(code: string, now: number): Promise<{ storefronts: number }> {
  const { kind, name } = await connectionOf(code)
  if (!connectionKinds[kind].everything)
    throw new Problem(409, 'Nothing to send', `“${name}” is sent a message when something happens, and no pages.`)
  const live = (await livePointers(database())).filter(({ number }) => number > 0)
  const written = await inTransaction(async (tx) => {
    let n = 0
    for (const { storefront } of live) {
      const of = { event: 'everything' as const, storefront, data: { asked: new Date(now).toISOString() } }
      if (await insertMessageTo(tx, code, of, now)) n++
    }
    return n
  })
  if (written === 0)
    throw new Problem(
      409,
      'Nothing to send',
      `Nothing is sent to “${name}”: it is paused, was not tested yet, or none of its storefronts has a live release.`,
    )
  return { storefronts: written }
}

/** So many tries of a message are shown. */
const mostTries = 10

const documentOf = (row: MessageRow, tries: readonly TryRow[]): ConnectionMessage => ({
  id: row.id,
  connection: row.connection,
  event: row.event as MessageEventName,
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
