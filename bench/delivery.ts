import { execFile, spawn } from 'node:child_process'
import { createHash } from 'node:crypto'
import { once } from 'node:events'
import { writeFileSync } from 'node:fs'
import path from 'node:path'
import { promisify } from 'node:util'
import { sql } from 'drizzle-orm'
import type { ReleasedProduct } from '@core/release/document'
import { database, inTransaction } from '@server/db/connect'
import { deliveredPages } from '@server/db/queries/delivered-pages'
import { documentsById, keepDocuments, readDocument } from '@server/db/queries/released-documents'
import { livePointer } from '@server/db/queries/releases'
import { settings } from '@server/settings'
import { note, quantile } from './measure'

const run = promisify(execFile)
const [storefront, language] = ['uk', 'en-GB']
const pages = 20_000
const connections = 100
const seconds = 6
const rounds = 3
const barePort = 4895

interface Load {
  requests: number
  seconds: number
  /** In milliseconds. */
  p99: number
  failed: number
}

const perSecond = ({ requests, seconds }: Load): number => requests / seconds
const median = (values: readonly number[]): number =>
  quantile(
    [...values].sort((a, b) => a - b),
    0.5,
  )

/** Asks a server for a while over connections that are kept open; `known` says that the client has the answers. */
async function load(url: string, addresses: string, known: boolean): Promise<Load> {
  const args = [
    '-t1',
    `-c${connections}`,
    `-d${seconds}s`,
    '--timeout',
    '10s',
    '-s',
    'bench/reference/popular.lua',
    url,
  ]
  const env = { ...process.env, INKLOOM_ADDRESSES: addresses, INKLOOM_KNOWN: String(known) }
  const { stdout } = await run('wrk', args, { env })
  return JSON.parse(stdout.trim().split('\n').at(-1)!) as Load
}

/** Writes so many pages beside those that are live, each like one of these; returns their SKUs. */
async function writePages(): Promise<string[]> {
  const db = database()
  const { number, reads } = await livePointer(db, storefront)
  const reading = { storefront, release: reads, group: '' }
  const asked = { language, kind: 'product', after: '', limit: 50, now: Date.now() }
  const live = (await deliveredPages(db, reading, asked)).flatMap((p) => p.document ?? [])
  const patterns = [...(await documentsById(db, live)).values()].map(({ text }) => text)
  const skus = Array.from({ length: pages }, (_, i) => `BENCH-${String(i).padStart(6, '0')}`)
  const textOf = (sku: string, i: number) => {
    const pattern = JSON.parse(patterns[i % patterns.length]!) as ReleasedProduct
    return JSON.stringify({ ...pattern, sku, slug: null, name: `${pattern.name} ${i}` })
  }
  for (let at = 0; at < pages; at += 1000)
    await inTransaction(async (tx) => {
      const texts = new Map(skus.slice(at, at + 1000).map((sku, i) => [sku, textOf(sku, at + i)]))
      const written = new Map([...texts.values()].map((text) => [text, readDocument({ text })]))
      const documents = await keepDocuments(tx, { storefront, language }, written)
      const rows = [...texts].map(([key, text]) => ({ key, document: documents.get(text)! }))
      await tx.db.execute(sql`
        insert into released_page (storefront, language, kind, key, group_code, begins, since, document)
        select ${storefront}, ${language}, 'product', key, '', '-infinity', ${number}, document
        from jsonb_to_recordset(${JSON.stringify(rows)}::jsonb) as x(key text, document bigint)
        on conflict do nothing`)
    })
  return skus
}

/** The middle of several turns of a load on delivery and on the bare handler, one after the other. */
async function inTurns(url: string, addresses: string, known: boolean) {
  const turns: { delivery: Load; bare: Load }[] = []
  for (let i = 0; i < rounds; i++) {
    const delivery = await load(url, addresses, known)
    turns.push({ delivery, bare: await load(`http://127.0.0.1:${barePort}`, addresses, known) })
  }
  return {
    delivery: median(turns.map((t) => perSecond(t.delivery))),
    bare: median(turns.map((t) => perSecond(t.bare))),
    late: median(turns.map((t) => t.delivery.p99)) / median(turns.map((t) => t.bare.p99)),
    failed: turns.reduce((sum, t) => sum + t.delivery.failed, 0),
  }
}

/**
 * Delivery under load from a lean client, against a bare handler in the same run: answers of which nine in ten go to a
 * tenth of the pages, and answers that the client has already.
 */
export async function benchDelivery(url: string) {
  const skus = await writePages()
  // Most popular are not those that were written together.
  const order = (sku: string) => createHash('sha256').update(sku).digest('hex')
  const popular = skus.map((sku) => [order(sku), sku] as const).sort(([a], [b]) => (a < b ? -1 : 1))
  const addresses = path.join(settings().data, 'addresses.txt')
  const lines: string[] = []
  let bytes = 0
  const began = performance.now()
  for (let at = 0; at < popular.length; at += 50) {
    const asked = popular.slice(at, at + 50).map(async ([, sku]) => {
      const address = `/delivery/${storefront}/${language}/products/${sku}`
      const answer = await fetch(url + address)
      const { byteLength } = await answer.arrayBuffer()
      bytes += byteLength
      return `${address}\t${answer.headers.get('etag')}`
    })
    lines.push(...(await Promise.all(asked)))
  }
  const first = pages / ((performance.now() - began) / 1000)
  writeFileSync(addresses, lines.join('\n'))
  const size = Math.round(bytes / pages)
  const bare = spawn(process.execPath, ['bench/reference/bare-handler.mjs', String(barePort), String(size)], {
    stdio: ['ignore', 'pipe', 'inherit'],
  })
  await once(bare.stdout, 'data')
  try {
    await load(url, addresses, false)
    const whole = await inTurns(url, addresses, false)
    const told = (t: typeof whole) =>
      `${Math.round(t.delivery)} a second against ${Math.round(t.bare)}, ${t.failed} failed, ${size} bytes`
    note('Delivery, warm, against a bare handler', whole.delivery / whole.bare, 0.5, ' ×', told(whole), true)
    note('Delivery, warm, 99th percentile against a bare handler', whole.late, 5, ' ×', `${connections} connections`)
    const known = await inTurns(url, addresses, true)
    note('Delivery, not modified, against a bare 304', known.delivery / known.bare, 0.8, ' ×', told(known), true)
    note('Delivery, pages asked for the first time', first, null, ' a second', '50 at a time, from this process')
  } finally {
    bare.kill()
  }
}
