import type { AssignmentRecord } from '@contracts/records'
import { database } from '@server/db/connect'
import { loadContent } from '@server/db/queries/content'
import { loadSetup } from '@server/db/queries/setup'
import { findCoverage } from '@server/services/assignments/coverage'
import { beforeSaving } from '@server/services/reach/before-saving'
import { lookAfterReaches } from '@server/services/reach/cached-reach'
import { tryAssignment } from '@server/services/reach/reach'
import { note, quantile, times } from './measure'
import { fillAssignments } from './proof'

const megabytes = () => Math.round(process.memoryUsage().rss / 1_048_576)

/** Pages of very many products put together one after the other, with 500 assignments. */
export async function benchCoverage() {
  await fillAssignments()
  await findCoverage({ filter: { field: 'sku', is: 'starts-with', value: 'BN-10' }, storefronts: ['uk'] }, Date.now())
  const before = megabytes()
  const most = [before, before]
  let half = 0
  const timer = setInterval(() => {
    most[half] = Math.max(most[half]!, megabytes())
  }, 50)
  const begun = performance.now()
  const { pages } = await findCoverage(
    { filter: { field: 'sku', is: 'starts-with', value: 'BN-' }, storefronts: ['uk'] },
    Date.now(),
    {
      onProgress: (done, total) => {
        half = done * 2 < total ? 0 : 1
      },
    },
  )
  clearInterval(timer)
  const seconds = (performance.now() - begun) / 1000
  note(
    'Pages put together in the worker, read from the database, with 500 assignments, a second (at least)',
    pages / seconds,
    3000,
    ' a second',
    `${pages} pages in ${seconds.toFixed(1)} s; memory ${before} MB before, at most ${most[0]} MB in the ` +
      `first half, ${most[1]} MB in the second`,
    true,
  )
}

/** What saving an assignment would do, with 500 of them over 100,000 products. */
export async function benchSaving() {
  await fillAssignments()
  const db = database()
  const setup = await loadSetup(db)
  const begin = performance.now()
  await lookAfterReaches(Date.now())
  const known = (performance.now() - begin) / 1000
  const { assignments } = await loadContent(db, setup)
  const edited = assignments.find((a) => a.code === 'bench-250')!
  const record = (i: number): AssignmentRecord => ({
    code: edited.code,
    name: edited.name,
    pieces: edited.pieces,
    sets: [],
    limits: { ...edited.limits, storefronts: ['uk'] },
    area: edited.area,
    order: edited.order,
    replaces: null,
    resting: false,
    reach: {
      ...edited.reach,
      rule: {
        all: [
          { field: 'type', is: 'one-of', value: ['pannier', 'rack'] },
          { field: 'price', is: 'below', value: `${30 + i} GBP` },
        ],
      },
    },
  })
  const checked = await times(
    30,
    (i) => beforeSaving({ assignment: record(i), lens: { storefront: 'uk' } }, Date.now()),
    5,
  )
  const found = await beforeSaving({ assignment: record(3), lens: { storefront: 'uk' } }, Date.now())
  note(
    'Reach with gained, lost and collisions of one edit in one storefront, 500 assignments, 95th percentile',
    quantile(checked, 0.95),
    1000,
    ' ms',
    `median ${quantile(checked, 0.5).toFixed(0)} ms; ${found.storefronts[0]!.count} reached, ` +
      `${found.collisions.length} collisions; all reaches anew took ${known.toFixed(1)} s`,
  )
  const everywhere = await times(
    10,
    (i) =>
      beforeSaving(
        { assignment: { ...record(i), limits: { ...edited.limits } }, lens: { storefront: 'uk' } },
        Date.now(),
      ),
    2,
  )
  note(
    'The same in all eight storefronts',
    quantile(everywhere, 0.95),
    1000,
    ' ms',
    `median ${quantile(everywhere, 0.5).toFixed(0)} ms`,
  )
  const typing = await times(
    60,
    (i) =>
      tryAssignment(
        { reach: record(i).reach, limits: record(i).limits, saved: edited.code, lens: { storefront: 'uk' }, sku: null },
        Date.now(),
      ),
    5,
  )
  note(
    'Live reach while a rule is written, 95th percentile',
    quantile(typing, 0.95),
    150,
    ' ms',
    `median ${quantile(typing, 0.5).toFixed(0)} ms`,
  )
}
