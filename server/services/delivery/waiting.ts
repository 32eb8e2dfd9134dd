import { setTimeout as pause } from 'node:timers/promises'
import { database } from '../../db/connect'
import { lastSteps, type LastStep } from '../../db/queries/live-steps'

/** All that wait for a change share one look at the database each second. */
const lookEvery = 1000

let look: Promise<Map<string, LastStep>> | undefined

function nextLook(): Promise<Map<string, LastStep>> {
  look ??= pause(lookEvery)
    .then(() => lastSteps(database()))
    .finally(() => {
      look = undefined
    })
  return look
}

/** Waits until a storefront has a later step than one, or the time is over, or nobody waits any more. */
export async function waitForStep(
  storefront: string,
  step: number,
  { until, gone }: { until: number; gone: () => boolean },
): Promise<void> {
  while (Date.now() < until && !gone()) {
    const last = (await nextLook()).get(storefront)?.step ?? 0
    if (last > step) return
  }
}
