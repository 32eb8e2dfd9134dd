import type { JobDocument } from '@contracts/jobs'
import { randomUUID } from 'node:crypto'
import { desc, eq, inArray, sql } from 'drizzle-orm'
import { nowDate } from '../../clock'
import { database, inTransaction, type Tx } from '../../db/connect'
import * as t from '../../db/schema'
import { may, authorize } from '../people/permission'
import type { Person } from '@contracts/people'
import { notFound } from '../problem'

export const jobKinds = [
  'import',
  'refresh-facts',
  'bulk-change',
  'remove-products',
  'undo',
  'rework-attribute',
  'picture-batch',
  'feed',
  'evaluate',
  'draft',
  'pool-suggestions',
  'same-texts',
  'coverage',
  'pretranslate',
  'translation-import',
  'translation-effort',
  'translation-check',
  'memory-import',
] as const
export type JobKind = (typeof jobKinds)[number]

/** What work is given to say how far it is, and to ask whether it was cancelled. */
export interface WorkControls {
  onProgress?: (done: number, total: number) => void
  cancelled?: () => boolean
}

/** Ends work in the middle that was cancelled: its transaction falls, and nothing of it stands. */
export class Cancelled extends Error {}

/**
 * Does a part of work that stands by itself. Answers false where the work was cancelled meanwhile, and nothing of the
 * part stands.
 */
export async function standsUnlessCancelled(part: () => Promise<unknown>): Promise<boolean> {
  try {
    await part()
    return true
  } catch (e) {
    if (e instanceof Cancelled) return false
    throw e
  }
}

/** The channel on which changes of jobs are told. */
export const jobChannel = 'inkloom_job'

/**
 * Puts work into the queue, as part of the transaction that causes it: it is never lost, and never done for what did
 * not stand. Returns its id.
 */
export async function enqueue(
  tx: Tx,
  job: { kind: JobKind; title: string; personId: number | null; input: Record<string, unknown> },
): Promise<string> {
  const id = randomUUID()
  await tx.db.insert(t.job).values({ id, ...job, state: 'queued', created: nowDate() })
  await tx.db.execute(sql`select pg_notify(${jobChannel}, ${id})`)
  return id
}

const documentOf = (row: typeof t.job.$inferSelect): JobDocument => ({
  id: row.id,
  kind: row.kind,
  title: row.title,
  state: row.state as JobDocument['state'],
  done: row.done,
  total: row.total,
  result: row.result,
  error: row.error,
  person: row.personId,
  tries: row.tries,
  created: row.created.toISOString(),
  started: row.started?.toISOString() ?? null,
  finished: row.finished?.toISOString() ?? null,
})

/** One job. */
export async function getJob(id: string): Promise<JobDocument | undefined> {
  const [row] = await database().select().from(t.job).where(eq(t.job.id, id))
  return row && documentOf(row)
}

/** Some jobs, without their results. */
export async function jobsById(ids: readonly string[]): Promise<JobDocument[]> {
  if (ids.length === 0) return []
  const rows = await database()
    .select()
    .from(t.job)
    .where(inArray(t.job.id, [...ids]))
  return rows.map((r) => ({ ...documentOf(r), result: null }))
}

/** The latest jobs, newest first, without their results. */
export async function recentJobs(): Promise<JobDocument[]> {
  const rows = await database().select().from(t.job).orderBy(desc(t.job.created)).limit(20)
  return rows.map((r) => ({ ...documentOf(r), result: null }))
}

const commitLock = (id: string) => sql`hashtextextended(${`commit of ${id}`}, 4871)`

/**
 * Holds every transaction of a job back from standing once the job was cancelled: asked last thing before it commits.
 * Whoever cancels waits for those that have passed, so nothing is written after the answer. Throws Cancelled.
 */
export async function refuseWhenCancelled(tx: Tx, id: string): Promise<void> {
  await tx.db.execute(sql`select pg_advisory_xact_lock_shared(${commitLock(id)})`)
  const { rows } = await tx.db.execute<{ state: string }>(sql`select state from job where id = ${id}`)
  if (rows[0]?.state === 'cancelled') throw new Cancelled()
}

/**
 * Cancels a job of a person's own, or anybody's where they may import: one that waits at once, one that runs as soon as
 * it looks up. When this ends, the job writes nothing more.
 */
export async function cancelJob(person: Person, id: string): Promise<void> {
  const job = await getJob(id)
  if (!job) throw notFound(`work “${id}”`)
  if (job.person !== person.id && !may(person, 'import')) authorize(person, 'import')
  await endJob(id)
}

/** Ends a job as cancelled, whoever asks. */
export async function endJob(id: string): Promise<void> {
  const db = database()
  await db.execute(sql`
    update job set state = 'cancelled', finished = case
    when state = 'queued' then ${nowDate().toISOString()}::timestamptz else finished end
    where id = ${id} and state in ('queued', 'running')`)
  await db.execute(sql`select pg_notify(${jobChannel}, ${id})`)
  await inTransaction((tx) => tx.db.execute(sql`select pg_advisory_xact_lock(${commitLock(id)})`))
}
