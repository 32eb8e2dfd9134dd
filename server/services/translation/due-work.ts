import { inTransaction, type Db } from '../../db/connect'
import { insertMessages } from '../../db/queries/messages'
import { loadSetup, type StoredSetup } from '../../db/queries/setup'
import { isShown } from '../../db/queries/translation-work'
import { takeDueWork, type DueWork } from '../../db/queries/work-shares'
import { unitsOfRecords } from './kinds'
import { targetEdition } from './target-edition'
import { countUnits } from './work'

/** So many records are named in a message. */
const mostRecords = 1000

/** A storefront's edition in a language; undefined where no storefront has it any more. */
function editionIn(setup: StoredSetup, language: string) {
  for (const shop of setup.storefronts.values())
    if (shop.editions.some((e) => e.language === language)) return targetEdition(setup, shop.code, language)
  return undefined
}

/** Those of the records that still have something to translate. */
async function openRecords(db: Db, setup: StoredSetup, { language, records }: DueWork): Promise<string[]> {
  const edition = editionIn(setup, language)
  if (!edition) return []
  const units = await unitsOfRecords(db, setup, records, edition)
  return records.filter((record) => isShown(countUnits(units.get(record)?.units ?? []), 'open'))
}

/**
 * Tells other systems of assigned texts whose day has come (by UTC) and that are not translated yet: once for each
 * person, language and day. What is assigned again is told again.
 */
export async function tellOfDueWork(now: number): Promise<void> {
  const today = new Date(now).toISOString().slice(0, 'yyyy-mm-dd'.length)
  await inTransaction(async (tx) => {
    const all = await takeDueWork(tx, today)
    if (all.length === 0) return
    const setup = await loadSetup(tx.db)
    for (const work of all) {
      const open = await openRecords(tx.db, setup, work)
      if (open.length === 0) continue
      const { language, due, person } = work
      const data = { language, due, person, records: open.slice(0, mostRecords), more: open.length > mostRecords }
      await insertMessages(tx, { event: 'translation.due', storefront: null, data }, now)
    }
  })
}
