import { connections, database } from '@server/db/connect'
import { loadSetup } from '@server/db/queries/setup'
import { settleTables } from '@server/db/queries/write-products'
import { makeBulkChange, previewBulkChange } from '@server/services/bulk-change'
import { putStepBack } from '@server/services/put-step-back'
import { exportProducts } from '@server/services/export-products'
import { note } from './measure'

const everything = { field: 'sku', is: 'starts-with', value: 'BN-' }
const change = { do: 'set', attribute: 'material', storefront: null, language: null, value: 'steel', members: 'fitting' } as const

/** One value of 100,000 products changed, history and facts included, against the bare update of the same rows; and the same put back. */
export async function benchBulk() {
  const pool = connections()
  const setup = await loadSetup(database())
  // As the worker does after a large import.
  await settleTables(database())
  const began = performance.now()
  const preview = await previewBulkChange({ filter: everything, change }, Date.now())
  note(`Preview of a change of ${preview.found.toLocaleString('en-GB')} products`, performance.now() - began, 1000, ' ms', `${preview.looked} looked at`)
  const started = performance.now()
  const report = await makeBulkChange({ filter: everything, change }, null, Date.now())
  const took = performance.now() - started
  const bare = performance.now()
  const { rowCount } = await pool.query(`update value set value = '"wool"' where attribute_id = $1`, [setup.attributeIds.get('material')])
  const reference = performance.now() - bare
  await pool.query(`update value set value = '"steel"' where attribute_id = $1`, [setup.attributeIds.get('material')])
  note(`Change of one value of ${report.changed.toLocaleString('en-GB')} products`, took / reference, 3, ' ×', `${(took / 1000).toFixed(1)} s against ${(reference / 1000).toFixed(2)} s for the bare update of ${rowCount} rows`)
  const back = performance.now()
  await putStepBack(report.step!, null, Date.now())
  note('The same put back (for information)', (performance.now() - back) / 1000, null, ' s', '')
}

/** All products as CSV, against the database's own COPY of the rows that it is made of. */
export async function benchExport() {
  const columns = ['sku', 'parent', 'type', 'category', 'brand', 'tags', 'status', 'kind', 'gtin', 'stock', 'price@uk', 'price@ch', 'name', 'weight', 'volume', 'size', 'material', 'colour', 'reflective', 'load-limit']
  global.gc?.()
  const before = process.memoryUsage().rss
  let peak = before
  const began = performance.now()
  let bytes = 0
  for await (const chunk of (await exportProducts({ format: 'csv', columns }, Date.now())).chunks) {
    bytes += chunk.length
    peak = Math.max(peak, process.memoryUsage().rss)
  }
  const took = performance.now() - began
  const copy = performance.now()
  const { to } = await import('pg-copy-streams')
  const client = await connections().connect()
  for (const table of ['product', 'value', 'price']) for await (const _ of client.query(to(`copy ${table} to stdout (format csv)`))) void _
  client.release()
  const reference = performance.now() - copy
  note(`Export of 100,000 products × ${columns.length} columns`, took / reference, 6, ' ×', `${(took / 1000).toFixed(1)} s for ${(bytes / 1e6).toFixed(0)} MB against ${(reference / 1000).toFixed(2)} s of COPY`)
  note('Memory that the export grows by (for information)', (peak - before) / 1e6, null, ' MB', '')
}
