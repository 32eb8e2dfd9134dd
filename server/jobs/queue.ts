import pg from 'pg'
import { sql } from 'drizzle-orm'
import { nowDate } from '../clock'
import { besideTransactions, isOutage, noteOutage } from '../db/connect'
import { jobChannel } from '../services/work/jobs'
import { settings } from '../settings'

/** Work that failed, or whose worker died, is begun so often; then it is set aside with its error. */
export const mostTries = 5
/** How long work waits after its first, second … failure, in seconds. */
const pauses = [1, 5, 15, 60]
/** Waiting work is looked for so often, in milliseconds, besides when it is told of. */
const lookEvery = 1000

/** A piece of work in the hands of a worker. */
export interface ClaimedJob {
  id: string
  kind: string
  title: string
  input: Record<string, unknown>
  person_id: number | null
  tries: number
}

const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms))

/**
 * A worker's own connection to the queue, which is the table of jobs: it claims work with `for update skip locked`, so
 * that two workers never have the same; its lock shows others that somebody is at it, and falls with the connection;
 * and it hears of new work at once.
 */
export class QueueConnection {
  private client: pg.Client | undefined
  private wake: () => void = () => undefined
  private stopped = false
  /** Rises each time the connection was lost: what was claimed before is in nobody's hands any more. */
  losses = 0

  private async connected(): Promise<pg.Client> {
    if (this.client) return this.client
    const client = new pg.Client({
      connectionString: settings().databaseUrl,
      application_name: 'inkloom queue',
      connectionTimeoutMillis: 10_000,
      keepAlive: true,
    })
    const lost = () => {
      if (this.client !== client) return
      this.client = undefined
      this.losses++
      this.wake()
    }
    client
      .on('error', lost)
      .on('end', lost)
      .on('notification', () => this.wake())
    await client.connect()
    await client.query(`listen ${jobChannel}`)
    this.client = client
    return client
  }

  /** The next work whose turn it is, and which no other worker has; undefined where there is none. */
  async claim(): Promise<ClaimedJob | undefined> {
    const client = await this.connected()
    await client.query('begin')
    try {
      const { rows } = await client.query<ClaimedJob>(
        `update job set state = 'running', started = $1, done = 0, tries = tries + 1
         where id = (
           select id from job where state = 'queued' and after <= now()
           order by created, id limit 1 for update skip locked)
         returning id, kind, title, input, person_id, tries`,
        [nowDate()],
      )
      const job = rows[0]
      // Locked before it is seen as running, so that nobody takes it for the work of a dead worker.
      if (job && !(await this.lock(client, job.id))) {
        await client.query('rollback')
        return undefined
      }
      await client.query('commit')
      return job
    } catch (e) {
      await client.query('rollback').catch(() => undefined)
      throw e
    }
  }

  /** Shows others that a job is in somebody's hands; false where it still is in another's. */
  private async lock(client: pg.Client, id: string): Promise<boolean> {
    const { rows } = await client.query<{ ok: boolean }>(
      'select pg_try_advisory_lock(hashtextextended($1, 4870)) as ok',
      [id],
    )
    return rows[0]!.ok
  }

  /** Lets work go that was claimed. */
  async release(): Promise<void> {
    await this.client?.query('select pg_advisory_unlock_all()').catch(() => undefined)
  }

  /** Waits until there may be work, or for a while. */
  async wait(): Promise<void> {
    if (this.stopped) return
    await new Promise<void>((resolve) => {
      const timer = setTimeout(resolve, lookEvery)
      this.wake = () => {
        clearTimeout(timer)
        resolve()
      }
    })
  }

  async stop(): Promise<void> {
    this.stopped = true
    this.wake()
    const { client } = this
    this.client = undefined
    await client?.end().catch(() => undefined)
  }
}

/** Tells everybody that a job has changed. */
export const tellOf = (id: string) => besideTransactions().execute(sql`select pg_notify(${jobChannel}, ${id})`)

/** Asks the database something that must not be lost: again and again while it is away. */
async function insistently<T>(ask: () => Promise<T>): Promise<T> {
  for (let wait = 200; ; wait = Math.min(5000, wait * 2)) {
    try {
      return await ask()
    } catch (e) {
      if (!isOutage(e)) throw e
      noteOutage(e)
      await pause(wait)
    }
  }
}

/** How a job ended well. */
interface End {
  result: unknown
  total: number | null
  /** Whether it was cancelled between two parts, of which the first stand. */
  cancelled: boolean
}

/** Notes that a job has ended well. What it did stands already, so an outage is waited for. */
export async function noteEnd(id: string, { result, total, cancelled }: End): Promise<void> {
  const state = cancelled ? 'cancelled' : 'done'
  await insistently(() =>
    besideTransactions().execute(sql`
      update job set state = ${state}, finished = ${nowDate().toISOString()}, error = null,
        done = coalesce(${total}::int, done), total = coalesce(${total}::int, total),
        result = ${JSON.stringify(result ?? null)}::jsonb
      where id = ${id}`),
  )
}

/** Notes that a job was cancelled before anything of it stood, or has failed for good. */
export async function noteFailure(id: string, state: 'cancelled' | 'failed', error: string): Promise<void> {
  await insistently(() =>
    besideTransactions().execute(sql`
      update job set state = ${state}, finished = ${nowDate().toISOString()}, error = ${error} where id = ${id}`),
  )
}

/** Says to whoever waits for it how work ends that is not tried again. */
const setAside =
  `This failed ${mostTries} times and was set aside; other work goes on. ` +
  'Tell the operator of Ink Loom; the log has details.'

/**
 * Puts a job back into the queue after a failure, with a growing pause, or sets it aside after the last try. Returns
 * whether it is tried again.
 */
export async function tryAgain(id: string, tries: number): Promise<boolean> {
  if (tries >= mostTries) {
    await noteFailure(id, 'failed', setAside)
    return false
  }
  const seconds = pauses[tries - 1] ?? pauses.at(-1)
  await insistently(() =>
    besideTransactions().execute(sql`
      update job set state = 'queued', after = now() + ${seconds} * interval '1 second',
        error = 'The last try failed. It is tried again soon.'
      where id = ${id} and state = 'running'`),
  )
  return true
}

/**
 * Puts a job back into the queue that lost the database in its middle, once that answers again: it was no fault of the
 * job's own.
 */
export async function afterOutage(id: string): Promise<void> {
  await insistently(() =>
    besideTransactions().execute(sql`
      update job set state = 'queued', tries = greatest(0, tries - 1), after = now()
      where id = ${id} and state = 'running'`),
  )
}

/** Whether no worker's connection holds the lock of a job. */
const inNobodysHands = sql`not exists (
  select 1 from pg_locks l
  where l.locktype = 'advisory' and l.database = (select oid from pg_database where datname = current_database())
    and (l.classid::bigint << 32 | l.objid::bigint) = hashtextextended(job.id, 4870))`

/** Puts work back into the queue whose worker died in the middle: what it had not committed has fallen. */
export async function takeUpOrphans(): Promise<void> {
  const { rows } = await besideTransactions().execute<{ id: string; tries: number }>(sql`
    select id, tries from job where state = 'running' and ${inNobodysHands}`)
  for (const { id, tries } of rows) {
    await tryAgain(id, tries)
    await tellOf(id)
  }
  // Cancelled while its worker died: nobody else would say that it has ended.
  await besideTransactions().execute(sql`
    update job set finished = ${nowDate().toISOString()}
    where state = 'cancelled' and finished is null and ${inNobodysHands}`)
}
