import { database, disconnect } from '@server/db/connect'
import { sql } from 'drizzle-orm'
import { loadFamilies } from '@server/db/queries/families'
import { loadLibrary } from '@server/db/queries/media'
import { judgedWith } from '@server/services/readiness/prepared'
import { namedBy } from '@server/services/readiness/judge-roots'
import { judge } from '@core/readiness/judge'
const now = Date.now()
const db = database()
const t0 = performance.now()
const { setup, prepared } = await judgedWith(db, now)
const t1 = performance.now()
const { rows } = await db.execute<{ id: number }>(sql`select id from product where parent_id is null`)
const families = await loadFamilies(db, setup, rows.map((r) => r.id), { toJudge: true })
const t2 = performance.now()
const library = await loadLibrary(db, namedBy(families.values(), setup))
const t3 = performance.now()
for (let r = 0; r < 0; r++) {
  const a = performance.now()
  let n = 0
  for (const f of families.values()) n += judge(f, prepared, library).length
  const b = performance.now()
  console.log(r, n, Math.round(b - a), 'ms', Math.round(n / (b - a) * 1000), '/s')
}
console.log('prepare', t1 - t0, 'load', t2 - t1, 'lib', t3 - t2)

const known = new Map<unknown, Map<string, never[]>>()
const kept = { ...prepared, findings: (v: unknown, _a: unknown, style: { key: string }) => { let m = known.get(v); if (!m) known.set(v, (m = new Map())); let f = m.get(style.key); if (!f) m.set(style.key, (f = prepared.findings(v as never, _a as never, style as never) as never)); return f } }
const bits = new Map<unknown, boolean[][]>()
import { reachedByRules } from '@core/readiness/judge'
import { readingOf } from '@core/readiness/family'
for (const f of families.values()) { const r = reachedByRules(readingOf(f, prepared)); bits.set(f, prepared.judged.map((e) => prepared.assignments.map((_, i) => r(i, e)))) }
for (let r = 0; r < 30; r++) {
  const a = performance.now()
  let n = 0
  for (const f of families.values()) { const b = bits.get(f)!; n += judge(f, kept as never, library, (i, e) => b[prepared.judged.indexOf(e)]![i]!).length }
  const b = performance.now()
  console.log('kept', r, n, Math.round(b - a), 'ms', Math.round(n / (b - a) * 1000), '/s')
}
await disconnect()
