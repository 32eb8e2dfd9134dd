import type { ComparedReleasePage, ComparedReleases, PageOfTwoReleases } from '@contracts/release'
import { groupBy } from '@core/lists/group-by'
import { comesOrGoes } from '@core/release/compare'
import type { ReleasedDocument } from '@core/release/document'
import { database } from '../../db/connect'
import { causesOfPageIn } from '../../db/queries/causes'
import {
  differingPages,
  pageText,
  releasesThatChanged,
  type ComparedFilter,
  type DifferingPage,
  type TwoReleases,
} from '../../db/queries/compared-releases'
import type { PageKey } from '../../db/queries/page-key'
import { documentReader } from '../../db/queries/released-documents'
import { documentAt, rowsOfPages, type PageRow } from '../../db/queries/released-pages'
import { livePointer, releaseOfNumber } from '../../db/queries/releases'
import { notFound, Problem } from '../problem'
import { inCategory, type Asked } from './asked-pages'
import { comparedPage } from './compared'
import { writeAllGoneBack } from './live-rows'

// Any two releases of a storefront that were live, page by page.

/** Throws 404 where a storefront has no such release, 410 where its pages are no longer kept. */
async function refuseUnkept({ storefront, from, to }: TwoReleases): Promise<void> {
  const db = database()
  for (const number of [from, to]) {
    const release = await releaseOfNumber(db, storefront, number)
    if (!release) throw notFound(`release ${number} of the storefront “${storefront}”`)
    if (release.forgotten) throw new Problem(410, 'Gone', `The pages of release ${number} are no longer kept.`)
  }
  // What went back is compared by its own rows.
  const { number, reads } = await livePointer(db, storefront)
  if (number !== reads) await writeAllGoneBack(storefront)
}

/** Both states of some pages at a moment, by page. */
async function statesOf(
  two: TwoReleases,
  pages: readonly PageKey[],
  now: number,
): Promise<(page: PageKey) => [before: ReleasedDocument | null, after: ReleasedDocument | null]> {
  const db = database()
  const rows = new Map<string, [before: PageRow[], after: PageRow[]]>()
  for (const some of groupBy(pages, ({ language, kind }) => `${language} ${kind}`).values()) {
    const { language, kind } = some[0]!
    const keys = some.map((page) => page.key)
    const before = await rowsOfPages(db, two.storefront, two.from, { language, kind, keys })
    const after = await rowsOfPages(db, two.storefront, two.to, { language, kind, keys })
    for (const key of keys) rows.set(pageText({ language, kind, key }), [before.get(key) ?? [], after.get(key) ?? []])
  }
  const numbers = [...rows.values()].flat().map((list) => documentAt(list, now))
  const read = await documentReader(db, numbers)
  return (page) => {
    const [before, after] = rows.get(pageText(page))!
    return [read(documentAt(before, now)), read(documentAt(after, now))]
  }
}

function rowOf(
  page: DifferingPage,
  [before, after]: [ReleasedDocument | null, ReleasedDocument | null],
  releases: number[],
): ComparedReleasePage {
  const { language, key, change } = page
  const kind = page.kind as ComparedReleasePage['kind']
  const { title, changes } = comparedPage(
    { language, kind, key, change, type: null, held: [], rows: [] },
    before,
    after,
  )
  return { language, kind, key, name: title, change, changes, releases }
}

/** The pages that differ between two releases of a storefront, some at a time. Throws 404, 410. */
export async function compareReleases(
  two: TwoReleases,
  { offset, limit, category, ...rest }: Asked<ComparedFilter>,
  now: number,
): Promise<ComparedReleases> {
  await refuseUnkept(two)
  const db = database()
  const filter = { ...rest, ...(await inCategory(db, category)) }
  const { counts, items } = await differingPages(db, two, filter, { offset, limit })
  const states = await statesOf(two, items, now)
  const releases = await releasesThatChanged(db, two, items)
  return {
    counts,
    count: filter.change === undefined ? counts.added + counts.changed + counts.removed : counts[filter.change],
    items: items.map((page) => rowOf(page, states(page), releases.get(pageText(page)) ?? [])),
  }
}

/** A page as two releases of a storefront have it, with what changed it in between. Throws 404, 410. */
export async function pageOfTwoReleases(two: TwoReleases, of: PageKey, now: number): Promise<PageOfTwoReleases> {
  await refuseUnkept(two)
  const db = database()
  const [before, after] = (await statesOf(two, [of], now))(of)
  const numbers = (await releasesThatChanged(db, two, [of])).get(pageText(of)) ?? []
  if (before === null && after === null && numbers.length === 0) throw notFound(`page of ${of.key} in either release`)
  const change = before === null && after === null ? 'changed' : comesOrGoes(before !== null, after !== null)
  return {
    ...rowOf({ ...of, change }, [before, after], numbers),
    ...{ before, after },
    causes: await causesOfPageIn(db, two.storefront, numbers, of),
  }
}
