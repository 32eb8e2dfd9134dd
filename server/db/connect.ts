import { drizzle, type NodePgDatabase } from 'drizzle-orm/node-postgres'
import pg from 'pg'
import { settings } from '../settings'
import * as schema from './schema'

// Amounts of money have at most 14 digits, which a double holds exactly; counts fit as well.
pg.types.setTypeParser(pg.types.builtins.INT8, Number)

export type Db = NodePgDatabase<typeof schema>

/** A connection inside a transaction: Drizzle for queries, the client for COPY. */
/** The products whose readiness may be another now. */
export interface Touched {
  /** Some by their roots. */
  roots: Set<number>
  /** Whether there are more that were not counted, and the moments at which those were written. */
  more: boolean
  moments: Set<string>
}

export const nothingTouched = (): Touched => ({ roots: new Set(), more: false, moments: new Set() })

export interface Tx {
  db: Db
  client: pg.PoolClient
  touched: Touched
}

/** What is done at the end of every transaction that touched products, as part of it. */
let atTheEnd: ((tx: Tx) => Promise<void>) | undefined

/** Says what is done at the end of every transaction that touched products. */
export function beforeCommit(work: (tx: Tx) => Promise<void>): void {
  atTheEnd = work
}

let pool: pg.Pool | undefined

/** The pool of connections of this process. */
export function connections(): pg.Pool {
  // Compiling these statements to machine code takes longer than running them.
  if (!pool) {
    pool = new pg.Pool({ connectionString: settings().databaseUrl, max: 10, options: '-c jit=off -c max_parallel_workers_per_gather=0' })
    // A connection that breaks while nobody uses it is no reason to end: the next question opens another.
    pool.on('error', (e) => console.error(`A connection to the database broke: ${e.message}`))
  }
  return pool
}

/** Drizzle outside a transaction. */
export function database(): Db {
  return drizzle(connections(), { schema })
}

/** Closes every connection. */
export async function disconnect(): Promise<void> {
  await pool?.end()
  pool = undefined
}

/** Runs work in one transaction: all of it stands, or nothing where it throws. */
export async function inTransaction<T>(work: (tx: Tx) => Promise<T>): Promise<T> {
  const client = await connections().connect()
  try {
    await client.query('begin')
    const tx: Tx = { client, db: drizzle(client, { schema }) as unknown as Db, touched: nothingTouched() }
    const result = await work(tx)
    if (tx.touched.roots.size > 0 || tx.touched.more) await atTheEnd?.(tx)
    await client.query('commit')
    client.release()
    return result
  } catch (e) {
    // A connection that cannot even roll back is thrown away.
    await client.query('rollback').then(() => client.release(), (broken: Error) => client.release(broken))
    throw e
  }
}

/** Work that several parts of a program want to do on one connection, done one after the other in the order of asking. */
export class Turns {
  private last: Promise<unknown> = Promise.resolve()

  /** Does work when all that was asked for before is done, whether it went well or not. */
  take<T>(work: () => Promise<T>): Promise<T> {
    const mine = this.last.then(work, work)
    this.last = mine.catch(() => undefined)
    return mine
  }
}
