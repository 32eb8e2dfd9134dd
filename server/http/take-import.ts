import { getRequestHeader, type H3Event } from 'h3'
import { randomUUID } from 'node:crypto'
import { createWriteStream } from 'node:fs'
import { mkdir, unlink } from 'node:fs/promises'
import path from 'node:path'
import { Transform } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import { inTransaction } from '../db/connect'
import { enqueue } from '../services/jobs'
import type { Person } from '../services/permission'
import { Problem } from '../services/problem'
import { settings } from '../settings'
import { accepted } from './accepted'
import { waitForJob } from './job-events'

export interface ImportQuery {
  mode: 'check' | 'apply'
  take: 'all' | 'good'
  name: string
}

const maxBytes = 1024 * 1024 * 1024

/** Takes a file in as a stream, so that its size does not matter, and gives it to the worker. */
export async function takeImport(event: H3Event, person: Person, query: ImportQuery, prefer: string | undefined) {
  const type = getRequestHeader(event, 'content-type') ?? ''
  if (!/^text\/csv\b/i.test(type)) throw new Problem(415, 'Not CSV', 'Send the file with Content-Type: text/csv.')
  const upload = randomUUID()
  const folder = path.join(settings().data, 'uploads')
  const file = path.join(folder, upload)
  await mkdir(folder, { recursive: true })
  let bytes = 0
  const limit = new Transform({
    transform(chunk: Buffer, _e, done) {
      bytes += chunk.length
      done(bytes > maxBytes ? new Problem(413, 'Too large', 'The file is larger than 1 GB. Cut it in parts.') : null, chunk)
    },
  })
  try {
    await pipeline(event.node.req, limit, createWriteStream(file))
  } catch (e) {
    await unlink(file).catch(() => undefined)
    throw e
  }
  const title = `${query.mode === 'check' ? 'Checking' : 'Importing'} ${query.name}`
  const id = await inTransaction((tx) => enqueue(tx, { kind: 'import', title, personId: person.id, input: { upload, mode: query.mode, take: query.take } }))
  if (prefer?.includes('respond-async')) return accepted(event, id)
  const job = await waitForJob(id)
  if (job.state === 'done') return job.result
  throw new Problem(job.state === 'cancelled' ? 409 : 500, job.state === 'cancelled' ? 'Called off' : 'Something broke', `${job.error ?? 'The import did not end.'} Nothing has been changed.`)
}
