import { isOutage, noteOutage } from '../db/connect'
import {
  endCancelledOrphans,
  orphanedJobs,
  requeueAfterFailure,
  requeueUncounted,
  tellOfJob,
  writeEnd,
  writeFailure,
} from '../db/queries/jobs'

/** Work that failed, or whose worker died, is begun so often; then it is set aside with its error. */
export const mostTries = 5
/** How long work waits after its first, second … failure, in seconds. */
const pauses = [1, 5, 15, 60]

const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms))

/** Asks the database something that must not be lost: again and again while it is away. */
async function insistently<T>(ask: () => Promise<T>): Promise<T> {
  for (let wait = 200; ; wait = Math.min(5000, wait * 2)) {
    try {
      return await ask()
    } catch (e) {
      if (!isOutage(e)) throw e
      noteOutage(e)
      await pause(wait)
    }
  }
}

/** How a job ended well. */
interface End {
  result: unknown
  total: number | null
  /** Whether it was cancelled between two parts, of which the first stand. */
  cancelled: boolean
}

/** Notes that a job has ended well. What it did stands already, so an outage is waited for. */
export async function noteEnd(id: string, { result, total, cancelled }: End): Promise<void> {
  const state = cancelled ? 'cancelled' : 'done'
  await insistently(() => writeEnd(id, { state, result, total }))
}

/** Notes that a job was cancelled before anything of it stood, or has failed for good. */
export async function noteFailure(id: string, state: 'cancelled' | 'failed', error: string): Promise<void> {
  await insistently(() => writeFailure(id, state, error))
}

/** Says to whoever waits for it how work ends that is not tried again. */
const setAside =
  `This failed ${mostTries} times and was set aside; other work goes on. ` +
  'Tell the operator of Ink Loom; the log has details.'

/**
 * Puts a job back into the queue after a failure, with a growing pause, or sets it aside after the last try. Returns
 * whether it is tried again.
 */
export async function tryAgain(id: string, tries: number): Promise<boolean> {
  if (tries >= mostTries) {
    await noteFailure(id, 'failed', setAside)
    return false
  }
  const seconds = pauses[tries - 1] ?? pauses.at(-1)!
  await insistently(() => requeueAfterFailure(id, seconds))
  return true
}

/**
 * Puts a job back into the queue that lost the database in its middle, once that answers again: it was no fault of the
 * job's own.
 */
export async function afterOutage(id: string): Promise<void> {
  await insistently(() => requeueUncounted(id))
}

/** Puts work back into the queue whose worker died in the middle: what it had not committed has fallen. */
export async function takeUpOrphans(): Promise<void> {
  for (const { id, tries } of await orphanedJobs()) {
    await tryAgain(id, tries)
    await tellOfJob(id)
  }
  await endCancelledOrphans()
}
