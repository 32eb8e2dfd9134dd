import { eq, sql } from 'drizzle-orm'
import { campaignRecord } from '@contracts/records'
import type { Campaign } from '@core/assignments/campaign'
import * as t from '../../db/schema'
import { campaignOf } from '../../db/queries/setup'
import { first, rulesNaming, type Problems, type RecordKind } from './kind'
import { windowProblems } from './limits'

export const campaigns: RecordKind<Campaign> = {
  name: 'campaign',
  action: 'edit-content',
  stamp: 'setup',
  schema: campaignRecord,
  async read(db, code) {
    const row = await first(db.select().from(t.campaign).where(eq(t.campaign.code, code)))
    return row && { record: campaignOf(row), version: row.version }
  },
  check(record, _before, setup) {
    const problems: Problems = windowProblems(record, '')
    record.storefronts.forEach((s, i) => {
      if (!setup.storefronts.has(s))
        problems.push({ path: `storefronts[${i}]`, message: `There is no storefront “${s}”.` })
    })
    return Promise.resolve({ record, problems })
  },
  async write(tx, r) {
    const row = { name: r.name, note: r.note, storefronts: r.storefronts, from: r.from, to: r.to }
    await tx.db
      .insert(t.campaign)
      .values({ code: r.code, ...row })
      .onConflictDoUpdate({ target: t.campaign.code, set: { ...row, version: sql`${t.campaign.version} + 1` } })
  },
  async deletionBlockers(tx, record, setup) {
    const { rows } = await tx.db.execute<{ name: string }>(sql`
      select name from assignment where limits ->> 'campaign' = ${record.code} union all select name from piece
      where own -> 'limits' ->> 'campaign' = ${record.code} order by 1`)
    const ruled = await rulesNaming(tx.db, setup, `campaign:${record.code}`)
    return [
      ...(rows.length > 0
        ? [`${rows.map((r) => `“${r.name}”`).join(', ')} belong to it. Give them another one first.`]
        : []),
      ...(ruled.length > 0 ? [`The rules of ${ruled.join(', ')} name it. Change them first.`] : []),
    ]
  },
  async remove(tx, record) {
    await tx.db.delete(t.campaign).where(eq(t.campaign.code, record.code))
  },
}
