import { sql } from 'drizzle-orm'
import { database, inTransaction } from '@server/db/connect'
import { deliverChanges } from '@server/services/delivery/changes'
import { compareReleases } from '@server/services/release/compare-releases'
import { note, quantile, times } from './measure'

// What differs between releases, told to editors and to those who follow: on a storefront of its own with rows of
// pages written as releases write them.

const storefront = 'bench-kept'
/** Each release after the first changes every page, but for the last, which changes some. */
const pages = 100_000
const releases = 11
const someChanged = 1000
const perAnswer = 1000

/** Writes the releases: page `k` of release `n` is valid from it until the next that changes it. */
async function writeReleases(): Promise<void> {
  await inTransaction(async ({ db }) => {
    for (const table of [sql`released_page`, sql`live_step`, sql`live_release`, sql`release`])
      await db.execute(sql`delete from ${table} where storefront = ${storefront}`)
    await db.execute(sql`
      insert into release (storefront, number, state, title, scope, base, made, live)
      select ${storefront}, n, 'past', 'Benchmark', '{}', n - 1, now(), now() from generate_series(1, ${releases}) n`)
    await db.execute(sql`
      insert into live_step (storefront, step, number, at)
      select ${storefront}, n, n, now() from generate_series(1, ${releases}) n`)
    await db.execute(sql`
      insert into live_release (storefront, number, reads) values (${storefront}, ${releases}, ${releases})`)
    await db.execute(sql`
      with documents as (select array_agg(id) as ids from (select id from released_document order by id limit 500) d)
      insert into released_page
        (storefront, language, kind, key, group_code, begins, since, until, document, category, name)
      select ${storefront}, 'en-GB', 'product', 'BENCH-' || lpad(k::text, 6, '0'), '', '-infinity', n,
        case when n < ${releases - 1} or (n = ${releases - 1} and k <= ${someChanged}) then n + 1 end,
        ids[(k * 7 + n * 11) % cardinality(ids) + 1], 'bags', 'Page ' || k
      from documents, generate_series(1, ${releases}) n, generate_series(1, ${pages}) k
      where n < ${releases} or k <= ${someChanged}`)
  })
  await database().execute(sql`vacuum analyze released_page`)
}

async function benchComparing(): Promise<void> {
  const compare = (from: number, to: number) => () =>
    compareReleases({ storefront, from, to }, { offset: 0, limit: 50 }, Date.now())
  const some = await times(20, compare(releases - 1, releases))
  note(`Comparing two releases that differ in ${someChanged} pages`, quantile(some, 0.5), 50, ' ms', 'median of 20')
  const all = await times(10, compare(releases - 2, releases - 1))
  note(`Comparing two releases that differ in ${pages} pages`, quantile(all, 0.5), 500, ' ms', 'median of 10')
  const filter = { offset: 0, limit: 50, q: '777', type: 'pannier' }
  const filtered = await times(10, () =>
    compareReleases({ storefront, from: releases - 2, to: releases - 1 }, filter, Date.now()),
  )
  note('The same with a filter', quantile(filtered, 0.5), null, ' ms', 'median of 10')
}

/** All changes of the storefront, read from the first to the last as somebody who follows them does. */
async function benchFollowing(): Promise<void> {
  const taken: number[] = []
  let entries = 0
  let after: string | undefined
  for (;;) {
    const begun = performance.now()
    const { items, next } = await deliverChanges(storefront, { after, limit: perAnswer, wait: 0 }, () => false)
    taken.push(performance.now() - begun)
    entries += items.length
    if (items.length === 0) break
    after = next
  }
  if (entries !== pages * (releases - 1) + someChanged) throw new Error(`${entries} changes were told.`)
  taken.sort((a, b) => a - b)
  const detail = `median; the slowest of a hundred ${quantile(taken, 0.99).toFixed(0)} ms; ${entries} changes in all`
  note('An answer of a thousand changes', quantile(taken, 0.5), 20, ' ms', detail)
}

/** Comparing releases and following them, on what an earlier run has released. */
export async function benchDifferences(): Promise<void> {
  await writeReleases()
  await benchComparing()
  await benchFollowing()
  await database().execute(sql`delete from released_page where storefront = ${storefront}`)
}
