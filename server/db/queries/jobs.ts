import { desc, eq, inArray, sql, type SQL } from 'drizzle-orm'
import type { PastWork } from '@contracts/jobs'
import { nowDate } from '../../clock'
import { besideTransactions, database, inTransaction, type Db, type Tx } from '../connect'
import * as t from '../schema'

/** A job as it is stored. */
export type JobRow = typeof t.job.$inferSelect

/** The channel on which changes of jobs are told. */
export const jobChannel = 'inkloom_job'

const tell = (db: Db, id: string) => db.execute(sql`select pg_notify(${jobChannel}, ${id})`)

/** Puts a job into the queue, as part of a transaction, and tells of it. */
export async function insertJob(
  tx: Tx,
  job: Pick<JobRow, 'id' | 'kind' | 'title' | 'personId' | 'input'>,
): Promise<void> {
  await tx.db.insert(t.job).values({ ...job, state: 'queued', created: nowDate() })
  await tell(tx.db, job.id)
}

/** Tells everybody that a job has changed. */
export const tellOfJob = (id: string) => tell(besideTransactions(), id)

/** One job. */
export async function jobById(id: string): Promise<JobRow | undefined> {
  const [row] = await database().select().from(t.job).where(eq(t.job.id, id))
  return row
}

/** Some jobs. */
export async function jobsOf(ids: readonly string[]): Promise<JobRow[]> {
  if (ids.length === 0) return []
  return database()
    .select()
    .from(t.job)
    .where(inArray(t.job.id, [...ids]))
}

/** The latest jobs, the newest first. */
export const latestJobs = (limit: number): Promise<JobRow[]> =>
  database().select().from(t.job).orderBy(desc(t.job.created)).limit(limit)

const commitLock = (id: string) => sql`hashtextextended(${`commit of ${id}`}, 4871)`

/**
 * Whether a job was cancelled, asked in a transaction of the job: whoever cancels from now on waits until the
 * transaction has ended.
 */
export async function isCancelledForCommit(tx: Tx, id: string): Promise<boolean> {
  await tx.db.execute(sql`select pg_advisory_xact_lock_shared(${commitLock(id)})`)
  const { rows } = await tx.db.execute<{ state: string }>(sql`select state from job where id = ${id}`)
  return rows[0]?.state === 'cancelled'
}

/** Marks a job as cancelled that has not ended, and waits for its transactions that may commit yet. */
export async function cancelStored(id: string): Promise<void> {
  const db = database()
  await db.execute(sql`
    update job set state = 'cancelled', finished = case
    when state = 'queued' then ${nowDate().toISOString()}::timestamptz else finished end
    where id = ${id} and state in ('queued', 'running')`)
  await tell(db, id)
  await inTransaction((tx) => tx.db.execute(sql`select pg_advisory_xact_lock(${commitLock(id)})`))
}

/** Notes how far a running job is. Returns whether it was cancelled. */
export async function noteProgress(id: string, done: number, total: number): Promise<boolean> {
  const { rows } = await besideTransactions().execute<{ state: string }>(sql`
    update job set done = ${done}, total = ${total} where id = ${id} returning state`)
  await tellOfJob(id)
  return rows[0]?.state === 'cancelled'
}

/** Notes that a job has ended with its result. */
export async function writeEnd(
  id: string,
  { state, result, total }: { state: 'done' | 'cancelled'; result: unknown; total: number | null },
): Promise<void> {
  await besideTransactions().execute(sql`
    update job set state = ${state}, finished = ${nowDate().toISOString()}, error = null,
      done = coalesce(${total}::int, done), total = coalesce(${total}::int, total),
      result = ${JSON.stringify(result ?? null)}::jsonb
    where id = ${id}`)
}

/** Notes that a job was cancelled before anything of it stood, or has failed for good. */
export async function writeFailure(id: string, state: 'cancelled' | 'failed', error: string): Promise<void> {
  await besideTransactions().execute(sql`
    update job set state = ${state}, finished = ${nowDate().toISOString()}, error = ${error} where id = ${id}`)
}

/** Puts a running job back into the queue after a failure, to be begun after so many seconds. */
export async function requeueAfterFailure(id: string, seconds: number): Promise<void> {
  await besideTransactions().execute(sql`
    update job set state = 'queued', after = now() + ${seconds} * interval '1 second',
      error = 'The last try failed. It is tried again soon.'
    where id = ${id} and state = 'running'`)
}

/** Puts a running job back into the queue, as if it had not been begun. */
export async function requeueUncounted(id: string): Promise<void> {
  await besideTransactions().execute(sql`
    update job set state = 'queued', tries = greatest(0, tries - 1), after = now()
    where id = ${id} and state = 'running'`)
}

/** Whether no worker's connection holds the lock of a job. */
const inNobodysHands: SQL = sql`not exists (
  select 1 from pg_locks l
  where l.locktype = 'advisory' and l.database = (select oid from pg_database where datname = current_database())
    and (l.classid::bigint << 32 | l.objid::bigint) = hashtextextended(job.id, 4870))`

/** Running jobs that no worker has in its hands. */
export async function orphanedJobs(): Promise<{ id: string; tries: number }[]> {
  const { rows } = await besideTransactions().execute<{ id: string; tries: number }>(sql`
    select id, tries from job where state = 'running' and ${inNobodysHands}`)
  return rows
}

/** Notes that jobs have ended which were cancelled while their worker died: nobody else would say so. */
export async function endCancelledOrphans(): Promise<void> {
  await besideTransactions().execute(sql`
    update job set finished = ${nowDate().toISOString()}
    where state = 'cancelled' and finished is null and ${inNobodysHands}`)
}

type WorkRow = Omit<PastWork, 'created' | 'finished'> & { created: string; finished: string | null; cursor: string }

/**
 * Work before a moment and an id, newest first, but for some kinds; of one person, or of all for null. Each with the
 * step that it made, where it made one that can be undone, and with a cursor.
 */
export async function workBefore({
  before,
  personId,
  without,
  limit,
}: {
  before: { at: string; id: string } | undefined
  personId: number | null
  without: readonly string[]
  limit: number
}): Promise<WorkRow[]> {
  const { rows } = await database().execute<WorkRow & Record<string, unknown>>(sql`
    select j.id, j.kind, j.title, j.state, j.done, j.total, j.error, p.name as person, j.created, j.finished,
      to_char(j.created at time zone 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS.US"Z"') || ' ' || j.id as cursor,
      case when jsonb_typeof(j.result -> 'step') = 'number' then (j.result ->> 'step')::int end as step,
      coalesce(u.states @> array['done'], false) as undone,
      coalesce(u.states && array['queued', 'running'], false) as undoing
    from job j left join person p on p.id = j.person_id
    left join lateral (select array_agg(o.state::text) as states from job o
      where o.kind = 'undo' and o.input ->> 'step' = j.result ->> 'step') u on true
    where j.kind <> all(${sql.param([...without])}::text[])
      and ${personId === null ? sql`true` : sql`j.person_id = ${personId}`}
      and ${before ? sql`(j.created, j.id) < (${before.at}::timestamptz, ${before.id})` : sql`true`}
    order by j.created desc, j.id desc limit ${limit}
  `)
  return rows
}
