import { spawn, type ChildProcess } from 'node:child_process'
import { randomUUID } from 'node:crypto'
import { copyFileSync, mkdirSync } from 'node:fs'
import path from 'node:path'
import { sql } from 'drizzle-orm'
import { afterAll, expect, it } from 'vitest'
import { maren, ownDatabase } from './database'

const { file, folder } = ownDatabase()
const { database, inTransaction } = await import('@server/db/connect')
const { enqueue, getJob, cancelJob } = await import('@server/services/work/jobs')

const workers: ChildProcess[] = []
function startWorker(): ChildProcess {
  const worker = spawn(process.execPath, ['.output/worker/main.mjs'], { env: process.env, stdio: 'ignore' })
  workers.push(worker)
  return worker
}
afterAll(() => {
  for (const w of workers) w.kill('SIGKILL')
})
const until = async <T>(work: () => Promise<T | undefined | false>): Promise<T> => {
  for (let i = 0; i < 400; i++) {
    const found = await work()
    if (found) return found
    await new Promise((r) => setTimeout(r, 50))
  }
  throw new Error('It did not come.')
}
const products = async () =>
  Number((await database().execute<{ n: number }>(sql`select count(*)::int as n from product`)).rows[0]!.n)
function upload(rows: number): string {
  const name = randomUUID()
  mkdirSync(path.join(folder, 'uploads'), { recursive: true })
  copyFileSync(
    file(`sku,type,name\n${Array.from({ length: rows }, (_, i) => `W${rows}-${i},bag,Name ${i}`).join('\n')}\n`),
    path.join(folder, 'uploads', name),
  )
  return name
}
const importJob = (upload: string) =>
  inTransaction((tx) =>
    enqueue(tx, { kind: 'import', title: 'Importing', personId: 1, input: { upload, mode: 'apply', take: 'all' } }),
  )

it('begins an import anew that a killed worker had in its hands, and leaves nothing half done', async () => {
  const id = await importJob(upload(20_000))
  const first = startWorker()
  await until(async () => (await getJob(id))!.done > 1000)
  first.kill('SIGKILL')
  await until(async () => first.signalCode !== null)
  // Its transaction falls with its connection: nothing of the import stands.
  expect(await products()).toBe(0)
  expect((await getJob(id))!.state).toBe('running')
  startWorker()
  const job = await until(async () => {
    const j = (await getJob(id))!
    return j.state === 'done' && j
  })
  expect(job.result).toMatchObject({ created: 20_000, applied: true })
  expect(await products()).toBe(20_000)
}, 90_000)

it('calls off an import that runs, and has changed nothing', async () => {
  const before = await products()
  const id = await importJob(upload(21_000))
  await until(async () => (await getJob(id))!.done > 1000)
  await cancelJob(maren, id)
  await until(async () => (await getJob(id))!.finished !== null)
  expect(await getJob(id)).toMatchObject({ state: 'cancelled', error: 'Cancelled. Nothing has been changed.' })
  expect(await products()).toBe(before)
}, 60_000)

it('loses no work that was put in the queue while no worker ran', async () => {
  for (const w of workers) w.kill('SIGKILL')
  const id = await importJob(upload(3))
  expect((await getJob(id))!.state).toBe('queued')
  startWorker()
  await until(async () => (await getJob(id))!.state === 'done')
}, 60_000)

it('is not stopped by a thread that it starts', async () => {
  const program =
    "import { Worker } from 'node:worker_threads'; new Worker('setTimeout(() => {}, 300)', { eval: true " +
    "}).once('exit', () => { console.log('thread ended'); process.exit(0) })"
  const child = spawn(
    process.execPath,
    ['--import', './scripts/with-parent.mjs', '--input-type=module', '-e', program],
    { stdio: ['pipe', 'pipe', 'inherit'] },
  )
  let said = ''
  child.stdout.on('data', (text: Buffer) => {
    said += text.toString()
  })
  const [code, signal] = await new Promise<[number | null, string | null]>((resolve) =>
    child.once('exit', (c, s) => resolve([c, s])),
  )
  expect([said.trim(), code, signal]).toEqual(['thread ended', 0, null])
})
