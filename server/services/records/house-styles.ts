import { eq, sql } from 'drizzle-orm'
import { houseStyleRecord } from '@contracts/records'
import type { HouseStyle } from '@core/house-style/style'
import { isKnownTag, tagProblem } from '@core/language/tag'
import { styleOf } from '../../db/queries/house-style'
import * as t from '../../db/schema'
import { first, type Problems, type RecordKind } from './kind'

export const houseStyles: RecordKind<HouseStyle> = {
  name: 'house style rule set',
  action: 'edit-content',
  stamp: 'house-style',
  schema: houseStyleRecord,
  async read(db, code) {
    const row = await first(db.select().from(t.houseStyle).where(eq(t.houseStyle.code, code)))
    return row && { record: styleOf(row), version: row.version }
  },
  async check(record, _before, setup, tx) {
    const problems: Problems = []
    if (record.field !== null && !setup.attributes.has(record.field))
      problems.push({ path: 'field', message: `There is no attribute “${record.field}”.` })
    if (record.storefront !== null && !setup.storefronts.has(record.storefront))
      problems.push({ path: 'storefront', message: `There is no storefront “${record.storefront}”.` })
    if (record.language !== null && !isKnownTag(record.language))
      problems.push({ path: 'language', message: tagProblem(record.language) })
    const { rows } = await tx.db.execute<{ code: string }>(sql`
      select code from house_style where code <> ${record.code} and field is not distinct from ${record.field}::text
      and storefront is not distinct from ${record.storefront}::text and language is not distinct
      from ${record.language}::text`)
    if (rows[0])
      problems.push({
        path: 'field',
        message: `The rule set “${rows[0].code}” is for the same field, storefront and language. Change that one.`,
      })
    return { record, problems }
  },
  async write(tx, r) {
    const row = { field: r.field, storefront: r.storefront, language: r.language, settings: r.settings }
    await tx.db
      .insert(t.houseStyle)
      .values({ code: r.code, ...row })
      .onConflictDoUpdate({ target: t.houseStyle.code, set: { ...row, version: sql`${t.houseStyle.version} + 1` } })
  },
  deletionBlockers: () => Promise.resolve([]),
  async remove(tx, record) {
    await tx.db.delete(t.houseStyle).where(eq(t.houseStyle.code, record.code))
  },
}
