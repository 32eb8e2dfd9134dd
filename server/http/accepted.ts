import { setResponseHeader, setResponseStatus, type H3Event } from 'h3'
import { getJob } from '../services/work/jobs'

/** Answers that work was taken on: 202, where it can be followed, and how it stands. */
export async function accepted(event: H3Event, jobId: string) {
  setResponseStatus(event, 202)
  setResponseHeader(event, 'Location', `/api/jobs/${jobId}`)
  return getJob(jobId)
}
