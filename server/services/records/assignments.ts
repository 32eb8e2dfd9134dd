import { eq, sql } from 'drizzle-orm'
import { assignmentRecord, type AssignmentRecord } from '@contracts/records'
import { prepareAssignment, type Assignment } from '@core/assignments/assignment'
import { windowIn } from '@core/moments/instant'
import { RuleError } from '@core/rules/condition'
import * as t from '../../db/schema'
import { assignmentOf } from '../../db/queries/content'
import { first, type Problems, type RecordKind } from './kind'

export const assignments: RecordKind<AssignmentRecord> = {
  name: 'assignment', action: 'edit-content', stamp: 'content', schema: assignmentRecord,
  async read(db, code) {
    const row = await first(db.select().from(t.assignment).where(eq(t.assignment.code, code)))
    return row && { record: assignmentOf(row), version: row.version }
  },
  async check(record, before, setup, tx) {
    const problems: Problems = []
    try {
      prepareAssignment({ ...record, number: before?.number ?? 0 } as Assignment, setup)
    } catch (e) {
      if (!(e instanceof RuleError)) throw e
      problems.push(...e.problems.map((p) => ({ path: ['reach.rule', p.path].filter(Boolean).join('.'), message: p.message })))
    }
    const known = (list: string[], has: (c: string) => boolean, path: string, what: string) => list.forEach((c, i) => {
      if (!has(c)) problems.push({ path: `${path}[${i}]`, message: `There is no ${what} “${c}”.` })
    })
    known(record.limits.storefronts, (c) => setup.storefronts.has(c), 'limits.storefronts', 'storefront')
    known(record.limits.groups, (c) => setup.groups.has(c), 'limits.groups', 'customer group')
    known(record.limits.languages, (c) => [...setup.storefronts.values()].some((s) => s.editions.some((e) => e.language === c)), 'limits.languages', 'edition in the language')
    try {
      const w = windowIn(record.limits, 'UTC')
      if (w.from >= w.to) problems.push({ path: 'limits.to', message: 'The end lies before the beginning.' })
    } catch (e) {
      problems.push({ path: 'limits', message: (e as Error).message })
    }
    const there = await tx.db.select({ code: t.piece.code }).from(t.piece)
    known(record.pieces, (c) => there.some((p) => p.code === c), 'pieces', 'piece')
    for (const list of ['chosen', 'added', 'leftOut'] as const) {
      const { rows } = await tx.db.execute<{ sku: string }>(sql`select s as sku from unnest(${sql.param(record.reach[list])}::text[]) s where not exists (select 1 from product p where p.sku = s)`)
      if (rows.length > 0) problems.push({ path: `reach.${list}`, message: `There is no product ${rows.slice(0, 5).map((r) => `“${r.sku}”`).join(', ')}.` })
    }
    return { record, problems }
  },
  async write(tx, r) {
    const row = { name: r.name, pieces: r.pieces, reach: r.reach, limits: r.limits, area: r.area, order: r.order, resting: r.resting }
    await tx.db.insert(t.assignment).values({ code: r.code, ...row }).onConflictDoUpdate({ target: t.assignment.code, set: { ...row, version: sql`${t.assignment.version} + 1` } })
  },
}
