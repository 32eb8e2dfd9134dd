import { AsyncLocalStorage } from 'node:async_hooks'
import { randomInt } from 'node:crypto'
import { drizzle, type NodePgDatabase } from 'drizzle-orm/node-postgres'
import pg from 'pg'
import { settings } from '../settings'
import * as schema from './schema'

// Amounts of money have at most 14 digits, which a double holds exactly; counts fit as well.
pg.types.setTypeParser(pg.types.builtins.INT8, Number)

export type Db = NodePgDatabase<typeof schema>

/** The products whose readiness may be another now. */
export interface Invalidated {
  /** Some by their roots. */
  roots: Set<number>
  /** Whether there are more that were not counted, and the moments at which those were written. */
  more: boolean
  moments: Set<string>
}

export const nothingInvalidated = (): Invalidated => ({ roots: new Set(), more: false, moments: new Set() })

/** A connection inside a transaction: Drizzle for queries, the client for COPY. */
export interface Tx {
  db: Db
  client: pg.PoolClient
  invalidated: Invalidated
  /** The roots of families that it holds locked, so that no family is asked for twice. */
  lockedRoots: Set<number>
  /** What is done once it has committed, before whoever began it goes on. It must not throw. */
  onceCommitted: Set<() => Promise<void>>
}

/** A transaction of this asynchronous context; `ended` once it has committed or fallen. */
interface Running extends Tx {
  ended: boolean
  /** How many transactions were begun inside of it, each a savepoint. */
  savepoints: number
}

/**
 * The transaction that the running code is a part of. Whatever asks for the database in there gets the transaction
 * itself, so that no transaction ever holds one connection and waits for a second: a pool in which each waits for
 * another's connection never moves again.
 */
const running = new AsyncLocalStorage<Running>()

const insideOf = (): Running | undefined => {
  const tx = running.getStore()
  return tx?.ended ? undefined : tx
}

/** What every transaction of some work is asked last thing before it commits. */
const guards = new AsyncLocalStorage<(tx: Tx) => Promise<void>>()

/** Does work whose every transaction asks `guard` last thing before it commits; where that throws, it falls. */
export function guardCommits<T>(guard: (tx: Tx) => Promise<void>, work: () => Promise<T>): Promise<T> {
  return guards.run(guard, work)
}

/** What is done at the end of every transaction that touched products, as part of it. */
let atTheEnd: ((tx: Tx) => Promise<void>) | undefined

/** Says what is done at the end of every transaction that touched products. */
export function beforeCommit(work: (tx: Tx) => Promise<void>): void {
  atTheEnd = work
}

/** How long things may take, in milliseconds; 0 is for ever. */
export interface TimeLimits {
  /** Waiting for a free connection, and for a new one to open. */
  connect: number
  /** One statement. */
  statement: number
  /** Waiting for a lock that somebody else holds. */
  lock: number
  /** A transaction in which nothing happens. */
  idle: number
}

/** A request is somebody waiting: it gives up early. */
const ofRequests: TimeLimits = { connect: 10_000, statement: 60_000, lock: 15_000, idle: 60_000 }
/** Heavy work writes for minutes, and computes between statements. */
const ofWork: TimeLimits = { connect: 30_000, statement: 3_600_000, lock: 600_000, idle: 900_000 }

let limits = ofRequests

/** Gives this process the patience of heavy work. To be said before the first connection is opened. */
export function patientConnections(): void {
  limits = ofWork
}

function optionsOf(l: TimeLimits): string {
  const set = {
    // Compiling these statements to machine code takes longer than running them.
    jit: 'off',
    max_parallel_workers_per_gather: 0,
    statement_timeout: l.statement,
    lock_timeout: l.lock,
    idle_in_transaction_session_timeout: l.idle,
  }
  return Object.entries(set)
    .map(([name, value]) => `-c ${name}=${value}`)
    .join(' ')
}

/** How a process sees whether its database is there. */
const outage = { since: 0 }

