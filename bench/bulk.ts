import { connections, database } from '@server/db/connect'
import { loadSetup } from '@server/db/queries/setup'
import { settleTables } from '@server/db/queries/write-products'
import { foldWhenFree } from '@server/services/products/fold-versions'
import { makeBulkChange, previewBulkChange } from '@server/services/bulk/bulk-change'
import { undoStep } from '@server/services/work/undo-step'
import { exportProducts } from '@server/services/files/export-products'
import { note } from './measure'

const middle = (list: number[]) => [...list].sort((x, y) => x - y)[1]!
const everything = { field: 'sku', is: 'starts-with', value: 'BN-' }

/**
 * One value of 100,000 products changed, history and facts included, against the bare update of the same rows; the same
 * where they had no value before, against the bare insertion; and that put back.
 */
export async function benchBulk() {
  const pool = connections()
  const setup = await loadSetup(database())
  const material = setup.attributeIds.get('material')
  const change = (value: string) =>
    ({ do: 'set', attribute: 'material', storefront: null, language: null, value, members: 'fitting' }) as const
  // As the worker does after a large import.
  await settleTables(database())
  const began = performance.now()
  const preview = await previewBulkChange({ filter: everything, change: change('steel') }, Date.now())
  note(
    `Preview of a change of ${preview.found.toLocaleString('en-GB')} products`,
    performance.now() - began,
    1000,
    ' ms',
    `${preview.looked} looked at`,
  )
  const timed = async <T>(work: () => Promise<T>) => {
    const started = performance.now()
    const result = await work()
    return { result, seconds: (performance.now() - started) / 1000 }
  }
  const make = (value: string) =>
    timed(() => makeBulkChange({ filter: everything, change: change(value) }, null, Date.now()))
  const first = await make('steel')
  await settleTables(database())
  // The worker would count it into versions before long.
  await foldWhenFree()
  // In turns, so that both feel alike what else the machine does.
  const [changes, bares]: [Awaited<ReturnType<typeof make>>[], number[]] = [[], []]
  for (const [value, bare] of [
    ['brass', 'oak'],
    ['bamboo', 'cork'],
    ['merino', 'felt'],
  ] as const) {
    const made = await make(value)
    changes.push(made)
    await settleTables(database())
    bares.push(
      (
        await timed(() =>
          pool.query(`update value set value = to_jsonb($2::text) where attribute_id = $1`, [material, bare]),
        )
      ).seconds,
    )
    await pool.query(`update value set value = to_jsonb($2::text) where attribute_id = $1`, [material, value])
    await settleTables(database())
  }
  const [ours, bare] = [middle(changes.map((c) => c.seconds)), middle(bares)]
  note(
    `Change of one value of ${changes[0]!.result.changed.toLocaleString('en-GB')} products`,
    ours / bare,
    3,
    ' ×',
    `${ours.toFixed(1)} s against ${bare.toFixed(2)} s for the bare update of the same rows, the middle of three`,
  )
  for (const c of changes.reverse()) await undoStep(c.result.step!, null, Date.now())
  const back = await timed(() => undoStep(first.result.step!, null, Date.now()))
  await settleTables(database())
  await foldWhenFree()
  const inserted = await timed(() =>
    pool.query(
      `insert into value (product_id, attribute_id, storefront_id, language, value) select r.id, $1, 0, ` +
        `'', '"steel"' from product r where r.parent_id is null and r.sku like 'BN-%' limit ` +
        `${first.result.changed}`,
      [material],
    ),
  )
  await pool.query('delete from value where attribute_id = $1', [material])
  note(
    `One value put into ${first.result.changed.toLocaleString('en-GB')} products that had none (for information)`,
    first.seconds / inserted.seconds,
    null,
    ' ×',
    `${first.seconds.toFixed(1)} s against ${inserted.seconds.toFixed(2)} s for the bare insertion`,
  )
  note('The same put back (for information)', back.seconds, null, ' s', '')
}

/** All products as CSV, against the database's own COPY of the rows that it is made of. */
export async function benchExport() {
  const columns = [
    'sku',
    'parent',
    'type',
    'category',
    'brand',
    'tags',
    'status',
    'kind',
    'gtin',
    'stock',
    'price@uk',
    'price@ch',
    'name',
    'weight',
    'volume',
    'size',
    'material',
    'colour',
    'reflective',
    'load-limit',
  ]
  global.gc?.()
  const before = process.memoryUsage().rss
  let [peak, bytes] = [before, 0]
  const { to } = await import('pg-copy-streams')
  const client = await connections().connect()
  const [ours, copies]: [number[], number[]] = [[], []]
  // In turns, as above.
  for (let i = 0; i < 3; i++) {
    const began = performance.now()
    bytes = 0
    for await (const chunk of (await exportProducts({ format: 'csv', columns }, Date.now())).chunks) {
      bytes += chunk.length
      peak = Math.max(peak, process.memoryUsage().rss)
    }
    ours.push(performance.now() - began)
    const copy = performance.now()
    for (const table of ['product', 'value', 'price'])
      for await (const _ of client.query(to(`copy ${table} to stdout (format csv)`))) void _
    copies.push(performance.now() - copy)
  }
  client.release()
  const [took, reference] = [middle(ours), middle(copies)]
  note(
    `Export of 100,000 products × ${columns.length} columns`,
    took / reference,
    6,
    ' ×',
    `${(took / 1000).toFixed(1)} s for ${(bytes / 1e6).toFixed(0)} MB against ` +
      `${(reference / 1000).toFixed(2)} s of COPY, the middle of three`,
  )
  note('Memory that the export grows by (for information)', (peak - before) / 1e6, null, ' MB', '')
}
