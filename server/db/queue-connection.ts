import pg from 'pg'
import { nowDate } from '../clock'
import { settings } from '../settings'
import { jobChannel } from './queries/jobs'

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