/** Says once that the database is away, and once that it is back. */
function noteDatabase(there: boolean, message = ''): void {
  if (there && outage.since) {
    console.error(`The database is back after ${Math.round((Date.now() - outage.since) / 1000)} s.`)
    outage.since = 0
  } else if (!there && !outage.since) {
    console.error(`The database is away: ${message}`)
    outage.since = Date.now()
  }
}

function poolOf(max: number, name: string, connectionString = settings().databaseUrl): pg.Pool {
  const made = new pg.Pool({
    connectionString,
    max,
    options: optionsOf(limits),
    connectionTimeoutMillis: limits.connect,
    application_name: `inkloom ${name}`,
    keepAlive: true,
  })
  // A connection that breaks while nobody uses it is no reason to end: the next question opens another.
  made.on('error', (e) => noteDatabase(false, e.message))
  made.on('connect', () => noteDatabase(true))
  return made
}

let pool: pg.Pool | undefined
let notes: pg.Pool | undefined

/** The pool of connections of this process. Only for transactions: everything else asks `database()`. */
export function connections(): pg.Pool {
  return (pool ??= poolOf(settings().connections, 'work'))
}

/**
 * A small pool beside the others for what must be written and seen while a transaction runs or all other connections
 * are taken: how far work is, whether the database is there.
 */
export function sideConnections(): pg.Pool {
  return (notes ??= poolOf(2, 'notes'))
}

let pooled: Db | undefined
let beside: Db | undefined

/** Whether the running code reads for delivery, which may have a database of its own. */
const delivering = new AsyncLocalStorage<true>()
let replica: pg.Pool | undefined
let copy: Db | undefined

/** Does work that reads what is delivered: from the database that the settings name for it, where they do. */
export function readingForDelivery<T>(work: () => T): T {
  return settings().deliveryDatabaseUrl === null ? work() : delivering.run(true, work)
}

function deliveryDatabase(): Db | undefined {
  const { deliveryDatabaseUrl, connections: most } = settings()
  if (deliveryDatabaseUrl === null || !delivering.getStore()) return undefined
  replica ??= poolOf(most, 'delivery', deliveryDatabaseUrl)
  return (copy ??= drizzle(replica, { schema }))
}

/**
 * Drizzle: the running transaction's where there is one, else on any free connection. Whatever is written takes a
 * transaction: the database that delivery reads may be a copy that takes nothing.
 */
export function database(): Db {
  return insideOf()?.db ?? deliveryDatabase() ?? (pooled ??= drizzle(connections(), { schema }))
}

/** Drizzle beside any transaction, for notes about work that others must see while it runs. */
export function besideTransactions(): Db {
  return (beside ??= drizzle(sideConnections(), { schema }))
}

/** Closes every connection. */
export async function disconnect(): Promise<void> {
  await Promise.all([pool?.end(), notes?.end(), replica?.end()])
  pool = undefined
  notes = undefined
  replica = undefined
  copy = undefined
  pooled = undefined
  beside = undefined
}

/** The code of an error of PostgreSQL (appendix A of its manual), also where Drizzle has wrapped it. */
export function sqlState(e: unknown): string | undefined {
  for (let at = e as { code?: unknown; cause?: unknown } | undefined; at; at = at.cause as typeof at) {
    if (typeof at.code === 'string') return at.code
  }
  return undefined
}

/** Deadlocks and serialization failures: whoever lost them may simply begin again. */
const begunAgain = new Set(['40P01', '40001'])
/**
 * Connections that were refused, cut off, or not to be had: class 08, shutdowns, too many connections, and the
 * network's own.
 */
const away = new Set([
  '57P01',
  '57P02',
  '57P03',
  '53300',
  'ECONNREFUSED',
  'ECONNRESET',
  'EPIPE',
  'ETIMEDOUT',
  'ENOTFOUND',
  'EHOSTUNREACH',
])
const awayMessages =
  /Connection terminated|connection is closed|Client has encountered a connection error|timeout expired/i

/**
 * Whether an error says that all connections of this process were taken for longer than one waits: the database is
 * there.
 */
export const isPoolFull = (e: unknown): boolean =>
  /timeout exceeded when trying to connect/.test(String((e as { message?: unknown } | undefined)?.message))

