import { inTransaction, isOutage, mustBeginAgain } from '../../db/connect'
import { noteFailedRoot, takeDue } from '../../db/queries/readiness'
import { evaluateRoots } from './evaluate-roots'
import type { KnownReach } from './known-reach'

/** Families that are evaluated in one transaction. */
const familiesAtOnce = 250

/** Stretches that a thread evaluates at a time: while one waits for the database, the other computes. */
const blocksAtOnce = 2

export interface Evaluating {
  now: () => number
  /** What is known of reaches now, where it is. */
  reach: () => Promise<KnownReach | undefined> | KnownReach | undefined
  /** Told how many were evaluated, after each block. */
  onEvaluated: (products: number) => void
  stopped: () => boolean
}

/**
 * Evaluates what is due, some hundred families in a transaction, until nothing is left that nobody else is at. Where a
 * transaction fails, fewer are taken, down to the one that is to blame: that is tried again later, and holds up no
 * other.
 */
export async function evaluateBlocks({ now, reach, onEvaluated, stopped }: Evaluating): Promise<void> {
  async function drain() {
    let atOnce = familiesAtOnce
    while (!stopped()) {
      const known = await reach()
      let taken: number[] = []
      try {
        await inTransaction(async (tx) => {
          taken = await takeDue(tx, atOnce)
          await evaluateRoots(tx, taken, now(), known)
        })
      } catch (e) {
        if (isOutage(e) || mustBeginAgain(e) || taken.length === 0) throw e
        if (taken.length === 1) await setAside(taken[0]!, e)
        atOnce = Math.max(1, Math.floor(taken.length / 4))
        continue
      }
      if (taken.length === 0) return
      onEvaluated(taken.length)
      atOnce = Math.min(familiesAtOnce, atOnce * 2)
    }
  }
  await Promise.all(Array.from({ length: blocksAtOnce }, drain))
}

async function setAside(root: number, e: unknown): Promise<void> {
  const again = await noteFailedRoot(root, (e as Error).message.slice(0, 500))
  console.error(`The readiness of product ${root} could not be evaluated${again ? '' : '; it is set aside'}:`, e)
}

/** Another thread that evaluates what is due beside the one that has started it. */
export interface EvaluationHelper {
  /** What is known of reaches from now on. */
  use(reach: KnownReach): void
  stop(): void
  /** Resolves when it finds nothing more that is due, or was stopped. */
  done: Promise<void>
}

/** What starts helpers; `onEvaluated` is told of their blocks. */
export type StartHelpers = (onEvaluated: (products: number) => void) => EvaluationHelper[]
