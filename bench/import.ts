import { createReadStream } from 'node:fs'
import { parse } from 'csv-parse'
import { inTransaction } from '@server/db/connect'
import { copyInto, CopyRows } from '@server/db/copy'
import { importProducts } from '@server/services/imports/import-products'
import { columns } from './catalogue'
import { note } from './measure'

/** The reference: the file read by csv-parse and its rows copied as they are into an unlogged table. */
async function readAndCopy(file: string): Promise<number> {
  const began = performance.now()
  await inTransaction(async (tx) => {
    const names = columns.map((c) => `"${c}"`)
    await tx.client.query(
      `drop table if exists bench_rows; create unlogged table bench_rows (${names.map((n) => `${n} text`).join(', ')})`,
    )
    let batch = new CopyRows('bench_rows', names)
    let n = 0
    for await (const row of createReadStream(file).pipe(parse({ from_line: 2 })) as AsyncIterable<string[]>) {
      batch.add(row)
      if (++n % 1000 === 0) {
        await copyInto(tx.client, batch)
        batch = new CopyRows('bench_rows', names)
      }
    }
    await copyInto(tx.client, batch)
  })
  return performance.now() - began
}

/** Import of a product file, history and derived facts included, against reading and copying its rows. */
export async function benchImport(file: string, rows: number) {
  await readAndCopy(file)
  const around = [await readAndCopy(file), await readAndCopy(file)]
  global.gc?.()
  const before = process.memoryUsage().rss
  let peak = before
  const watch = setInterval(() => {
    peak = Math.max(peak, process.memoryUsage().rss)
  }, 20)
  const began = performance.now()
  const report = await importProducts(file, {
    mode: 'apply',
    take: 'all',
    title: 'Benchmark',
    personId: null,
    now: Date.now(),
  })
  const took = performance.now() - began
  clearInterval(watch)
  // Before and after, so that both feel alike what else the machine does.
  around.push(await readAndCopy(file), await readAndCopy(file))
  const reference = around.reduce((sum, ms) => sum + ms, 0) / around.length
  if (!report.applied || report.created !== rows)
    throw new Error(`The import did not do its work: ${JSON.stringify(report.rejected.slice(0, 3))}`)
  note(
    `Import of ${rows.toLocaleString('en-GB')} rows × ${columns.length} columns`,
    took / reference,
    10,
    ' ×',
    `${(took / 1000).toFixed(1)} s against ${(reference / 1000).toFixed(2)} s`,
  )
  note('Memory that the import grows by', (peak - before) / 1e6, 150, ' MB', `from ${(before / 1e6).toFixed(0)} MB`)
}
