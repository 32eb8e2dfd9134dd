import { eq, sql } from 'drizzle-orm'
import { termRecord } from '@contracts/translation'
import { isKnownTag, tagProblem } from '@core/language/tag'
import type { Term } from '@core/translation/glossary'
import * as t from '../../db/schema'
import { termOf } from '../../db/queries/glossary'
import { first, type Problems, type RecordKind } from './kind'

/** Terms with their one right translation, and forbidden ones. */
export const glossary: RecordKind<Term> = {
  name: 'term',
  action: 'edit-content',
  stamp: 'glossary',
  schema: termRecord,
  async read(db, code) {
    const row = await first(db.select().from(t.term).where(eq(t.term.code, code)))
    return row && { record: termOf(row), version: row.version }
  },
  check(record, _before, setup) {
    const problems: Problems = Object.keys(record.languages).flatMap((l) =>
      isKnownTag(l) ? [] : [{ path: `languages.${l}`, message: tagProblem(l) }],
    )
    if (!record.languages[setup.source]?.term && !record.languages[setup.source.split('-')[0]!]?.term)
      problems.push({
        path: `languages.${setup.source}`,
        message: `A term needs a term in the source language, ${setup.source}.`,
      })
    for (const [l, said] of Object.entries(record.languages))
      if (said.forbidden.includes(said.term))
        problems.push({
          path: `languages.${l}.forbidden`,
          message: `“${said.term}” cannot be both the preferred and a forbidden term.`,
        })
    return Promise.resolve({ record, problems })
  },
  async write(tx, r) {
    const row = { partOfSpeech: r.partOfSpeech, note: r.note, languages: r.languages }
    await tx.db
      .insert(t.term)
      .values({ code: r.code, ...row })
      .onConflictDoUpdate({ target: t.term.code, set: { ...row, version: sql`${t.term.version} + 1` } })
  },
  deletionBlockers: () => Promise.resolve([]),
  async remove(tx, record) {
    await tx.db.delete(t.term).where(eq(t.term.code, record.code))
  },
}
