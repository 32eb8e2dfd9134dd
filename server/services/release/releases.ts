import type {
  ReleaseCause,
  ReleasePageComparison,
  ReleasePageRow,
  ReleaseScope,
  ReleaseDocument,
  StorefrontRelease,
} from '@contracts/release'
import type { Person } from '@contracts/people'
import type { Storefront } from '@core/catalogue/model'
import { groupBy } from '@core/lists/group-by'
import { database, inTransaction, type Tx } from '../../db/connect'
import { causesOfPage, causesOfRelease } from '../../db/queries/causes'
import { rootsOfSkus } from '../../db/queries/families'
import { documentReader } from '../../db/queries/released-documents'
import type { PageKey } from '../../db/queries/page-key'
import {
  documentAt,
  rowsOfPages,
  stagedPage,
  stagedPages,
  type ReleasePageFilter,
  type StoredReleasePage,
} from '../../db/queries/released-pages'
import {
  countLivePages,
  deleteRelease,
  insertRelease,
  livePointer,
  releaseOfNumber,
  openReleases,
  releasesBefore,
  updateRelease,
  type ReleaseRow,
} from '../../db/queries/releases'
import { loadSetup, type StoredSetup } from '../../db/queries/setup'
import { authorize } from '../people/permission'
import { idOfCursor, pageOf } from '../paging'
import { notFound, Problem, unprocessable } from '../problem'
import { filterOf } from '../reach/reach'
import { enqueue } from '../work/jobs'
import { inCategory, type Asked } from './asked-pages'
import { documentsOf, getRelease, lockedRelease, storedRelease } from './documents'
import { prepared } from './on-its-way'
import { backToDraft } from './scheduled'

/** How every storefront stands: what is live there, and what is being made ready. */
export async function storefrontReleases(): Promise<{ items: StorefrontRelease[] }> {
  const db = database()
  const setup = await loadSetup(db)
  const pages = await countLivePages(db)
  const open = groupBy(await documentsOf(await openReleases(db)), (r) => r.storefront)
  const items = [...setup.storefronts.keys()].map((storefront) => {
    const releases = open.get(storefront) ?? []
    return {
      storefront,
      live: releases.find((r) => r.state === 'live') ?? null,
      pages: pages.get(storefront) ?? 0,
      open: releases.filter((r) => r.state !== 'live'),
    }
  })
  return { items }
}

/** The releases of a storefront, the newest first. */
export async function listReleases({
  storefront,
  limit,
  cursor,
}: {
  storefront: string
  limit: number
  cursor?: string
}) {
  const rows = await releasesBefore(database(), storefront, idOfCursor(cursor), limit + 1)
  const { items, next } = pageOf(rows, limit)
  return { items: await documentsOf(items), next }
}

/** Has the worker put a release together. */
async function enqueuePreparation(
  tx: Tx,
  { id, title }: Pick<ReleaseRow, 'id' | 'title'>,
  person: Person,
): Promise<void> {
  const job = await enqueue(tx, {
    kind: 'release',
    title: `Preparing “${title}”`,
    personId: person.id,
    input: { release: id },
  })
  await updateRelease(tx, id, { job, state: 'preparing' })
}

/** Throws 422 where a scope names products or a campaign that there are not. */
async function refuseUnknown(setup: StoredSetup, { skus, campaign }: ReleaseScope): Promise<void> {
  if (campaign !== undefined && !setup.campaigns.has(campaign))
    throw unprocessable(`There is no campaign “${campaign}”.`, [{ path: 'scope.campaign', message: 'Unknown.' }])
  if (skus === undefined) return
  const known = await rootsOfSkus(database(), skus)
  const missing = skus.filter((sku) => !known.has(sku))
  if (missing.length > 0)
    throw unprocessable(
      `${missing.length === 1 ? 'This SKU has' : 'These SKUs have'} no product: ${missing.slice(0, 20).join(', ')}.`,
      [{ path: 'scope.skus', message: 'Unknown.' }],
    )
}

/** The storefront that is to be released. Throws 422 where there is none, or it has nothing that the scope names. */
export async function storefrontOfScope(storefront: string, scope: ReleaseScope): Promise<Storefront> {
  const setup = await loadSetup(database())
  const found = setup.storefronts.get(storefront)
  if (!found)
    throw unprocessable(`There is no storefront “${storefront}”.`, [{ path: 'storefront', message: 'Unknown.' }])
  filterOf(setup, scope.condition)
  await refuseUnknown(setup, scope)
  const unknown = scope.languages?.find((l) => !found.editions.some((e) => e.language === l))
  if (unknown !== undefined)
    throw unprocessable(`${found.name} has no pages in “${unknown}”.`, [
      { path: 'scope.languages', message: 'Unknown.' },
    ])
  return found
}

/** Begins a release: the worker puts it together. Returns its id. */
export async function beginRelease(
  tx: Tx,
  wanted: { storefront: string; title: string; scope: ReleaseScope; plan?: number; together?: number },
  person: Person,
  now: number,
): Promise<number> {
  const { number } = await livePointer(tx.db, wanted.storefront)
  const id = await insertRelease(tx, { ...wanted, base: number, madeBy: person.id, made: new Date(now) })
  await enqueuePreparation(tx, { id, title: wanted.title }, person)
  return id
}

