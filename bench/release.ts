import { sql } from 'drizzle-orm'
import { database } from '@server/db/connect'
import { livePointer } from '@server/db/queries/releases'
import { readingOf } from '@server/services/delivery/live'
import { madeProduct } from '@server/services/delivery/made'
import { patchProduct } from '@server/services/products/products'
import { anyVersion, getRecord, putRecord } from '@server/services/records/records'
import { evaluateDue } from '@server/services/readiness/due'
import { goBack, goLive } from '@server/services/release/going-live'
import { writeAhead, writeAllGoneBack } from '@server/services/release/live-rows'
import { putTogether } from '@server/services/release/put-together'
import { createRelease } from '@server/services/release/releases'
import { maren, note } from './measure'

const [storefront, language] = ['uk', 'en-GB']
const source = { personId: maren.id, origin: 'bench', by: 'bench' }
const megabytes = () => Math.round(process.memoryUsage().rss / 1_048_576)
const timed = async <T>(work: () => Promise<T>): Promise<{ ms: number; got: T }> => {
  const begun = performance.now()
  const got = await work()
  return { ms: performance.now() - begun, got }
}
const seconds = (ms: number) => `${(ms / 1000).toFixed(1)} s`

/** Has a release prepared in which every page goes that is put together, ready or not. */
async function prepare(scope: object): Promise<{ id: string; base: number; put: number }> {
  const { id } = await createRelease(maren, { storefront, title: 'Benchmark', scope }, Date.now())
  let put = 0
  await putTogether(id, Date.now, { onProgress: (_, total) => (put = total) })
  const db = database()
  await db.execute(sql`update release_page set anyway = 'benchmark' where release_id = ${id} and held is not null`)
  const { rows } = await db.execute<{ base: number }>(sql`select base from release where id = ${id}`)
  return { id: String(id), base: rows[0]!.base, put }
}
const live = ({ id, base }: { id: string; base: number }) => goLive(maren, id, { base }, Date.now(), source)

/** Writes a release ahead, whole. Returns in how many turns. */
async function writeAllAhead(id: string): Promise<number> {
  for (let turns = 1; ; turns++) {
    await writeAhead()
    const { ahead, aheadWhole } = await livePointer(database(), storefront)
    if (String(ahead) !== id) throw new Error('Another release is written ahead.')
    if (aheadWhole) return turns
  }
}

async function countAssignments(): Promise<number> {
  const { rows } = await database().execute<{ n: number }>(sql`select count(*)::int as n from assignment`)
  return rows[0]!.n
}

async function bytesKept(): Promise<number> {
  const { rows } = await database().execute<{ n: number }>(sql`
    select (pg_total_relation_size('released_page') + pg_total_relation_size('released_document')
      + pg_total_relation_size('released_media') + pg_total_relation_size('released_link'))::int8 as n`)
  return rows[0]!.n
}

/** A first release of everything in one edition. */
async function benchFirst(assignments: number): Promise<void> {
  await database().execute(sql`
    truncate release, release_page, release_row, release_cause, released_page, released_document, released_media,
      released_link, live_release, live_step, page_state cascade`)
  const bytes = await bytesKept()
  const before = megabytes()
  let most = before
  const timer = setInterval(() => {
    most = Math.max(most, megabytes())
  }, 50)
  // Readiness has figures of its own.
  await evaluateDue(Date.now)
  const { ms, got } = await timed(() => prepare({}))
  clearInterval(timer)
  const { rows } = await database().execute<{ n: number }>(
    sql`select count(*)::int as n from release_page where release_id = ${got.id}`,
  )
  const pages = rows[0]!.n
  note(
    `A first release: pages put together, compared and kept, with ${assignments} assignments, a second (at least)`,
    pages / (ms / 1000),
    assignments > 100 ? 1200 : 2000,
    ' a second',
    `${pages} pages in ${seconds(ms)}; memory ${before} MB before, at most ${most} MB`,
    true,
  )
  const ahead = await timed(() => writeAllAhead(got.id))
  note('Writing it ahead', ahead.ms / 1000, 10, ' s', `${pages} pages, in ${ahead.got} turns`)
  const { ms: going } = await timed(() => live(got))
  note('Making it live', going, 50, ' ms', `${pages} pages`)
  note('What is kept of a page', ((await bytesKept()) - bytes) / pages, 1536, ' bytes', 'rows and indexes included')
}

/** What follows once everything is live: only what was changed is put together. */
async function benchNext(): Promise<void> {
  const first = await timed(() => prepare({}))
  note(
    'A release when nothing was changed, the first after all went live',
    first.ms / 1000,
    null,
    ' s',
    `${first.got.put} products`,
  )
  const again = await timed(() => prepare({}))
  note('A release when nothing was changed', again.ms, null, ' ms', `${again.got.put} products put together`)

  const { record } = await getRecord('pieces', 'bench-tab').catch(() => ({ record: undefined }))
  const texts = [{ language, title: `Benchmark ${Date.now()}`, body: '<p>Changed.</p>' }]
  const tab = { ...(record ?? {}), code: 'bench-tab', kind: 'tab', name: 'Benchmark', texts }
  await putRecord(maren, 'pieces', 'bench-tab', tab, anyVersion, Date.now())
  const rule = { field: 'sku', is: 'starts-with', value: 'BN-10' }
  const reach = { base: 'rule', rule }
  const assignment = { code: 'bench-release', name: 'Benchmark', pieces: ['bench-tab'], reach }
  await putRecord(maren, 'assignments', 'bench-release', assignment, anyVersion, Date.now())
  const some = await timed(async () => {
    const prepared = await prepare({})
    await live(prepared)
    return prepared
  })
  note('After a change that touches a thousand: compared and live', some.ms / 1000, 5, ' s', `${some.got.put} products`)

  const sku = (
    await database().execute<{ sku: string }>(
      sql`select sku from product where parent_id is null and sku like 'BN-%' order by sku limit 1`,
    )
  ).rows[0]!.sku
  const values = [{ attribute: 'name', language, value: `Benchmark ${Date.now()}` }]
  await patchProduct(maren, sku, '*', { values }, Date.now())
  const one = await timed(async () => {
    await live(await prepare({ skus: [sku] }))
    const reading = await readingOf({ storefront }, Date.now())
    return madeProduct(reading, { language, sku }, Date.now())
  })
  if (!one.got.text.includes(values[0]!.value)) throw new Error('The change did not arrive.')
  note('One product, from “release” to the answer of delivery', one.ms / 1000, 1, ' s', 'released by itself')

  const { number } = await livePointer(database(), storefront)
  const back = await timed(() => goBack(maren, storefront, number - 1, Date.now(), source))
  note('Going back', back.ms, 50, ' ms', 'to the release before')
  const written = await timed(() => writeAllGoneBack())
  note('Writing what went back as rows', written.ms, null, ' ms', 'until then, changes wait')
  const far = await timed(() => goBack(maren, storefront, 1, Date.now(), source))
  note('Going back to the first release', far.ms, 50, ' ms', 'whatever differs')
}

/** Some thousand products put together anew, which is quick: for those who work on it. */
export async function benchReleaseQuick() {
  await database().execute(sql`delete from page_state where storefront = ${storefront}`)
  const condition = { field: 'sku', is: 'starts-with', value: 'BN-2' }
  const { ms, got } = await timed(() => prepare({ condition }))
  note('Products put together, a second', got.put / (ms / 1000), null, ' a second', `${got.put} in ${seconds(ms)}`)
}

/** Releases of one storefront with all products of the catalogue. */
export async function benchRelease() {
  await benchFirst(await countAssignments())
  await benchNext()
}
