import { eq, sql } from 'drizzle-orm'
import { questionSetRecord } from '@contracts/records'
import type { QuestionSet } from '@core/page/piece'
import * as t from '../../db/schema'
import { setOf } from '../../db/queries/content'
import { first, type Problems, type RecordKind } from './kind'
import { namedByAssignments, namedByProducts } from './uses'

export const questionSets: RecordKind<QuestionSet> = {
  name: 'question set',
  action: 'edit-content',
  stamp: 'content',
  schema: questionSetRecord,
  async read(db, code) {
    const row = await first(db.select().from(t.questionSet).where(eq(t.questionSet.code, code)))
    return row && { record: setOf(row), version: row.version }
  },
  async check(record, _before, _setup, tx) {
    const problems: Problems = []
    const there = new Map(
      (await tx.db.select({ code: t.piece.code, kind: t.piece.kind, ownOf: t.piece.ownOf }).from(t.piece)).map((p) => [
        p.code,
        p,
      ]),
    )
    // A product picks questions and sets by one list of codes.
    if (there.has(record.code))
      problems.push({ path: 'code', message: `A piece is called “${record.code}” already. Choose another code.` })
    record.questions.forEach((c, i) => {
      const piece = there.get(c)
      if (!piece) problems.push({ path: `questions[${i}]`, message: `There is no piece “${c}”.` })
      else if (piece.kind !== 'question')
        problems.push({ path: `questions[${i}]`, message: `“${c}” is a ${piece.kind}, not a question.` })
      else if (piece.ownOf !== null)
        problems.push({
          path: `questions[${i}]`,
          message: `“${c}” belongs to the product ${piece.ownOf} alone. Make it reusable first.`,
        })
    })
    return { record, problems }
  },
  async write(tx, r) {
    const row = { name: r.name, note: r.note, questions: r.questions }
    await tx.db
      .insert(t.questionSet)
      .values({ code: r.code, ...row })
      .onConflictDoUpdate({ target: t.questionSet.code, set: { ...row, version: sql`${t.questionSet.version} + 1` } })
  },
  async deletionBlockers(tx, record, setup) {
    return [...(await namedByAssignments(tx.db, record.code)), ...(await namedByProducts(tx.db, setup, record.code))]
  },
  async remove(tx, record) {
    await tx.db.delete(t.questionSet).where(eq(t.questionSet.code, record.code))
  },
}
