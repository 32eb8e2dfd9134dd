import { sql } from 'drizzle-orm'
import type { TextFinding } from '@core/house-style/finding'
import type { HouseStyle } from '@core/house-style/style'
import type { Db } from '../connect'
import { storedRecords } from './records'

/** The house style as it was set up, part by part. */
export const readStyles = (db: Db): Promise<HouseStyle[]> => storedRecords(db, 'house-styles')

/** What is kept of texts that were checked, by their keys; null is nothing found. */
export async function readTextChecks(db: Db, keys: readonly string[]): Promise<Map<string, TextFinding[] | null>> {
  if (keys.length === 0) return new Map()
  const { rows } = await db.execute<{ key: string; findings: TextFinding[] | null }>(
    sql`select key, findings from text_check where key = any(${sql.param([...keys])}::uuid[])`,
  )
  return new Map(rows.map((r) => [r.key, r.findings]))
}

/** Keeps what was found in texts. */
export async function keepTextChecks(db: Db, found: ReadonlyMap<string, readonly TextFinding[]>): Promise<void> {
  if (found.size === 0) return
  const rows = [...found].map(([k, f]) => ({ k, f: f.length > 0 ? f : null })).sort((a, b) => (a.k < b.k ? -1 : 1))
  await db.execute(
    sql`
      insert into text_check (key, findings) select k, f
      from jsonb_to_recordset(${JSON.stringify(rows)}::jsonb) as x(k uuid, f jsonb) on conflict do nothing
    `,
  )
}
