import { eq, sql } from 'drizzle-orm'
import type { ListedConnection, MessageTry } from '@contracts/connections'
import type { Db, Tx } from '../connect'
import * as t from '../schema'
import { millis } from './instants'
import { storedRecords } from './records'

// What connections are beside their records.

/** The state of a connection, as it is stored. */
export type ConnectionState = typeof t.connectionState.$inferSelect

export async function connectionState(db: Db, code: string): Promise<ConnectionState | undefined> {
  const [row] = await db.select().from(t.connectionState).where(eq(t.connectionState.code, code))
  return row
}

/** Keeps part of a connection's state. */
export async function writeConnectionState(
  db: Db,
  code: string,
  state: Partial<Omit<ConnectionState, 'code'>>,
): Promise<void> {
  await db
    .insert(t.connectionState)
    .values({ code, ...state })
    .onConflictDoUpdate({ target: t.connectionState.code, set: state })
}

/** Notes for which moment a file of a storefront is written. Returns whether it was not noted yet. */
export async function noteScheduled(tx: Tx, code: string, storefront: string, at: string): Promise<boolean> {
  const { rowCount } = await tx.db.execute(sql`
    update connection_state set scheduled = scheduled || jsonb_build_object(${storefront}::text, ${at}::text)
    where code = ${code} and scheduled ->> ${storefront} is distinct from ${at}`)
  return (rowCount ?? 0) > 0
}

/** Forgets a connection: its secret, and all messages to it. */
export async function forgetConnection(tx: Tx, code: string): Promise<void> {
  await tx.db.delete(t.message).where(eq(t.message.connection, code))
  await tx.db.delete(t.connectionState).where(eq(t.connectionState.code, code))
}

type Counts = Pick<ListedConnection, 'waiting' | 'sent' | 'dead'>
interface LastTry {
  status: number | null
  took: number
  problem: string | null
  at: number
}

/** All connections with how sending goes, by code. */
export async function listedConnections(db: Db): Promise<ListedConnection[]> {
  const records = await storedRecords(db, 'connections')
  const states = new Map((await db.select().from(t.connectionState)).map((s) => [s.code, s]))
  const { rows: counted } = await db.execute<Counts & { connection: string }>(sql`
    select connection, count(*) filter (where state = 'waiting')::int as waiting,
      count(*) filter (where state = 'sent')::int as sent, count(*) filter (where state = 'dead')::int as dead
    from message group by connection`)
  const { rows: tried } = await db.execute<LastTry & { connection: string } & Record<string, unknown>>(sql`
    select distinct on (m.connection) m.connection, t.status, t.took, t.problem, ${millis(sql`t.at`)} as at
    from message_try t join message m on m.id = t.message_id order by m.connection, t.at desc`)
  const counts = new Map(counted.map((c) => [c.connection, c]))
  const last = new Map(tried.map((l) => [l.connection, l]))
  return records.map((record) => {
    const state = states.get(record.code)
    const { waiting = 0, sent = 0, dead = 0 } = counts.get(record.code) ?? {}
    return {
      ...record,
      verified: state?.verifiedAddress === record.address ? state.verified!.toISOString() : null,
      hasSecret: (state?.secret ?? null) !== null,
      ...{ waiting, sent, dead },
      last: tryOf(last.get(record.code)),
    }
  })
}

const tryOf = (last: LastTry | undefined): MessageTry | null =>
  last === undefined
    ? null
    : { at: new Date(last.at).toISOString(), status: last.status, took: last.took, problem: last.problem }
