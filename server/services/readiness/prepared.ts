import { dateIn } from '@core/moments/instant'
import { prepareJudge, type Prepared } from '@core/readiness/prepare'
import { database, type Db } from '../../db/connect'
import { readContent } from '../../db/queries/content'
import { readStyles } from '../../db/queries/house-style'
import { loadEditions, type NumberedEditions } from '../../db/queries/readiness'
import { readSetup, readStamp, type StoredSetup } from '../../db/queries/setup'

/** Everything that products are judged with, and by which it is known again. */
export interface JudgedWith {
  key: string
  setup: StoredSetup
  editions: NumberedEditions
  prepared: Prepared
  /** By number of an edition: the date in its storefront. */
  days: (string | null)[]
}

let kept: JudgedWith | undefined

async function read(db: Db, now: number): Promise<JudgedWith> {
  const key = await keyOf(db, now)
  const setup = await readSetup(db)
  const { assignments, pieces, sets } = await readContent(db, setup)
  const editions = await loadEditions(db, setup)
  const prepared = prepareJudge({ setup, assignments, pieces, sets, styles: await readStyles(db), editions: editions.list, now })
  return { key, setup, editions, prepared, days: editions.list.map((e) => (e ? dateIn(setup.storefronts.get(e.storefront)!.timeZone, now) : null)) }
}

/** What all of it depends on: the counters of changes, and the hour, since dates begin at different hours. */
async function keyOf(db: Db, now: number): Promise<string> {
  const stamps = [await readStamp(db, 'setup'), await readStamp(db, 'content'), await readStamp(db, 'house-style')]
  return `${stamps.join('.')}@${Math.floor(now / 900_000)}`
}

/**
 * What products are judged with, kept in memory while nothing of it changes. A transaction that has changed some of it
 * gets its own, which is not kept, for it may yet fall.
 */
export async function judgedWith(db: Db, now: number): Promise<JudgedWith> {
  const key = await keyOf(db, now)
  if (kept?.key === key) return kept
  const committed = await read(database(), now)
  kept = committed
  return committed.key === key ? committed : read(db, now)
}
