import { setResponseHeader, setResponseStatus, type H3Event } from 'h3'
import type { JobDocument } from '@contracts/jobs'
import { getJob } from '../services/work/jobs'

/** Answers that work was taken on: 202, where it can be followed, and how it stands. */
export async function accepted<Result>(event: H3Event, jobId: string): Promise<JobDocument<Result>> {
  setResponseStatus(event, 202)
  setResponseHeader(event, 'Location', `/api/jobs/${jobId}`)
  return (await getJob(jobId)) as JobDocument<Result>
}
