import { eq, sql } from 'drizzle-orm'
import { storefrontRecord } from '@contracts/records'
import type { Storefront } from '@core/catalogue/model'
import { canonicalTag } from '@core/language/chain'
import { normalForm } from '@core/richtext/normal-form'
import * as t from '../../db/schema'
import { storefrontOf } from '../../db/queries/setup'
import { refreshFactsOfType } from '../refresh-facts'
import { layoutProblems } from './layout-problems'
import { first, type Problems, type RecordKind } from './kind'

export const storefronts: RecordKind<Storefront> = {
  name: 'storefront', action: 'set-up', stamp: 'setup', schema: storefrontRecord,
  async read(db, code) {
    const row = await first(db.select().from(t.storefront).where(eq(t.storefront.code, code)))
    return row && { record: storefrontOf(row), version: row.version }
  },
  // Whoever looks after content looks after where it stands; languages, currency and zone are the administrator's.
  partly: { action: 'edit-content', keys: ['facts', 'pages', 'layout'] },
  async check(given, before, setup, tx) {
    const record: Storefront = { ...given, pages: given.pages.map((p) => ({ ...p, bodies: Object.fromEntries(Object.entries(p.bodies).map(([l, html]) => [l, normalForm(html)])) })) }
    const problems: Problems = await layoutProblems(record, before, setup, tx)
    record.editions.forEach((e, i) => [e.language, ...e.borrow].forEach((l) => {
      if (canonicalTag(l) !== l) problems.push({ path: `editions[${i}]`, message: `“${l}” is not a language tag such as fr-CH.` })
    }))
    try {
      new Intl.DateTimeFormat('en', { timeZone: record.timeZone })
    } catch {
      problems.push({ path: 'timeZone', message: `“${record.timeZone}” is not a time zone such as Europe/Zurich.` })
    }
    return { record, problems }
  },
  async write(tx, r) {
    const row = { name: r.name, currency: r.currency, timeZone: r.timeZone, editions: r.editions, facts: r.facts, pages: r.pages, layout: r.layout }
    await tx.db.insert(t.storefront).values({ code: r.code, position: sql`(select coalesce(max(position), 0) + 1 from storefront)`, ...row })
      .onConflictDoUpdate({ target: t.storefront.code, set: { ...row, version: sql`${t.storefront.version} + 1` } })
  },
  async after(tx, record, before) {
    // A new storefront needs facts wherever storefronts differ, a new time zone new instants.
    if (!before || before.timeZone !== record.timeZone) await refreshFactsOfType(tx, null)
  },
}
