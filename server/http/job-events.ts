import { createEventStream, type H3Event } from 'h3'
import { EventEmitter } from 'node:events'
import pg from 'pg'
import { noteOutage } from '../db/connect'
import { Problem } from '../services/problem'
import { settings } from '../settings'
import { jobChannel } from '../db/queries/jobs'
import { getJob, jobsById, recentJobs } from '../services/work/jobs'
import type { JobDocument } from '@contracts/jobs'

/** Changes that come so shortly after each other are asked together, in milliseconds. */
const gathered = 40
/** A stream says that it is alive so often, in milliseconds. */
const aliveEvery = 25_000
/** More streams than this are open in no team. */
const mostStreams = 500

const told = new EventEmitter()
told.setMaxListeners(0)

/** Numbers of jobs that have changed and were not asked about yet. */
let changed = new Set<string>()
let gathering: NodeJS.Timeout | undefined
let streams = 0

/** Asks about all jobs that have changed, once for everybody who listens. */
async function tellAll(): Promise<void> {
  gathering = undefined
  const ids = [...changed]
  changed = new Set()
  for (const id of ids) told.emit('id', id)
  if (streams === 0) return
  try {
    for (const job of await jobsById(ids)) told.emit('job', job)
  } catch (e) {
    if (!noteOutage(e)) console.error('Events of work:', e)
  }
}

function hear(id: string): void {
  changed.add(id)
  gathering ??= setTimeout(() => void tellAll(), gathered)
}

let listening: Promise<void> | undefined
let again = 200

/** Listens anew after a loss, and tells everything that was changed meanwhile. */
function listenAgain(): void {
  listening = undefined
  setTimeout(() => {
    again = Math.min(5000, again * 2)
    void listenForJobs()
      .then(async () => {
        again = 200
        for (const job of await recentJobs()) told.emit('job', job)
      })
      .catch(() => undefined)
  }, again).unref()
}

/** One connection of this process hears of all jobs; it comes back by itself when the database was away. */
export function listenForJobs(): Promise<void> {
  return (listening ??= (async () => {
    const client = new pg.Client({
      connectionString: settings().databaseUrl,
      application_name: 'inkloom events',
      connectionTimeoutMillis: 5000,
      keepAlive: true,
    })
    let lost = false
    const onLoss = () => {
      if (lost) return
      lost = true
      listenAgain()
    }
    client.on('notification', (n) => hear(n.payload ?? ''))
    client.on('error', onLoss).on('end', onLoss)
    try {
      await client.connect()
      await client.query(`listen ${jobChannel}`)
    } catch (e) {
      noteOutage(e)
      onLoss()
      throw e
    }
  })())
}

const ended = (j: JobDocument) =>
  j.state === 'done' || j.state === 'failed' || (j.state === 'cancelled' && j.finished !== null)

/** Waits until a job has ended. A look every two seconds makes up for a message that was lost. */
export async function waitForJob(id: string): Promise<JobDocument> {
  await listenForJobs()
  for (;;) {
    const job = await getJob(id)
    if (!job) throw new Error(`There is no job ${id}.`)
    if (ended(job)) return job
    await new Promise<void>((resolve) => {
      const done = (changed?: string) => {
        if (changed !== undefined && changed !== id) return
        clearTimeout(timer)
        told.off('id', done)
        resolve()
      }
      const timer = setTimeout(() => done(), 2000)
      told.on('id', done)
    })
  }
}

/**
 * What a job that is waited for comes to. Throws 409 where it was cancelled, and 500 with its error where it failed.
 */
export async function resultOfJob<Result>(id: string): Promise<Result> {
  const { state, result, error } = await waitForJob(id)
  if (state === 'done') return result as Result
  const [status, title] = state === 'cancelled' ? ([409, 'Cancelled'] as const) : ([500, 'Something broke'] as const)
  throw new Problem(status, title, `${error ?? 'The import did not end.'} Nothing has been changed.`)
}

/** The changes of jobs as server-sent events, the latest jobs first. The stream outlives an outage of the database. */
export async function jobEvents(event: H3Event) {
  if (streams >= mostStreams) {
    event.node.res.setHeader('Retry-After', '30')
    event.node.res.statusCode = 503
    return ''
  }
  const stream = createEventStream(event)
  streams++
  const push = (job: JobDocument) =>
    void stream.push({ event: 'job', data: JSON.stringify({ ...job, result: null }) }).catch(() => undefined)
  told.on('job', push)
  const alive = setInterval(() => void stream.push({ event: 'alive', data: '' }).catch(() => undefined), aliveEvery)
  stream.onClosed(() => {
    streams--
    told.off('job', push)
    clearInterval(alive)
    return stream.close()
  })
  // The headers go out with the first event.
  void stream.push({ event: 'alive', data: '' }).catch(() => undefined)
  void listenForJobs()
    .then(recentJobs)
    .then((jobs) => jobs.filter((j) => !ended(j)).forEach(push))
    .catch(() => undefined)
  return stream.send()
}
