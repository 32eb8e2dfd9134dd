import { inTransaction } from '../../db/connect'
import { takeDue } from '../../db/queries/readiness'
import { judgeRoots } from './judge-roots'
import type { KnownReach } from './known-reach'

/** Families that are judged in one transaction. */
const familiesAtOnce = 250

/** Stretches that a thread judges at a time: while one waits for the database, the other computes. */
const stretchesAtOnce = 2

export interface Judging {
  now: () => number
  /** What is known of reaches now, where it is. */
  reach: () => Promise<KnownReach | undefined> | KnownReach | undefined
  /** Told how many were judged, after each stretch. */
  onJudged: (products: number) => void
  stopped: () => boolean
}

/** Judges what is due, some hundred families in a transaction, until nothing is left that nobody else is at. */
export async function judgeStretches({ now, reach, onJudged, stopped }: Judging): Promise<void> {
  async function drain() {
    while (!stopped()) {
      const known = await reach()
      const judged = await inTransaction(async (tx) => {
        const some = await takeDue(tx, familiesAtOnce)
        await judgeRoots(tx, some, now(), known)
        return some.length
      })
      if (judged === 0) return
      onJudged(judged)
    }
  }
  await Promise.all(Array.from({ length: stretchesAtOnce }, drain))
}

/** Another thread that judges what is due beside the one that has started it. */
export interface JudgingHelper {
  /** What is known of reaches from now on. */
  use(reach: KnownReach): void
  stop(): void
  /** Resolves when it finds nothing more that is due, or was stopped. */
  done: Promise<void>
}

/** What starts helpers; `onJudged` is told of their stretches. */
export type StartHelpers = (onJudged: (products: number) => void) => JudgingHelper[]
