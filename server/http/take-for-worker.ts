import type { H3Event } from 'h3'
import type { JobDocument } from '@contracts/jobs'
import { inTransaction } from '../db/connect'
import { enqueue, type JobKind } from '../services/work/jobs'
import type { Person } from '@contracts/people'
import { Problem } from '../services/problem'
import { accepted } from './accepted'
import { resultOfJob } from './job-events'
import { takeFile } from './take-import'

/**
 * Gives a file that was sent to the worker, as a piece of work of a kind; answers with its report, or at once where
 * that is preferred.
 */
export async function takeForWorker<Report extends object>(
  event: H3Event,
  person: Person,
  { kind, title, prefer }: { kind: JobKind; title: string; prefer: string | undefined },
): Promise<Report | JobDocument<Report>> {
  const upload = await takeFile(event)
  const id = await inTransaction((tx) => enqueue(tx, { kind, title, personId: person.id, input: { upload } }))
  if (prefer?.includes('respond-async')) return accepted(event, id)
  const result = await resultOfJob<Report | { problem: { status: number; title: string; detail: string } }>(id)
  if ('problem' in result) throw new Problem(result.problem.status, result.problem.title, result.problem.detail)
  return result
}
