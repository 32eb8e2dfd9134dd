import { readFileSync } from 'node:fs'
import { connections } from '@server/db/connect'
import { note, quantile } from './measure'

const writers = 50
const products = 500
const writes = 2000

const residentMegabytes = (pid: number) =>
  Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))![1]) / 1024

/**
 * Fifty people who write the same five hundred products over the running application, each over the version that it has
 * read.
 */
export async function benchWriters(url: string, web: number) {
  const { demoPeople } = JSON.parse(readFileSync('demo/people.json', 'utf8')) as {
    demoPeople: { email: string; password: string; role: string }[]
  }
  const { email, password } = demoPeople.find((p) => p.role === 'manager')!
  const signedIn = await fetch(`${url}/api/session`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ email, password }),
  })
  const cookie = signedIn.headers.get('set-cookie')!.split(';')[0]!
  const { rows } = await connections().query<{ sku: string }>(
    'select sku from product order by parent_id nulls first, sku limit $1',
    [products],
  )
  const skus = rows.map((r) => r.sku)
  await connections().query('update product set stock = 0 where sku = any($1)', [skus])

  const ask = (
    method: string,
    path: string,
    { json, headers = {} }: { json?: unknown; headers?: Record<string, string> } = {},
  ) =>
    fetch(url + path, {
      method,
      headers: { cookie, 'content-type': 'application/json', ...headers },
      body: json === undefined ? undefined : JSON.stringify(json),
    })

  let seed = 7
  const next = () => (seed = (seed * 1103515245 + 12345) % 2147483648)
  const times: number[] = []
  let [overtaken, wrong] = [0, 0]
  async function write() {
    const sku = skus[next() % skus.length]!
    for (;;) {
      const read = await ask('GET', `/api/products/${sku}`)
      const { stock } = (await read.json()) as { stock: number }
      const began = performance.now()
      const { status } = await ask('PATCH', `/api/products/${sku}`, {
        json: { stock: stock + 1 },
        headers: { 'If-Match': read.headers.get('etag')! },
      }).then(async (r) => {
        await r.text()
        return r
      })
      times.push(performance.now() - began)
      if (status === 200) return
      if (status === 412) overtaken++
      else wrong++
    }
  }
  // The first requests find nothing compiled.
  for (let i = 0; i < 50; i++) await ask('GET', `/api/products/${skus[i]!}`).then((r) => r.text())

  const health: number[] = []
  let on = true
  const watching = (async () => {
    while (on) {
      const began = performance.now()
      await fetch(`${url}/api/health`).then((r) => r.text())
      health.push(performance.now() - began)
      await new Promise((r) => setTimeout(r, 50))
    }
  })()
  const before = residentMegabytes(web)
  const began = performance.now()
  let left = writes
  await Promise.all(
    Array.from({ length: writers }, async () => {
      while (left-- > 0) await write()
    }),
  )
  const seconds = (performance.now() - began) / 1000
  on = false
  await watching
  // What is only rubbish is collected when there is a moment.
  await new Promise((r) => setTimeout(r, 5000))
  const after = residentMegabytes(web)
  const {
    rows: [sum],
  } = await connections().query<{ n: number }>('select sum(stock)::int as n from product where sku = any($1)', [skus])

  times.sort((a, b) => a - b)
  note(
    'Fifty writers over 500 products, 2,000 writes, each after a reading: writes a second',
    writes / seconds,
    60,
    '',
    `${overtaken} were overtaken and began again`,
    true,
  )
  note(
    'The same: 99th percentile of a write',
    quantile(times, 0.99),
    2000,
    ' ms',
    `median ${quantile(times, 0.5).toFixed(0)} ms`,
  )
  note(
    'The same: updates lost, and answers that were neither done nor overtaken',
    Math.abs(writes - sum!.n) + wrong,
    0,
    '',
    `${sum!.n} of ${writes} stand`,
  )
  note(
    'The same: what the web server holds more after it',
    Math.max(0, after - before),
    150,
    ' MB',
    `${before.toFixed(0)} MB before`,
  )
  note(
    'The same: the longest answer of GET /api/health meanwhile',
    Math.max(...health),
    250,
    ' ms',
    `${health.length} asked`,
  )
}
