import { and, desc, eq, inArray, lt, sql, type SQL } from 'drizzle-orm'
import type { Connection, ConnectionKindName, MessageEventName, MessageState } from '@contracts/connections'
import type { Db, Tx } from '../connect'
import * as t from '../schema'
import { instant } from './instants'

/** A message as it is stored, and a try to send one. */
export type MessageRow = typeof t.message.$inferSelect
export type TryRow = typeof t.messageTry.$inferSelect

/** Something that happened, which others may want to be told. */
export interface Happening {
  event: MessageEventName
  /** Where it happened; null where that is in no storefront. */
  storefront: string | null
  data: Record<string, unknown>
}

/** Whether a connection `r`, with its state `s`, is one to which anything is sent: files are signed by nobody. */
const isOpen = sql`
  r.kind = 'connections' and not (r.body->>'resting')::boolean
  and (s.secret is not null or r.body->>'kind' = 'files') and s.verified_address = r.body->>'address'`
const inStorefront = (storefront: string | null) => sql`
  (${storefront}::text is null or r.body::jsonb->'storefronts' = '[]'
    or r.body::jsonb->'storefronts' ? ${storefront}::text)`

/** Writes a message for each connection `r` that SQL finds, of its storefronts alone. Returns how many. */
async function writeMessages(tx: Tx, { event, storefront, data }: Happening, found: SQL, now: number): Promise<number> {
  const { rowCount } = await tx.db.execute(sql`
    insert into message (connection, event, storefront, data, created, state, due, tries)
    select r.code, ${event}, ${storefront}, ${JSON.stringify(data)}::jsonb, ${instant(now)}, 'waiting', ${instant(now)}, 0
    from record r join connection_state s on s.code = r.code
    where ${isOpen} and ${found} and ${inStorefront(storefront)}`)
  return rowCount ?? 0
}

/** Writes a message for every connection that wants to be told, as part of the transaction in which it happens. */
export async function insertMessages(tx: Tx, happening: Happening, now: number): Promise<void> {
  await writeMessages(tx, happening, sql`r.body::jsonb->'events' ? ${happening.event}`, now)
}

/**
 * Writes a message for one connection, whatever it wants to be told of. Returns whether it did: not where nothing is
 * sent to it.
 */
export async function insertMessageTo(tx: Tx, connection: string, happening: Happening, now: number): Promise<boolean> {
  return (await writeMessages(tx, happening, sql`r.code = ${connection}`, now)) > 0
}

/** A message with where it is sent, and with what it is signed. */
export interface ClaimedMessage {
  id: number
  connection: string
  event: MessageEventName
  storefront: string | null
  data: Record<string, unknown>
  created: string
  /** Which try this is. */
  tries: number
  record: Connection
  /** Sealed; null where the connection has none. */
  secret: Uint8Array | null
}

/** Of one connection so few are tried at a time, so that one that is slow holds up no other. */
const atOnceOfOne = 3

/**
 * Takes messages to connections of some kinds whose turn it is, for whoever else looks not before a moment: so long
 * trying them may take.
 */
export async function claimMessages(
  db: Db,
  { kinds, now, until, limit }: { kinds: readonly ConnectionKindName[]; now: number; until: number; limit: number },
): Promise<ClaimedMessage[]> {
  const { rows } = await db.execute<ClaimedMessage & Record<string, unknown>>(sql`
    with turn as (
      select id from (
        select m.id, m.due, row_number() over (partition by m.connection order by m.due, m.id) as place
        from message m join record r on r.code = m.connection join connection_state s on s.code = r.code
        where m.state = 'waiting' and m.due <= ${instant(now)} and ${isOpen}
          and r.body->>'kind' = any(${sql.param([...kinds])}::text[])) x
      where place <= ${atOnceOfOne} order by due, id limit ${limit}),
    taken as (
      select m.id from message m where m.id in (select id from turn)
        and m.state = 'waiting' and m.due <= ${instant(now)} for update skip locked)
    update message m set due = ${instant(until)}, tries = m.tries + 1
    from taken, record r, connection_state s
    where m.id = taken.id and r.kind = 'connections' and r.code = m.connection and s.code = m.connection
    returning m.id::int8 as id, m.connection, m.event, m.storefront, m.data, m.created, m.tries,
      r.body::jsonb as record, s.secret`)
  return rows.map((row) => ({ ...row, id: Number(row.id) })).sort((a, b) => a.id - b.id)
}

/** Notes how a try ended, and what follows; nothing where another try was begun since. */
export async function noteTry(
  tx: Tx,
  { messageId, n, ...how }: TryRow,
  { state, due }: { state: MessageState; due: Date },
): Promise<void> {
  const found = await tx.db
    .update(t.message)
    .set({ state, due })
    .where(and(eq(t.message.id, messageId), eq(t.message.tries, n), eq(t.message.state, 'waiting')))
    .returning({ id: t.message.id })
  if (found.length > 0) await tx.db.insert(t.messageTry).values({ messageId, n, ...how })
}

/** Which messages are listed. */
export interface MessagesAsked {
  connection?: string
  state?: MessageState
  before?: number
  limit: number
}

/** Messages, the newest first. */
export async function messagesBefore(
  db: Db,
  { connection, state, before, limit }: MessagesAsked,
): Promise<MessageRow[]> {
  return db
    .select()
    .from(t.message)
    .where(
      and(
        connection === undefined ? undefined : eq(t.message.connection, connection),
        state === undefined ? undefined : eq(t.message.state, state),
        before === undefined ? undefined : lt(t.message.id, before),
      ),
    )
    .orderBy(desc(t.message.id))
    .limit(limit)
}

/** The tries of some messages, the latest first. */
export async function triesOf(db: Db, ids: readonly number[]): Promise<TryRow[]> {
  if (ids.length === 0) return []
  return db
    .select()
    .from(t.messageTry)
    .where(inArray(t.messageTry.messageId, [...ids]))
    .orderBy(desc(t.messageTry.n))
}

export async function messageById(db: Db, id: number): Promise<MessageRow | undefined> {
  const [row] = await db.select().from(t.message).where(eq(t.message.id, id))
  return row
}

/** Has a message tried again, as if it never was; says whether there is one. */
export async function requeueMessage(db: Db, id: number, due: Date): Promise<boolean> {
  const rows = await db
    .update(t.message)
    .set({ state: 'waiting', due })
    .where(eq(t.message.id, id))
    .returning({ id: t.message.id })
  return rows.length > 0
}

/** Deletes a message; says whether there was one. */
export async function deleteMessage(db: Db, id: number): Promise<boolean> {
  const rows = await db.delete(t.message).where(eq(t.message.id, id)).returning({ id: t.message.id })
  return rows.length > 0
}

/** Deletes what was sent before a moment. */
export async function deleteSentBefore(db: Db, moment: Date): Promise<void> {
  await db.delete(t.message).where(and(eq(t.message.state, 'sent'), lt(t.message.created, moment)))
}
