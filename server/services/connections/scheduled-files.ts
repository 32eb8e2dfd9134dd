import { lastRun } from '@core/release/plan'
import { database, inTransaction } from '../../db/connect'
import { listedConnections, noteScheduled } from '../../db/queries/connections'
import { insertMessageTo } from '../../db/queries/messages'
import { livePointers } from '../../db/queries/releases'
import { loadSetup } from '../../db/queries/setup'

/**
 * Writes a message for each file whose time has come by the clock of its storefront, since its folder was tested: one
 * for each time, whoever looks. What was missed while no worker ran is written once.
 */
export async function scheduleFiles(now: number): Promise<void> {
  const db = database()
  const due = (await listedConnections(db)).filter((c) => c.files?.schedule && !c.resting && c.verified !== null)
  if (due.length === 0) return
  const { storefronts } = await loadSetup(db)
  const live = (await livePointers(db)).filter(({ number }) => number > 0)
  await inTransaction(async (tx) => {
    for (const { code, files, verified } of due)
      for (const { storefront } of live) {
        const zone = storefronts.get(storefront)?.timeZone
        if (zone === undefined) continue
        const moment = lastRun(files!.schedule!, zone, now)
        const at = new Date(moment).toISOString()
        if (moment <= Date.parse(verified!) || !(await noteScheduled(tx, code, storefront, at))) continue
        await insertMessageTo(tx, code, { event: 'files.due', storefront, data: { at } }, now)
      }
  })
}