/** Whether an error says that the database could not be reached, or went away in the middle. */
export function isOutage(e: unknown): boolean {
  for (
    let at = e as { code?: unknown; message?: unknown; cause?: unknown } | undefined;
    at;
    at = at.cause as typeof at
  ) {
    if (typeof at.code === 'string' && (away.has(at.code) || at.code.startsWith('08'))) return true
    if (typeof at.message === 'string' && awayMessages.test(at.message)) return true
    if (at instanceof AggregateError && at.errors.some(isOutage)) return true
  }
  return false
}

/** Notes an outage where an error is one; says whether it is. */
export function noteOutage(e: unknown): boolean {
  if (!isOutage(e)) return false
  noteDatabase(false, (e as Error).message)
  return true
}

/** Whether an error says that a transaction lost against another and has to begin again. */
export const mustBeginAgain = (e: unknown): boolean => begunAgain.has(sqlState(e) ?? '')

const tries = 6
const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms))

/**
 * Runs work in one transaction on one connection: all of it stands, or nothing where it throws. What loses a deadlock
 * begins again, so the work must keep what it gathers inside of itself. Inside of another transaction it is a part of
 * that one: it stands or falls with it, and falls alone where it throws and the other goes on.
 */
export async function inTransaction<T>(work: (tx: Tx) => Promise<T>): Promise<T> {
  const outer = insideOf()
  if (outer) return inSavepoint(outer, work)
  for (let n = 1; ; n++) {
    try {
      return await once(work)
    } catch (e) {
      if (n === tries || !mustBeginAgain(e)) throw e
      // Those who met each other wait differently long.
      await pause(2 ** n * randomInt(5, 15))
    }
  }
}

const ofClients = new WeakMap<pg.PoolClient, Db>()

/** Drizzle on one connection, made once for each: making it looks through the whole schema. */
function onClient(client: pg.PoolClient): Db {
  let db = ofClients.get(client)
  if (!db) ofClients.set(client, (db = drizzle(client, { schema }) as unknown as Db))
  return db
}

async function once<T>(work: (tx: Tx) => Promise<T>): Promise<T> {
  const client = await connections().connect()
  // A connection that breaks in the middle tells it here; the statement that waits for it fails by itself.
  const broke = (e: Error) => noteDatabase(false, e.message)
  client.on('error', broke)
  const tx: Running = {
    client,
    db: onClient(client),
    invalidated: nothingInvalidated(),
    lockedRoots: new Set(),
    onceCommitted: new Set(),
    ended: false,
    savepoints: 0,
  }
  const release = (e?: Error) => {
    client.off('error', broke)
    client.release(e)
  }
  try {
    await client.query('begin')
    const result = await running.run(tx, async () => {
      const done = await work(tx)
      if (tx.invalidated.roots.size > 0 || tx.invalidated.more) await atTheEnd?.(tx)
      await guards.getStore()?.(tx)
      return done
    })
    tx.ended = true
    await client.query('commit')
    release()
    for (const work of tx.onceCommitted) await work()
    return result
  } catch (e) {
    tx.ended = true
    // A connection that cannot even roll back is thrown away.
    await client.query('rollback').then(
      () => release(),
      (broken: Error) => release(broken),
    )
    throw e
  }
}

async function inSavepoint<T>(tx: Running, work: (tx: Tx) => Promise<T>): Promise<T> {
  const name = `s${++tx.savepoints}`
  const lockedBefore = new Set(tx.lockedRoots)
  await tx.client.query(`savepoint ${name}`)
  try {
    const result = await work(tx)
    await tx.client.query(`release savepoint ${name}`)
    return result
  } catch (e) {
    await tx.client.query(`rollback to savepoint ${name}`)
    // Locks that were taken since are given back with it.
    tx.lockedRoots = lockedBefore
    throw e
  }
}

/**
 * Work that several parts of a program want to do on one connection, done one after the other in the order of asking.
 */
export class Turns {
  private last: Promise<unknown> = Promise.resolve()

  /** Does work when all that was asked for before is done, whether it went well or not. */
  take<T>(work: () => Promise<T>): Promise<T> {
    const mine = this.last.then(work, work)
    this.last = mine.catch(() => undefined)
    return mine
  }
}
