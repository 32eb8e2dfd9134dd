import { createEventStream, type H3Event } from 'h3'
import { EventEmitter } from 'node:events'
import pg from 'pg'
import { settings } from '../settings'
import { getJob, jobChannel, recentJobs, type JobDocument } from '../services/jobs'

const changes = new EventEmitter()
changes.setMaxListeners(0)
let listening: Promise<void> | undefined

/** One connection of this process hears of all jobs; it comes back by itself when the database was away. */
function listen(): Promise<void> {
  return (listening ??= (async () => {
    const client = new pg.Client({ connectionString: settings().databaseUrl })
    client.on('notification', (n) => changes.emit('job', n.payload ?? ''))
    client.on('error', () => {
      listening = undefined
      setTimeout(() => void listen().catch(() => undefined), 1000).unref()
    })
    await client.connect()
    await client.query(`listen ${jobChannel}`)
  })().catch((e: unknown) => {
    listening = undefined
    throw e
  }))
}

const ended = (j: JobDocument) => j.state === 'done' || j.state === 'failed' || j.state === 'cancelled'

/** Waits until a job has ended. A look every two seconds makes up for a message that was lost. */
export async function waitForJob(id: string): Promise<JobDocument> {
  await listen()
  for (;;) {
    const job = await getJob(id)
    if (!job) throw new Error(`There is no job ${id}.`)
    if (ended(job)) return job
    await new Promise<void>((resolve) => {
      const done = (changed?: string) => {
        if (changed !== undefined && changed !== id) return
        clearTimeout(timer)
        changes.off('job', done)
        resolve()
      }
      const timer = setTimeout(() => done(), 2000)
      changes.on('job', done)
    })
  }
}

/** The changes of jobs as server-sent events, the latest jobs first. */
export async function jobEvents(event: H3Event) {
  await listen()
  const stream = createEventStream(event)
  const push = (job: JobDocument) => stream.push({ event: 'job', data: JSON.stringify({ ...job, result: null }) })
  const tell = (id: string) => void getJob(id).then((job) => job && push(job)).catch(() => undefined)
  changes.on('job', tell)
  const alive = setInterval(() => void stream.push({ event: 'alive', data: '' }), 25_000)
  stream.onClosed(() => {
    changes.off('job', tell)
    clearInterval(alive)
    return stream.close()
  })
  void recentJobs().then((jobs) => Promise.all(jobs.filter((j) => !ended(j)).map(push)))
  return stream.send()
}
