import { dateIn } from '@core/moments/instant'
import { prepareEvaluation, type Prepared } from '@core/readiness/prepare'
import type { Db } from '../../db/connect'
import { readContent } from '../../db/queries/content'
import { readStyles } from '../../db/queries/house-style'
import { loadEditions, type NumberedEditions } from '../../db/queries/readiness'
import { mayShare, readSetup, readStamps, type StoredSetup } from '../../db/queries/setup'

/** Everything that products are evaluated with, and by which it is known again. */
export interface EvaluatedWith {
  key: string
  setup: StoredSetup
  editions: NumberedEditions
  prepared: Prepared
  /** By number of an edition: the date in its storefront. */
  days: (string | null)[]
}

let cached: (EvaluatedWith & { stamps: string }) | undefined

/** The counters of changes that all of it depends on. */
const stampsOf = (db: Db): Promise<string> => readStamps(db, ['setup', 'content', 'house-style'])

/** By number of an edition: the date in its storefront. */
function daysOf(setup: StoredSetup, editions: NumberedEditions, now: number): (string | null)[] {
  return editions.list.map((e) => (e ? dateIn(setup.storefronts.get(e.storefront)!.timeZone, now) : null))
}

async function read(db: Db, now: number): Promise<EvaluatedWith & { stamps: string }> {
  const stamps = await stampsOf(db)
  const setup = await readSetup(db)
  const { assignments, pieces, sets } = await readContent(db, setup)
  const editions = await loadEditions(db, setup)
  const prepared = prepareEvaluation({
    setup,
    assignments,
    pieces,
    sets,
    styles: await readStyles(db),
    editions: editions.list,
    now,
  })
  const days = daysOf(setup, editions, now)
  return { stamps, key: `${stamps}@${days.join()}`, setup, editions, prepared, days }
}

/**
 * What products are evaluated with, cached while nothing of it changes and no day begins in a storefront. A transaction
 * that has changed some of it reads its own. All of it is read through the transaction's one connection.
 */
export async function evaluatedWith(db: Db, now: number): Promise<EvaluatedWith> {
  if (!mayShare(db)) return read(db, now)
  const stamps = await stampsOf(db)
  if (cached?.stamps === stamps && daysOf(cached.setup, cached.editions, now).join() === cached.days.join())
    return cached
  const fresh = await read(db, now)
  if (fresh.editions.settled) cached = fresh
  return fresh
}
