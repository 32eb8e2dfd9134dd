import type { AssignmentRecord } from '@contracts/records'
import { prepareAssignment, type Assignment } from '@core/assignments/assignment'
import { RuleError } from '@core/rules/condition'
import { same } from '@core/catalogue/patch'
import { deleteAssignment, pieceKinds, readAssignment, writeAssignment } from '../../db/queries/content-records'
import { assignmentCodes } from '../../db/queries/library'
import { storedRecords } from '../../db/queries/records'
import { unknownSkus } from '../../db/queries/references'
import { type Problems, type RecordKind, atOnce } from './kind'
import { limitProblems } from './limits'
import { invalidateReached } from '../readiness/due'

export const assignments: RecordKind<AssignmentRecord> = {
  name: 'assignment',
  stamp: 'content',
  read: readAssignment,
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
    const there = await pieceKinds(tx.db)
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
      const unknown = await unknownSkus(tx.db, record.reach[list])
      if (unknown.length > 0) {
        const named = unknown.slice(0, 5).map((sku) => `“${sku}”`)
        problems.push({ path: `reach.${list}`, message: `There is no product ${named.join(', ')}.` })
      }
    }
    return { record, problems }
  },
  write: writeAssignment,
  deletionBlockers: () => Promise.resolve([]),
  remove: (tx, record) => deleteAssignment(tx, record.code),
  async invalidate(tx, { before, after }, setup) {
    const reaches = [before, after].flatMap((r) => (r ? [r.reach] : []))
    for (const reach of same(reaches[0] ?? null, reaches[1] ?? null) ? reaches.slice(0, 1) : reaches)
      await invalidateReached(tx, reach, setup, atOnce(setup))
  },
  undoneWithStep: true,
  inContentFile: { key: 'assignments', codes: assignmentCodes },
}
