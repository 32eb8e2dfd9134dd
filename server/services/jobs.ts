import { randomUUID } from 'node:crypto'
import { desc, eq, sql } from 'drizzle-orm'
import type PgBoss from 'pg-boss'
import { database, type Tx } from '../db/connect'
import * as t from '../db/schema'
import { queue, queueName } from '../jobs/queue'

export const jobKinds = ['import', 'refresh-facts', 'bulk-change', 'put-back', 'rework-attribute', 'picture-batch', 'feed', 'judge', 'draft', 'pool-suggestions', 'same-texts', 'coverage', 'pretranslate', 'translation-import', 'translation-effort', 'translation-check'] as const
export type JobKind = (typeof jobKinds)[number]

/** A piece of work as people see it. */
export interface JobDocument {
  id: string
  kind: string
  title: string
  state: 'queued' | 'running' | 'done' | 'failed' | 'cancelled'
  done: number
  total: number | null
  result: unknown
  error: string | null
  /** Who started it. */
  person: number | null
  created: string
  started: string | null
  finished: string | null
}

/** What work is given to say how far it is, and to ask whether it was called off. */
export interface WorkControls {
  onProgress?: (done: number, total: number) => void
  cancelled?: () => boolean
}

/** Ends work in the middle that was called off: its transaction falls, and nothing of it stands. */
export class CalledOff extends Error {}

/** The channel on which changes of jobs are told. */
export const jobChannel = 'inkloom_job'

let boss: Promise<PgBoss> | undefined
const queued = () => (boss ??= (async () => {
  const q = queue()
  q.on('error', (e) => console.error(e))
  await q.start()
  return q
})())

/** Lets the queue's connections go, where it was used. */
export async function closeQueue(): Promise<void> {
  await (await boss)?.stop({ graceful: false, wait: true })
  boss = undefined
}

/** Puts work into the queue, as part of the transaction that causes it. Returns its id. */
export async function enqueue(tx: Tx, job: { kind: JobKind; title: string; personId: number | null; input: Record<string, unknown> }): Promise<string> {
  const id = randomUUID()
  await tx.db.insert(t.job).values({ id, ...job, state: 'queued', created: new Date() })
  // Sent in the same transaction: work is never lost, and never done for a step that did not stand.
  await (await queued()).send(queueName, { id }, { db: { executeSql: (text: string, values: unknown[]) => tx.client.query(text, values) } })
  await tx.db.execute(sql`select pg_notify(${jobChannel}, ${id})`)
  return id
}

const documentOf = (row: typeof t.job.$inferSelect): JobDocument => ({
  id: row.id, kind: row.kind, title: row.title, state: row.state as JobDocument['state'], done: row.done, total: row.total, result: row.result, error: row.error, person: row.personId,
  created: row.created.toISOString(), started: row.started?.toISOString() ?? null, finished: row.finished?.toISOString() ?? null,
})

/** One job. */
export async function getJob(id: string): Promise<JobDocument | undefined> {
  const [row] = await database().select().from(t.job).where(eq(t.job.id, id))
  return row && documentOf(row)
}

/** The latest jobs, newest first, without their results. */
export async function recentJobs(): Promise<JobDocument[]> {
  const rows = await database().select().from(t.job).orderBy(desc(t.job.created)).limit(20)
  return rows.map((r) => ({ ...documentOf(r), result: null }))
}

/** Calls a job off: one that waits at once, one that runs as soon as it looks up. */
export async function cancelJob(id: string): Promise<void> {
  const db = database()
  await db.execute(sql`update job set state = 'cancelled', finished = case when state = 'queued' then now() else finished end where id = ${id} and state in ('queued', 'running')`)
  await db.execute(sql`select pg_notify(${jobChannel}, ${id})`)
}
