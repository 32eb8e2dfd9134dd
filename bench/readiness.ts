import { sql } from 'drizzle-orm'
import type pg from 'pg'
import { from, to } from 'pg-copy-streams'
import { pipeline } from 'node:stream/promises'
import { checkText } from '@core/house-style/check-text'
import { styleFor } from '@core/house-style/style'
import { evaluate } from '@core/readiness/evaluate'
import type { Prepared } from '@core/readiness/prepare'
import { connections, database, inTransaction, nothingInvalidated } from '@server/db/connect'
import { loadFamilies } from '@server/db/queries/families'
import { loadLibrary } from '@server/db/queries/media'
import { invalidateSet } from '@server/db/queries/readiness'
import { raiseStamp } from '@server/db/queries/setup'
import { settleTables } from '@server/db/queries/write-products'
import { evaluationThreads } from '@server/jobs/evaluation-threads'
import { patchProduct } from '@server/services/products/products'
import { cloth, clothStretch, overview } from '@server/services/readiness/cloth'
import { evaluateDue } from '@server/services/readiness/due'
import { evaluatedWith } from '@server/services/readiness/prepared'
import { evaluateBeforeCommit } from '@server/services/readiness/settle'
import { maren, note, quantile, times } from './measure'

/**
 * How fast products are evaluated: in core, all of them with reading and writing, one after an edit; and how fast the
 * cloth opens.
 */
export async function benchReadiness() {
  evaluateBeforeCommit()
  const db = database()
  await settleTables(db)
  await benchCore()
  await benchFirst()
  await benchAnew()
  await benchEdit()
  await benchView()
  benchTexts()
}

/** What of it is quick, on a catalogue that was evaluated before: core, one edit, the view, the house style. */
export async function benchQuick() {
  evaluateBeforeCommit()
  await benchCore()
  await benchEdit()
  await benchView()
  benchTexts()
}

async function benchCore() {
  const db = database()
  const { setup, prepared } = await evaluatedWith(db, Date.now())
  const { rows } = await db.execute<{ id: number }>(
    sql`select id from product where parent_id is null order by id limit 3000`,
  )
  const families = [
    ...(
      await loadFamilies(
        db,
        setup,
        rows.map((r) => r.id),
        { toEvaluate: true },
      )
    ).values(),
  ]
  const library = await loadLibrary(db, [])
  const kept: Prepared = { ...prepared, findings: () => [] }
  let pages = 0
  const t = await times(8, () => {
    pages = families.reduce((n, f) => n + evaluate(f, kept, library, () => true).length, 0)
  })
  note(
    'Product-editions evaluated a second in core, findings of texts and reach given',
    pages / (quantile(t, 0.5) / 1000),
    40_000,
    '',
    `${pages.toLocaleString('en-GB')} pages of ${families.length} products, ${prepared.assignments.length} assignments`,
    true,
  )
}

/** What is read and written for all products, copied out of the database and in again. */
async function copied(client: pg.PoolClient): Promise<number> {
  const began = performance.now()
  for (const table of ['product', 'product_version', 'value', 'price', 'media'])
    for await (const _ of client.query(to(`copy ${table} to stdout`))) void _
  const reading = performance.now() - began
  const chunks: Record<string, Buffer[]> = { readiness: [], finding: [] }
  for (const table of Object.keys(chunks))
    for await (const c of client.query(to(`copy ${table} to stdout`))) chunks[table]!.push(c as Buffer)
  await client.query('begin')
  await client.query('create temp table r (like readiness including indexes) on commit drop')
  await client.query('create temp table f (like finding including indexes) on commit drop')
  const writing = performance.now()
  await pipeline(chunks.readiness!, client.query(from('copy r from stdin')))
  await pipeline(chunks.finding!, client.query(from('copy f from stdin')))
  const wrote = performance.now() - writing
  await client.query('rollback')
  return reading + wrote
}

const all = () =>
  inTransaction((tx) =>
    invalidateSet(tx, { all: true }).then(() => {
      tx.invalidated = nothingInvalidated()
    }),
  )

async function benchFirst() {
  await all()
  const first = performance.now()
  const { products } = await evaluateDue(Date.now, {}, { startHelpers: evaluationThreads })
  note(
    `${products.toLocaleString('en-GB')} products evaluated for the first time (for information)`,
    (performance.now() - first) / 1000,
    null,
    ' s',
    '',
  )
}

