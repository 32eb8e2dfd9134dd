import { sql } from 'drizzle-orm'
import type { Standing, TranslationState } from '@core/translation/state'
import type { Db } from '../connect'
import { byUnit } from './by-unit'

/** What is known of a translation that a record holds among its labels. */
export interface UnitMark extends Standing {
  sourceHash: string
  madeFrom: string
}

/** The marks of records in a language: by record, then by unit. */
export async function readUnitMarks(
  db: Db,
  records: readonly string[],
  language: string,
): Promise<Map<string, Map<string, UnitMark>>> {
  if (records.length === 0) return new Map()
  const { rows } = await db.execute<{
    record: string
    unit: string
    state: TranslationState
    unread: boolean
    source_hash: string
    made_from: string
  }>(sql`
    select record, unit, state, unread, source_hash, made_from from unit_mark where language = ${language}
    and record = any(${sql.param([...records])}::text[])`)
  return byUnit(rows, ({ state, unread, source_hash: sourceHash, made_from: madeFrom }) => ({
    state,
    unread,
    sourceHash,
    madeFrom,
  }))
}

/** Writes marks; null takes one away. */
export async function writeUnitMarks(
  db: Db,
  marks: readonly { record: string; unit: string; language: string; mark: UnitMark | null }[],
): Promise<void> {
  const gone = marks.filter((m) => m.mark === null)
  const written = marks.flatMap((m) => (m.mark === null ? [] : [rowOf({ ...m, mark: m.mark })]))
  if (gone.length > 0)
    await db.execute(
      sql`
        delete from unit_mark m
        using jsonb_to_recordset(${JSON.stringify(gone.map((g) => ({ r: g.record, u: g.unit, l: g.language })))}::jsonb) as g(r text,
            u text, l text) where m.record = g.r and m.unit = g.u and m.language = g.l
      `,
    )
  if (written.length > 0) {
    await db.execute(sql`
      ${insertOf(written)}
      on conflict (record, unit, language) do update
      set state = excluded.state, unread = excluded.unread, source_hash = excluded.source_hash,
        made_from = excluded.made_from`)
  }
}

interface MarkAt {
  record: string
  unit: string
  language: string
  mark: UnitMark
}

/** A mark as JSON that the database reads into a row. */
const rowOf = ({ record, unit, language, mark }: MarkAt) => ({
  r: record,
  u: unit,
  l: language,
  s: mark.state,
  n: mark.unread,
  h: mark.sourceHash,
  f: mark.madeFrom,
})

const insertOf = (rows: readonly ReturnType<typeof rowOf>[]) => sql`
  insert into unit_mark (record, unit, language, state, unread, source_hash, made_from)
  select r, u, l, s, n, h, f from jsonb_to_recordset(${JSON.stringify(rows)}::jsonb)
    as x(r text, u text, l text, s text, n boolean, h text, f text)`

/**
 * Marks that say nothing yet of translations that are there: they are right for the source as it was. Those that are
 * known stay.
 */
export async function addUnitMarks(db: Db, marks: readonly MarkAt[]): Promise<void> {
  if (marks.length > 0) await db.execute(sql`${insertOf(marks.map(rowOf))} on conflict do nothing`)
}
