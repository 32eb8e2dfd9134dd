import { eq, sql } from 'drizzle-orm'
import type { AssignmentRecord } from '@contracts/records'
import { prepareAssignment, type Assignment } from '@core/assignments/assignment'
import { RuleError } from '@core/rules/condition'
import { same } from '@core/catalogue/patch'
import * as t from '../../db/schema'
import { assignmentOf } from '../../db/queries/content'
import { storedRecords } from '../../db/queries/records'
import { first, type Problems, type RecordKind, atOnce, codesOf } from './kind'
import { limitProblems } from './limits'
import { invalidateReached } from '../readiness/due'

export const assignments: RecordKind<AssignmentRecord> = {
  name: 'assignment',
  stamp: 'content',
  async read(db, code) {
    const row = await first(db.select().from(t.assignment).where(eq(t.assignment.code, code)))
    return row && assignmentOf(row)
  },
  async check(record, before, setup, tx) {
    const problems: Problems = []
    try {
      prepareAssignment({ ...record, number: before?.number ?? 0 } as Assignment, setup)
    } catch (e) {
      if (!(e instanceof RuleError)) throw e
      problems.push(
        ...e.problems.map((p) => ({ path: ['reach.rule', p.path].filter(Boolean).join('.'), message: p.message })),
      )
    }
    problems.push(...limitProblems(record.limits, 'limits', setup))
    const known = (list: string[], has: (c: string) => boolean, path: string, what: string) =>
      list.forEach((c, i) => {
        if (!has(c)) problems.push({ path: `${path}[${i}]`, message: `There is no ${what} “${c}”.` })
      })
    const there = await tx.db.select({ code: t.piece.code, ownOf: t.piece.ownOf }).from(t.piece)
    const sets = await storedRecords(tx.db, 'question-sets')
    known(
      record.pieces,
      (c) => there.some((p) => p.code === c && p.ownOf === null),
      'pieces',
      'piece that can be assigned',
    )
    known(record.sets, (c) => sets.some((p) => p.code === c), 'sets', 'question set')
    if (record.pieces.length + record.sets.length === 0)
      problems.push({ path: 'pieces', message: 'Choose a piece or a question set.' })
    if (record.replaces !== null) {
      if (!there.some((p) => p.code === record.replaces))
        problems.push({ path: 'replaces', message: `There is no piece “${record.replaces}” to replace.` })
      if (record.pieces.length !== 1 || record.sets.length > 0)
        problems.push({ path: 'pieces', message: 'A replacement has exactly one piece.' })
      else if (record.pieces[0] === record.replaces)
        problems.push({ path: 'replaces', message: 'A piece cannot replace itself.' })
    }
    if (![...setup.storefronts.values()].some((x) => x.layout.areas.some((place) => place.area === record.area)))
      problems.push({ path: 'area', message: `No storefront’s page has an area “${record.area}”.` })
    for (const list of ['chosen', 'added', 'leftOut'] as const) {
      const { rows } = await tx.db.execute<{ sku: string }>(
        sql`
          select s as sku from unnest(${sql.param(record.reach[list])}::text[]) s
          where not exists (select 1 from product p where p.sku = s)
        `,
      )
      if (rows.length > 0)
        problems.push({
          path: `reach.${list}`,
          message: `There is no product ${rows
            .slice(0, 5)
            .map((r) => `“${r.sku}”`)
            .join(', ')}.`,
        })
    }
    return { record, problems }
  },
  async write(tx, r) {
    const row = {
      name: r.name,
      pieces: r.pieces,
      sets: r.sets,
      reach: r.reach,
      limits: r.limits,
      area: r.area,
      order: r.order,
      replaces: r.replaces,
      resting: r.resting,
    }
    await tx.db
      .insert(t.assignment)
      .values({ code: r.code, ...row })
      .onConflictDoUpdate({ target: t.assignment.code, set: row })
  },
  deletionBlockers: () => Promise.resolve([]),
  async remove(tx, record) {
    await tx.db.delete(t.assignment).where(eq(t.assignment.code, record.code))
  },
  async invalidate(tx, { before, after }, setup) {
    const reaches = [before, after].flatMap((r) => (r ? [r.reach] : []))
    for (const reach of same(reaches[0] ?? null, reaches[1] ?? null) ? reaches.slice(0, 1) : reaches)
      await invalidateReached(tx, reach, setup, atOnce(setup))
  },
  undoneWithStep: true,
  inContentFile: { key: 'assignments', codes: codesOf('assignment') },
}
