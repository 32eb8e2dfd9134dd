import type { H3Event } from 'h3'
import { inTransaction } from '../db/connect'
import { enqueue, type JobKind } from '../services/jobs'
import type { Person } from '../services/permission'
import { Problem } from '../services/problem'
import { accepted } from './accepted'
import { waitForJob } from './job-events'
import { takeFile } from './take-import'

/** Gives a file that was sent to the worker, as a piece of work of a kind; answers with its report, or at once where that is preferred. */
export async function takeForWorker(
  event: H3Event,
  person: Person,
  { kind, title, prefer }: { kind: JobKind; title: string; prefer: string | undefined },
) {
  const upload = await takeFile(event)
  const id = await inTransaction((tx) => enqueue(tx, { kind, title, personId: person.id, input: { upload } }))
  if (prefer?.includes('respond-async')) return accepted(event, id)
  const job = await waitForJob(id)
  if (job.state !== 'done') {
    const [status, called] =
      job.state === 'cancelled' ? ([409, 'Cancelled'] as const) : ([500, 'Something broke'] as const)
    throw new Problem(status, called, `${job.error ?? 'The import did not end.'} Nothing has been changed.`)
  }
  const { problem } = job.result as { problem?: { status: number; title: string; detail: string } }
  if (problem) throw new Problem(problem.status, problem.title, problem.detail)
  return job.result
}
