import { sql } from 'drizzle-orm'
import type { TranslationState } from '@core/translation/state'
import type { Db } from '../connect'

/** What is known of a translation that a record holds among its labels. */
export interface UnitMark {
  state: TranslationState
  sourceHash: string
  madeFrom: string
}

/** The marks of records in a language: by record, then by unit. */
export async function readUnitMarks(
  db: Db,
  records: readonly string[],
  language: string,
): Promise<Map<string, Map<string, UnitMark>>> {
  const out = new Map<string, Map<string, UnitMark>>()
  if (records.length === 0) return out
  const { rows } = await db.execute<{
    record: string
    unit: string
    state: TranslationState
    source_hash: string
    made_from: string
  }>(sql`
    select record, unit, state, source_hash, made_from from unit_mark where language = ${language}
    and record = any(${sql.param([...records])}::text[])`)
  for (const r of rows) {
    const units = out.get(r.record) ?? new Map<string, UnitMark>()
    out.set(r.record, units.set(r.unit, { state: r.state, sourceHash: r.source_hash, madeFrom: r.made_from }))
  }
  return out
}

/** Writes marks; null takes one away. */
export async function writeUnitMarks(
  db: Db,
  marks: readonly { record: string; unit: string; language: string; mark: UnitMark | null }[],
): Promise<void> {
  const gone = marks.filter((m) => m.mark === null)
  const kept = marks
    .filter((m) => m.mark !== null)
    .map((m) => ({
      r: m.record,
      u: m.unit,
      l: m.language,
      s: m.mark!.state,
      h: m.mark!.sourceHash,
      f: m.mark!.madeFrom,
    }))
  if (gone.length > 0)
    await db.execute(
      sql`
        delete from unit_mark m
        using jsonb_to_recordset(${JSON.stringify(gone.map((g) => ({ r: g.record, u: g.unit, l: g.language })))}::jsonb) as g(r text,
            u text, l text) where m.record = g.r and m.unit = g.u and m.language = g.l
      `,
    )
  if (kept.length > 0) {
    await db.execute(sql`insert into unit_mark (record, unit, language, state, source_hash, made_from)
      select r, u, l, s, h, f
      from jsonb_to_recordset(${JSON.stringify(kept)}::jsonb) as x(r text, u text, l text, s text, h text, f text)
      on conflict (record, unit, language) do update
      set state = excluded.state, source_hash = excluded.source_hash, made_from = excluded.made_from`)
  }
}

/**
 * Marks that say nothing yet of translations that are there: they are right for the source as it was. Those that are
 * known stay.
 */
export async function addUnitMarks(
  db: Db,
  marks: readonly { record: string; unit: string; language: string; mark: UnitMark }[],
): Promise<void> {
  if (marks.length === 0) return
  const rows = marks.map((m) => ({
    r: m.record,
    u: m.unit,
    l: m.language,
    s: m.mark.state,
    h: m.mark.sourceHash,
    f: m.mark.madeFrom,
  }))
  await db.execute(sql`insert into unit_mark (record, unit, language, state, source_hash, made_from)
    select r, u, l, s, h, f
    from jsonb_to_recordset(${JSON.stringify(rows)}::jsonb) as x(r text, u text, l text, s text, h text, f text)
    on conflict do nothing`)
}