/**
 * Has a release put together, to be compared with what is live; with others, one for each storefront, which go live
 * together. Throws 403, 422.
 */
export async function createRelease(
  person: Person,
  { storefront, with: others = [], title, scope }: CreateBody,
  now: number,
): Promise<ReleaseDocument> {
  authorize(person, 'release')
  const codes = [...new Set([storefront, ...others])]
  const wanted: { storefront: string; title: string; scope: ReleaseScope }[] = []
  for (const code of codes) {
    const { name } = await storefrontOfScope(code, scope)
    wanted.push({ storefront: code, title: title || `Release of ${name}`, scope })
  }
  const id = await inTransaction((tx) => beginAll(tx, wanted, person, now))
  return getRelease(String(id))
}

interface CreateBody {
  storefront: string
  with?: readonly string[]
  title: string
  scope: ReleaseScope
}

/** Begins releases that go live together. Returns the id of the first. */
async function beginAll(
  tx: Tx,
  wanted: readonly { storefront: string; title: string; scope: ReleaseScope }[],
  person: Person,
  now: number,
): Promise<number> {
  const [first, ...others] = wanted
  const id = await beginRelease(tx, first!, person, now)
  if (others.length > 0) await updateRelease(tx, id, { together: id })
  for (const other of others) await beginRelease(tx, { ...other, together: id }, person, now)
  return id
}

/** Deletes a release that never went live. Throws 409 where it did. */
export async function discardRelease(person: Person, id: string): Promise<void> {
  authorize(person, 'release')
  const row = await storedRelease(id)
  if (row.number !== null)
    throw new Problem(409, 'Already live', `Release ${row.number} went live; what went live is kept.`)
  await inTransaction((tx) => deleteRelease(tx, row.id))
}

/** A page of a release as it is answered. */
export const pageRow = ({
  language,
  kind,
  key,
  title,
  change,
  changes,
  held,
  ...page
}: StoredReleasePage): ReleasePageRow => ({
  language,
  kind: kind as ReleasePageRow['kind'],
  key,
  name: title,
  change,
  changes,
  held: held ?? [],
  anyway: page.anyway === null ? null : { reason: page.anyway, person: page.anyway_by },
  leftOut: page.left_out === null ? null : { reason: page.left_out, person: page.left_out_by },
  variants: page.variants,
})

/** Pages of a release, some at a time. Throws 404. */
export async function releasePages(
  id: string,
  { offset, limit, category, ...rest }: Asked<ReleasePageFilter>,
): Promise<{ items: ReleasePageRow[]; count: number }> {
  const { id: number } = await storedRelease(id)
  const db = database()
  const filter = { ...rest, ...(await inCategory(db, category)) }
  const { count, items } = await stagedPages(db, number, filter, { offset, limit })
  return { items: items.map(pageRow), count }
}

/** So many causes are told of a release: those that changed most. */
const mostTold = 100

/** The steps that changed most pages of a release. Throws 404. */
export async function releaseCauses(id: string): Promise<{ items: (ReleaseCause & { pages: number })[] }> {
  const { id: number } = await storedRelease(id)
  return { items: await causesOfRelease(database(), number, mostTold) }
}

/** The page that an address names. */
export const pageKeyOf = (param: (name: 'language' | 'kind' | 'key') => string): PageKey => ({
  language: param('language'),
  kind: param('kind'),
  key: param('key'),
})

/** Throws 410 where a release was compared with one whose pages are no longer kept. */
async function refuseForgottenBase({ storefront, base }: ReleaseRow): Promise<void> {
  if ((await releaseOfNumber(database(), storefront, base))?.forgotten)
    throw new Problem(410, 'Gone', `It was compared with release ${base}, whose pages are no longer kept.`)
}

/** A page of a release beside what was live when it was compared. Throws 404, 410. */
export async function releasePage(id: string, of: PageKey, now: number): Promise<ReleasePageComparison> {
  const db = database()
  const release = await storedRelease(id)
  const page = await stagedPage(db, release.id, of)
  if (!page) throw notFound(`page of ${of.key} in this release and language`)
  const { language, kind, key } = of
  await refuseForgottenBase(release)
  const live = await rowsOfPages(db, release.storefront, release.base, { language, kind, keys: [key] })
  const [before, after] = [documentAt(live.get(key) ?? [], now), documentAt(page.rows, now)]
  const read = await documentReader(db, [before, after])
  const moments = [...new Set(page.rows.map((r) => r.begins))].filter((begins) => begins > now).sort((a, b) => a - b)
  return {
    ...pageRow(page),
    before: read(before),
    after: read(after),
    moments: moments.map((m) => new Date(m).toISOString()),
    causes: await causesOfPage(db, release.id, of),
  }
}

/** Compares a release anew with what is live, from what is saved now; what was said of it is over. Throws 403, 409. */
export async function prepareAgain(person: Person, id: string): Promise<ReleaseDocument> {
  authorize(person, 'release')
  await inTransaction(async (tx) => {
    const release = await lockedRelease(tx, id)
    if (release.state !== 'failed') prepared(release)
    await backToDraft(tx, release)
    await enqueuePreparation(tx, release, person)
  })
  return getRelease(id)
}
