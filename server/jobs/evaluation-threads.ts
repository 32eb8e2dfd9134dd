import { availableParallelism } from 'node:os'
import { Worker } from 'node:worker_threads'
import type { KnownReach } from '../services/readiness/known-reach'
import type { EvaluationHelper, StartHelpers } from '../services/readiness/blocks'

/** What a thread is told: what is known of reaches, or to stop after its block. */
export type ToThread = KnownReach | 'stop'
/** What it says: how many products it has evaluated. */
export interface FromThread {
  evaluated: number
}

/** More threads than these do not help: the database is then the slower part. */
const most = 4

/** Starts a thread for each further core, from the file beside this program. */
export const evaluationThreads: StartHelpers = (onEvaluated) =>
  Array.from({ length: Math.min(most, availableParallelism()) - 1 }, (): EvaluationHelper => {
    const thread = new Worker(new URL('./evaluation-thread.mjs', import.meta.url))
    const tell = (message: ToThread) => thread.postMessage(message)
    thread.on('message', ({ evaluated }: FromThread) => onEvaluated(evaluated))
    const done = new Promise<void>((resolve, reject) => {
      thread.once('error', reject)
      thread.once('exit', () => resolve())
    })
    // Whoever waits for it hears of a failure; it may come before that.
    done.catch(() => undefined)
    return { use: tell, stop: () => tell('stop'), done }
  })
