import type { H3Event } from 'h3'
import { inTransaction } from '../db/connect'
import { enqueue, type JobKind } from '../services/work/jobs'
import type { Person } from '../services/people/permission'
import { Problem } from '../services/problem'
import { accepted } from './accepted'
import { resultOfJob } from './job-events'
import { takeFile } from './take-import'

/**
 * Gives a file that was sent to the worker, as a piece of work of a kind; answers with its report, or at once where
 * that is preferred.
 */
export async function takeForWorker(
  event: H3Event,
  person: Person,
  { kind, title, prefer }: { kind: JobKind; title: string; prefer: string | undefined },
) {
  const upload = await takeFile(event)
  const id = await inTransaction((tx) => enqueue(tx, { kind, title, personId: person.id, input: { upload } }))
  if (prefer?.includes('respond-async')) return accepted(event, id)
  const result = (await resultOfJob(id)) as { problem?: { status: number; title: string; detail: string } }
  if (result.problem) throw new Problem(result.problem.status, result.problem.title, result.problem.detail)
  return result
}
