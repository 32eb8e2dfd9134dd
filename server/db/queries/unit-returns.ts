import { sql } from 'drizzle-orm'
import { nowDate } from '../../clock'
import type { Db } from '../connect'
import { byUnit } from './by-unit'

/** A translation that was sent back. */
export interface UnitReturn {
  record: string
  unit: string
  /** The hash of the target that was sent back; '' where the unit had none yet. */
  target: string
  /** Who wrote it, by number, where that is known. */
  writer: number | null
}

/** The translations of records into a language that were sent back: by record, then by unit. */
export async function readReturns(
  db: Db,
  records: readonly string[],
  language: string,
): Promise<Map<string, Map<string, UnitReturn>>> {
  if (records.length === 0) return new Map()
  const { rows } = await db.execute<UnitReturn & Record<string, unknown>>(sql`
    select record, unit, target, writer_id as writer from unit_return
    where language = ${language} and record = any(${sql.param([...records])}::text[])`)
  return byUnit(rows, (row) => row)
}

/** Notes translations as sent back. */
export async function addReturns(db: Db, returns: readonly UnitReturn[], language: string): Promise<void> {
  if (returns.length === 0) return
  const rows = returns.map((r) => ({ r: r.record, u: r.unit, t: r.target, w: r.writer }))
  await db.execute(sql`
    insert into unit_return (record, unit, language, target, writer_id, at)
    select r, u, ${language}, t, w, ${nowDate().toISOString()}::timestamptz
    from jsonb_to_recordset(${JSON.stringify(rows)}::jsonb) as x(r text, u text, t text, w int)
    on conflict (record, unit, language) do update
    set target = excluded.target, writer_id = excluded.writer_id, at = excluded.at`)
}

/** Notes translations as answered. */
export async function removeReturns(
  db: Db,
  units: readonly { record: string; unit: string }[],
  language: string,
): Promise<void> {
  if (units.length === 0) return
  const rows = units.map(({ record, unit }) => ({ r: record, u: unit }))
  await db.execute(sql`
    delete from unit_return x using jsonb_to_recordset(${JSON.stringify(rows)}::jsonb) as g(r text, u text)
    where x.language = ${language} and x.record = g.r and x.unit = g.u`)
}
