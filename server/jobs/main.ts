import { setTimeout as pause } from 'node:timers/promises'
import { TextTooComplex } from '@core/richtext/bounded-parser'
import { now } from '../clock'
import { disconnect, guardCommits, isOutage, noteOutage, patientConnections } from '../db/connect'
import { noteProgress, tellOfJob } from '../db/queries/jobs'
import { QueueConnection, type ClaimedJob } from '../db/queue-connection'
import { Cancelled, refuseWhenCancelled } from '../services/work/jobs'
import { ForPeople } from '../services/problem'
import { evaluateBeforeCommit } from '../services/readiness/settle'
import { chores, type Chore } from './chores'
import { handlers } from './handlers'
import { afterOutage, noteEnd, noteFailure, takeUpOrphans, tryAgain } from './queue'

// One worker process: long and heavy work is done here, so that the web server always answers.
patientConnections()
evaluateBeforeCommit()
const queue = new QueueConnection()
let stopping = false

/** How far work is, and whether it was cancelled, is written and asked so often at most, in milliseconds. */
const noteEvery = 250

/** Runs one job to its end, however it ends. */
async function run(job: ClaimedJob): Promise<void> {
  const lossesBefore = queue.losses
  let cancelled = false
  let last = 0
  const note = async (done: number, total: number) => {
    const isCancelled = await noteProgress(job.id, done, total)
    cancelled ||= isCancelled
  }
  const onProgress = (done: number, total: number) => {
    if (Date.now() - last < noteEvery) return
    last = Date.now()
    void note(done, total).catch(() => undefined)
  }
  // Whoever has lost the queue's connection may be no longer the only one who does this.
  const lost = () => queue.losses !== lossesBefore
  try {
    const handler = handlers[job.kind as keyof typeof handlers]
    if (!handler) throw new ForPeople(`This version knows no work of the kind “${job.kind}”.`)
    const { result, total } = await guardCommits(
      (tx) => (lost() ? Promise.reject(new LostQueue()) : refuseWhenCancelled(tx, job.id)),
      () => handler(job, { onProgress, cancelled: () => cancelled || lost() }),
    )
    const partly = (result as { cancelled?: boolean } | null)?.cancelled === true
    if (partly && lost()) throw new LostQueue()
    await noteEnd(job.id, { result, total, cancelled: partly })
  } catch (e) {
    await failed(job, e, { cancelled, lost: lost() })
  }
}

/** The connection that holds a job's lock was lost while the job ran. */
class LostQueue extends Error {}

async function failed(
  job: ClaimedJob,
  e: unknown,
  { cancelled, lost }: { cancelled: boolean; lost: boolean },
): Promise<void> {
  if (lost || e instanceof LostQueue || isOutage(e)) {
    noteOutage(e)
    return afterOutage(job.id)
  }
  if (cancelled || e instanceof Cancelled)
    return noteFailure(job.id, 'cancelled', 'Cancelled. Nothing has been changed.')
  if (e instanceof ForPeople || e instanceof TextTooComplex) return noteFailure(job.id, 'failed', e.message)
  console.error(`Job ${job.id} (${job.kind}), try ${job.tries}:`, e)
  await tryAgain(job.id, job.tries)
}

/** Takes work, one after the other, until the worker is stopped. An outage of the database is waited for. */
async function workOn(): Promise<void> {
  let wait = 200
  while (!stopping) {
    try {
      const job = await queue.claim()
      wait = 200
      if (!job) {
        await queue.wait()
        continue
      }
      await tellOfJob(job.id)
      await run(job)
      await queue.release()
      await tellOfJob(job.id)
    } catch (e) {
      if (stopping) return
      if (!noteOutage(e)) console.error('The queue:', e)
      await pause(wait)
      wait = Math.min(5000, wait * 2)
    }
  }
}

/** Small work that fails is tried again after so long at the latest, in milliseconds. */
const longestPause = 900_000

/** Small work that comes round by itself: each entry alone, so that one that fails or lasts holds up no other. */
const all: Record<string, Chore> = {
  ...chores,
  'Work of dead workers': { every: 10_000, atStart: true, work: takeUpOrphans },
}
const timers = Object.entries(all).map(([name, { every, atStart, work }]) => {
  let busy = false
  let failures = 0
  let notBefore = 0
  const turn = async () => {
    if (busy || stopping || Date.now() < notBefore) return
    busy = true
    try {
      await work(now())
      failures = 0
    } catch (e) {
      // What goes on failing comes round more and more seldom, and is told each time that it does; but what falls since
      // the worker ends begins again with the next.
      if (!stopping && !noteOutage(e)) {
        notBefore = Date.now() + Math.min(longestPause, every * 2 ** ++failures)
        console.error(`${name}:`, e)
      }
    } finally {
      busy = false
    }
  }
  if (atStart) void turn()
  return setInterval(() => void turn(), every)
})

for (const signal of ['SIGINT', 'SIGTERM'] as const) {
  process.on(signal, () => {
    if (stopping) return
    stopping = true
    for (const timer of timers) clearInterval(timer)
    void queue
      .stop()
      .then(() => disconnect())
      .finally(() => process.exit(0))
    setTimeout(() => process.exit(0), 1500).unref()
  })
}
void workOn()
console.log('worker ready')
