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
for (let r = 0; r < 5; r++) {
  const a = performance.now()
  let n = 0
  for (const f of families.values()) n += judge(f, prepared, library).length
  const b = performance.now()
  console.log(r, n, Math.round(b - a), 'ms', Math.round(n / (b - a) * 1000), '/s')
}
console.log('prepare', t1 - t0, 'load', t2 - t1, 'lib', t3 - t2)
await disconnect()
