import type { JobDocument } from '@contracts/jobs'
import { randomUUID } from 'node:crypto'
import type { Tx } from '../../db/connect'
import {
  cancelStored,
  insertJob,
  isCancelledForCommit,
  jobById,
  jobsOf,
  latestJobs,
  type JobRow,
} from '../../db/queries/jobs'
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
  'release',
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

/**
 * Puts work into the queue, as part of the transaction that causes it: it is never lost, and never done for what did
 * not stand. Returns its id.
 */
export async function enqueue(
  tx: Tx,
  job: { kind: JobKind; title: string; personId: number | null; input: Record<string, unknown> },
): Promise<string> {
  const id = randomUUID()
  await insertJob(tx, { id, ...job })
  return id
}

const documentOf = (row: JobRow): JobDocument => ({
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
  const row = await jobById(id)
  return row && documentOf(row)
}

/** Some jobs, without their results. */
export async function jobsById(ids: readonly string[]): Promise<JobDocument[]> {
  const rows = await jobsOf(ids)
  return rows.map((r) => ({ ...documentOf(r), result: null }))
}

/** The latest jobs, newest first, without their results. */
export async function recentJobs(): Promise<JobDocument[]> {
  const rows = await latestJobs(20)
  return rows.map((r) => ({ ...documentOf(r), result: null }))
}

/**
 * Holds every transaction of a job back from standing once the job was cancelled: asked last thing before it commits.
 * Whoever cancels waits for those that have passed, so nothing is written after the answer. Throws Cancelled.
 */
export async function refuseWhenCancelled(tx: Tx, id: string): Promise<void> {
  if (await isCancelledForCommit(tx, id)) throw new Cancelled()
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
export const endJob = (id: string): Promise<void> => cancelStored(id)
