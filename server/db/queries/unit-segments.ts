import { sql } from 'drizzle-orm'
import type { StoredUnit } from '@core/translation/unit-segments'
import { nowDate } from '../../clock'
import type { Db } from '../connect'
import { byUnit } from './by-unit'

/** What is stored of the segments of records in a language: by record, then by unit. */
export async function readStoredUnits(
  db: Db,
  records: readonly string[],
  language: string,
): Promise<Map<string, Map<string, StoredUnit>>> {
  if (records.length === 0) return new Map()
  const { rows } = await db.execute<{ record: string; unit: string } & StoredUnit & Record<string, unknown>>(sql`
    select record, unit, segments, breaks, beside from unit_segments where language = ${language}
    and record = any(${sql.param([...records])}::text[])`)
  return byUnit(rows, ({ segments, breaks, beside }) => ({ segments, breaks, beside }))
}

/** Keeps the segments of units; null lets them go. */
export async function writeStoredUnits(
  db: Db,
  list: readonly { record: string; unit: string; stored: StoredUnit | null }[],
  language: string,
): Promise<void> {
  const gone = list.filter((x) => x.stored === null).map((x) => ({ r: x.record, u: x.unit }))
  const stored = list
    .filter((x) => x.stored !== null)
    .map((x) => ({ r: x.record, u: x.unit, s: x.stored!.segments, c: x.stored!.breaks, b: x.stored!.beside }))
  if (gone.length > 0)
    await db.execute(
      sql`
        delete from unit_segments x using jsonb_to_recordset(${JSON.stringify(gone)}::jsonb) as g(r text, u text)
        where x.language = ${language} and x.record = g.r and x.unit = g.u
      `,
    )
  if (stored.length > 0) {
    await db.execute(sql`insert into unit_segments (record, unit, language, segments, breaks, beside, changed)
      select r, u, ${language}, s, c, b, ${nowDate().toISOString()}::timestamptz
      from jsonb_to_recordset(${JSON.stringify(stored)}::jsonb) as x(r text, u text, s jsonb, c jsonb, b text)
      on conflict (record, unit, language) do update
      set segments = excluded.segments, breaks = excluded.breaks, beside = excluded.beside, changed = excluded.changed`)
  }
}