/** All products of a catalogue that was evaluated before, once more, with the demo's assignments. */
export async function benchAnew() {
  const { rowCount } = await database().execute(sql`delete from assignment where code like 'bench-%'`)
  if (rowCount) await inTransaction((tx) => raiseStamp(tx.db, 'content'))
  // The second time, nothing is another than before.
  await all()
  if (rowCount) await evaluateDue(Date.now, {}, { startHelpers: evaluationThreads })
  await all()
  global.gc?.()
  const before = process.memoryUsage().rss
  const began = performance.now()
  await evaluateDue(Date.now, {}, { startHelpers: evaluationThreads })
  const took = performance.now() - began
  const client = await connections().connect()
  const reference = await copied(client)
  client.release()
  note(
    'All of them evaluated anew, end to end, against copying the same out of the database and in',
    took / reference,
    3,
    ' ×',
    `${(took / 1000).toFixed(1)} s against ${(reference / 1000).toFixed(2)} s`,
  )
  note('Memory that it grows by (for information)', (process.memoryUsage().rss - before) / 1e6, null, ' MB', '')
}

async function benchEdit() {
  const t = await times(60, (i) =>
    patchProduct(
      maren,
      `BN-${(i * 997) % 100_000}`,
      '*',
      { values: [{ attribute: 'weight', storefront: null, language: null, value: { value: 100 + i, unit: 'g' } }] },
      Date.now(),
    ),
  )
  note(
    'One edit with its stitch right, 95th percentile',
    quantile(t, 0.95),
    300,
    ' ms',
    `median ${quantile(t, 0.5).toFixed(1)} ms`,
  )
}

async function benchView() {
  const filter = { storefronts: [], show: 'all' as const, person: 'me' }
  const t = await times(12, async () => {
    const [above, whole] = await Promise.all([
      overview(maren, {}, Date.now()),
      cloth(maren, { ...filter, by: 'type' }, Date.now()),
    ])
    await clothStretch(
      maren,
      { ...filter, type: whole.groups[0]!.code, sort: 'worst', offset: 0, limit: 100 },
      Date.now(),
    )
    return above
  })
  note(
    'The readiness view opens, the ten fixes included, 95th percentile',
    quantile(t, 0.95),
    400,
    ' ms',
    `median ${quantile(t, 0.5).toFixed(1)} ms`,
  )
}

function benchTexts() {
  const settings = {
    banned: ['cheap', 'money back', 'world-class'],
    preferred: [{ use: 'pannier', insteadOf: ['saddlebag', 'side bag'] }],
    characters: { least: 100, most: 2000 },
    words: { least: 10, most: 400 },
    ease: 30,
  }
  const text = (sentence: string) => {
    const half = sentence.repeat(Math.ceil(750 / sentence.length))
    return `<p>${half}</p><p><strong>${half}</strong></p>`
  }
  const one = (what: string, language: string, sentence: string, most: number) => {
    const style = styleFor(
      [{ code: 'bench', field: null, storefront: null, language: null, settings }],
      'description',
      { storefront: 'uk', language },
    )
    const samples = Array.from({ length: 200 }, (_, i) => text(`${sentence} ${i}. `).replaceAll(`${i}`, String(i)))
    const sorted = samples
      .map((s) => {
        const began = performance.now()
        checkText(s, 'rich-text', style)
        return performance.now() - began
      })
      .sort((a, b) => a - b)
    note(
      `House style of a description of 1,500 characters, ${what}, median`,
      quantile(sorted, 0.5),
      most,
      ' ms',
      `95th percentile ${quantile(sorted, 0.95).toFixed(2)} ms`,
    )
  }
  one(
    'English',
    'en-GB',
    'A roll pannier that keeps thirty litres dry, mends with one screw, and does not hang a bag higher than the wheel',
    2,
  )
  one(
    'German',
    'de-DE',
    'Eine Rolltasche, die dreißig Liter trocken hält, mit einer Schraube zu reparieren ist und nicht ' +
      'höher hängt als das Rad',
    2,
  )
  one(
    'Japanese',
    'ja-JP',
    '三十リットルを濡らさずに運べるロールトップのパニアで、ねじ一本で直せて、車輪より高くはみ出しません',
    10,
  )
}
