import { eq } from 'drizzle-orm'
import type { Origin } from '@contracts/drafting'
import type { Db, Tx } from '../../db/connect'
import * as t from '../../db/schema'
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
  if (job !== null) {
    const [begun] = await db
      .select({ id: t.suggestionRun.id, done: t.suggestionRun.done })
      .from(t.suggestionRun)
      .where(eq(t.suggestionRun.job, job))
    if (begun) return begun
  }
  const [made] = await db
    .insert(t.suggestionRun)
    .values({ origin, recipe, job, title, personId, created: new Date(now), done: nothingDone() })
    .returning({ id: t.suggestionRun.id, done: t.suggestionRun.done })
  return made!
}

/** Keeps how far a run is. */
export async function saveRun(tx: Tx, id: number, done: RunDone): Promise<void> {
  await tx.db.update(t.suggestionRun).set({ done }).where(eq(t.suggestionRun.id, id))
}
