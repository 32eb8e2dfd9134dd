import type { H3Event } from 'h3'
import { inTransaction } from '../db/connect'
import { enqueue } from '../services/jobs'
import { require, type Person } from '../services/permission'
import { Problem } from '../services/problem'
import { accepted } from './accepted'
import { waitForJob } from './job-events'
import { takeFile } from './take-import'

/** Gives a file of translations to the worker; answers with the report, or at once where that is preferred. */
export async function takeTranslations(event: H3Event, person: Person, prefer: string | undefined) {
  require(person, 'translate')
  const upload = await takeFile(event)
  const id = await inTransaction((tx) => enqueue(tx, { kind: 'translation-import', title: 'Took translations from a file', personId: person.id, input: { upload } }))
  if (prefer?.includes('respond-async')) return accepted(event, id)
  const job = await waitForJob(id)
  if (job.state !== 'done') throw new Problem(job.state === 'cancelled' ? 409 : 500, job.state === 'cancelled' ? 'Cancelled' : 'Something broke', `${job.error ?? 'The import did not end.'} Nothing has been changed.`)
  const { problem } = job.result as { problem?: { status: number; title: string; detail: string } }
  if (problem) throw new Problem(problem.status, problem.title, problem.detail)
  return job.result
}
