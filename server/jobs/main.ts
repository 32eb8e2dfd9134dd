import { sql } from 'drizzle-orm'
import type pg from 'pg'
import { connections, database, disconnect } from '../db/connect'
import { enqueueDueFeeds } from '../services/feeds'
import { jobChannel } from '../services/jobs'
import { lookAfterPhotos } from '../services/drafting/photos'
import { foldWhenFree } from '../services/fold-versions'
import { lookAfterReadiness } from '../services/readiness/due'
import { lookAfterReaches } from '../services/reach/kept-reach'
import { lookAfterQueries } from '../services/pool-queries'
import { handlers, type JobInput } from './handlers'
import { queue, queueName } from './queue'

// One worker process: long and heavy work is done here, so that the web server always answers.
const boss = queue({ supervise: true })
boss.on('error', (e) => console.error('The queue:', e.message))

const tell = (id: string) => database().execute(sql`select pg_notify(${jobChannel}, ${id})`)

/** Runs one job that waits. Its lock shows other workers that somebody is at it; it falls with the connection. */
async function run(id: string) {
  const holder: pg.PoolClient = await connections().connect()
  try {
    const locked = await holder.query<{ ok: boolean }>('select pg_try_advisory_lock(hashtextextended($1, 4870)) as ok', [id])
    if (!locked.rows[0]!.ok) return
    const { rows } = await database().execute<{ kind: string; title: string; input: JobInput; person_id: number | null }>(sql`
      update job set state = 'running', started = now(), done = 0 where id = ${id} and state in ('queued', 'running') returning kind, title, input, person_id`)
    const job = rows[0]
    if (!job) return
    await tell(id)
    await work(id, job)
  } finally {
    await holder.query('select pg_advisory_unlock_all()').catch(() => undefined)
    holder.release()
    await tell(id)
  }
}

async function work(id: string, job: { kind: string; title: string; input: JobInput; person_id: number | null }) {
  let cancelled = false
  let last = 0
  const onProgress = (done: number, total: number) => {
    const now = Date.now()
    if (now - last < 250) return
    last = now
    void database().execute<{ state: string }>(sql`update job set done = ${done}, total = ${total} where id = ${id} returning state`)
      .then(({ rows }) => { cancelled = rows[0]?.state === 'cancelled' }, () => undefined).then(() => tell(id), () => undefined)
  }
  try {
    const handler = handlers[job.kind as keyof typeof handlers]
    const { result, total } = await handler({ ...job, id }, { onProgress, cancelled: () => cancelled })
    // What stands by stretches is called off between them, and what was done stands.
    const calledOff = (result as { cancelled?: boolean } | null)?.cancelled === true
    await database().execute(sql`update job set state = ${calledOff ? 'cancelled' : 'done'}, finished = now(), done = coalesce(${total}::int, done), total = coalesce(${total}::int, total), result = ${JSON.stringify(result)}::jsonb where id = ${id}`)
  } catch (e) {
    if (!cancelled) console.error(e)
    await database().execute(sql`update job set state = ${cancelled ? 'cancelled' : 'failed'}, finished = now(), error = ${cancelled ? 'Called off. Nothing has been changed.' : (e as Error).message} where id = ${id}`)
  }
}

/** Jobs whose worker died in the middle: their transaction has fallen, so they begin again. */
async function takeUpOrphans() {
  const { rows } = await database().execute<{ id: string }>(sql`
    select id from job where state = 'running' and not exists (
      select 1 from pg_locks l where l.locktype = 'advisory' and (l.classid::bigint << 32 | l.objid::bigint) = hashtextextended(job.id, 4870))`)
  for (const { id } of rows) await boss.send(queueName, { id })
}

await boss.start()
await takeUpOrphans()
await boss.work<{ id: string }>(queueName, { pollingIntervalSeconds: 0.5, batchSize: 1 }, async (jobs) => {
  for (const { data } of jobs) await run(data.id)
})

/** Feeds are looked for now and then; a second worker that looks too finds none left. */
const lookForFeeds = () => void enqueueDueFeeds(Date.now()).catch((e: unknown) => console.error('Feeds:', (e as Error).message))
const feedTimer = setInterval(lookForFeeds, 20_000)
lookForFeeds()

/** Changes of very many are counted into the versions of products when nobody writes them. */
const lookAtVersions = () => void foldWhenFree().catch((e: unknown) => console.error('Versions:', (e as Error).message))
const versionTimer = setInterval(lookAtVersions, 10_000)
lookAtVersions()

/** Days begin, and work that nobody does is taken up. */
const lookAtReadiness = () => void lookAfterReadiness(Date.now()).catch((e: unknown) => console.error('Readiness:', (e as Error).message))
const readinessTimer = setInterval(lookAtReadiness, 30_000)
lookAtReadiness()

/** Pictures that were sent are read. */
let atPhotos: Promise<unknown> = Promise.resolve()
const lookAtPhotos = () => { atPhotos = atPhotos.then(lookAfterPhotos).catch((e: unknown) => console.error('Photos:', (e as Error).message)) }
const photoTimer = setInterval(lookAtPhotos, 15_000)

/** The data pool is asked, and its answers are looked for, as long as there is something open. */
let atPool: Promise<unknown> = Promise.resolve()
const lookAtPool = () => { atPool = atPool.then(() => lookAfterQueries(Date.now())).catch((e: unknown) => console.error('Data pool:', (e as Error).message)) }
const poolTimer = setInterval(lookAtPool, 5_000)

/** Reaches are worked out before somebody holds them against each other. */
let atReaches: Promise<unknown> = Promise.resolve()
const lookAtReaches = () => { atReaches = atReaches.then(() => lookAfterReaches(Date.now())).catch((e: unknown) => console.error('Reaches:', (e as Error).message)) }
const reachTimer = setInterval(lookAtReaches, 20_000)

let stopping = false
for (const signal of ['SIGINT', 'SIGTERM'] as const) {
  process.on(signal, () => {
    if (stopping) return
    stopping = true
    clearInterval(feedTimer)
    clearInterval(poolTimer)
    clearInterval(readinessTimer)
    clearInterval(versionTimer)
    clearInterval(photoTimer)
    clearInterval(reachTimer)
    void boss.stop({ graceful: false, wait: false }).finally(() => disconnect().finally(() => process.exit(0)))
    setTimeout(() => process.exit(0), 1500).unref()
  })
}
console.log('worker ready')
