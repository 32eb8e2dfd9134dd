import type { Origin } from '@contracts/drafting'
import type { Db } from '../../db/connect'
import { insertRun, runOfJob } from '../../db/queries/suggestions'
import type { RunDone } from '../../db/schema'

/** A run while it goes on. */
export interface Run {
  id: number
  done: RunDone
}

const nothingDone = (): RunDone => ({ last: {}, products: 0, suggestions: 0, units: 0, thin: 0, notes: {} })

/** Begins a run; one that its job had begun already, before a crash, is taken up. */
export async function beginRun(
  db: Db,
  {
    origin,
    recipe,
    job,
    title,
    personId,
    now,
  }: { origin: Origin; recipe: string | null; job: string | null; title: string; personId: number | null; now: number },
): Promise<Run> {
  const begun = job === null ? undefined : await runOfJob(db, job)
  if (begun) return begun
  const created = new Date(now)
  return insertRun(db, { origin, recipe, job, title, personId, created, done: nothingDone() })
}
