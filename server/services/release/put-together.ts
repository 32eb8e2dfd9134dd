import type { ReleaseCounts } from '@contracts/release'
import { same } from '@core/catalogue/patch'
import { mediaNamed } from '@core/composed/page'
import { chunked } from '@core/lists/chunked'
import { comesOrGoes } from '@core/release/compare'
import { siteOverTime } from '@core/release/over-time'
import { siteDocuments, siteKey } from '@core/release/site'
import { database, inTransaction, type Tx } from '../../db/connect'
import { documentReader, keepDocuments } from '../../db/queries/released-documents'
import {
  countStaged,
  deleteStaged,
  documentAt,
  insertStaged,
  keysAt,
  keysOfNobody,
  rowsOfPages,
  type StagedPage,
} from '../../db/queries/released-pages'
import { loadLibrary } from '../../db/queries/media'
import { codesOfRecords } from '../../db/queries/records'
import { releaseById, updateRelease, type ReleaseRow } from '../../db/queries/releases'
import { ForPeople } from '../problem'
import { evaluateDue } from '../readiness/due'
import { Cancelled, type WorkControls } from '../work/jobs'
import { causeReader, type CauseReader } from './causes'
import { comparedPage, type ComparedPage } from './compared'
import { composedOfScope, madeComposedPages } from './composed-pages'
import {
  documentsIn,
  goneProduct,
  isGone,
  isSameFrom,
  pagesOfFamily,
  readBlock,
  rootsWith,
  rowsOf,
  type MadePage,
} from './made-pages'
import { askForOutside } from './outside-links'
import {
  countSettled,
  isDue,
  isEverything,
  noteState,
  rootsBesideScope,
  rootsOfScope,
  workbenchOf,
  type Workbench,
} from './workbench'

/** So many families are put together at a time, each block in a transaction of its own. */
const blockSize = 100
/** An edition has fewer standing and composed pages than this. */
const mostBeside = 10_000
/** So many blocks at the same time: while one waits for the database, another is put together. */
const blocksAtOnce = 2

/**
 * Puts the pages of a release together and compares them with what is live. What is there at the end is a draft that
 * somebody can look at and release; trying again begins anew. Only products that something was changed for are put
 * together: the draft is the same as if all were.
 */
export async function putTogether(id: number, now: () => number, controls: WorkControls = {}): Promise<ReleaseCounts> {
  // Whether a page is ready has to be known for what it is made of now.
  await evaluateDue(now)
  const bench = await draftOf(id, now())
  const { scope } = bench.release
  await inTransaction(async (tx) => {
    await deleteStaged(tx, [id])
    await updateRelease(tx, id, { base: bench.base, state: 'preparing' })
  })
  const covered = await rootsOfScope(bench, scope)
  const roots = covered.filter((root) => isDue(bench, root))
  const beside = await rootsBesideScope(bench, scope, covered)
  const total = roots.length + beside.length
  let unchanged = await countSettled(bench, covered)
  let done = 0
  const inBlocks = (all: readonly number[], put: (tx: Tx, block: readonly number[]) => Promise<number>) =>
    inLanes(chunked(all, blockSize), blocksAtOnce, async (block) => {
      if (controls.cancelled?.()) throw new Cancelled()
      const same = await inTransaction((tx) => put(tx, block))
      unchanged += same
      controls.onProgress?.((done += block.length), total)
    })
  await inBlocks(roots, (tx, block) => putBlock(tx, bench, block))
  await inBlocks(beside, (tx, block) => putGone(tx, bench, block).then(() => 0))
  return inTransaction(async (tx) => {
    await removeGone(tx, bench)
    if (isEverything(scope)) unchanged += await putSite(tx, bench)
    unchanged += await putComposed(tx, bench)
    await askForOutside(tx, bench.storefront, id, bench.now)
    const counts = { ...(await countStaged(tx.db, id)), unchanged }
    await updateRelease(tx, id, { counts, state: 'draft' })
    return counts
  })
}

/** Works through a list, so many of it at the same time. Where one fails, no other is begun, and those begun end first. */
async function inLanes<T>(list: readonly T[], atOnce: number, work: (one: T) => Promise<void>): Promise<void> {
  let next = 0
  async function lane() {
    while (next < list.length) {
      try {
        await work(list[next++]!)
      } catch (e) {
        next = list.length
        throw e
      }
    }
  }
  const ends = await Promise.allSettled(Array.from({ length: atOnce }, lane))
  const failed = ends.find((end) => end.status === 'rejected')
  if (failed) throw failed.reason
}

/** A release that is put together: what its pages are made with, and what changed them. */
interface Draft extends Workbench {
  release: ReleaseRow
  causesOf: CauseReader
}

async function draftOf(id: number, now: number): Promise<Draft> {
  const db = database()
  const release = await releaseById(db, id)
  if (!release) throw new ForPeople('This release has been deleted.')
  // Compared is with what is live now, whatever was live when the release was asked for.
  const bench = await workbenchOf(release.storefront, release.scope.languages, now)
  const { base, storefront, content } = bench
  const causesOf = await causeReader(db, { storefront: storefront.code, base, assigned: content.assignments })
  return { ...bench, release, causesOf }
}

/**
 * Puts the pages of some families together, and keeps those that differ. Notes of which families any does. Returns how
 * many pages do not.
 */
async function putBlock(tx: Tx, bench: Draft, roots: readonly number[]): Promise<number> {
  const block = await readBlock(tx, bench, roots)
  const differ = new Set<number>()
  let unchanged = 0
  for (const language of bench.languages) {
    const made = block.families.flatMap((family) => pagesOfFamily(family, language, bench, block))
    const staged = await stage(tx, bench, language, made)
    const differing = new Set(staged.map((s) => s.key))
    for (const root of rootsWith(block.families, differing)) differ.add(root)
    unchanged += made.filter((m) => m.page.length > 0 && !differing.has(m.key)).length
  }
  await noteState(tx, bench, roots, { differ, foundBy: bench.release.id })
  return unchanged
}

/** Has pages of some families removed that are not there any more. */
async function putGone(tx: Tx, bench: Draft, roots: readonly number[]): Promise<void> {
  const block = await readBlock(tx, bench, roots)
  for (const language of bench.languages) {
    const made = block.families.flatMap((family) => pagesOfFamily(family, language, bench, block))
    await stage(tx, bench, language, made.filter(isGone))
  }
}

/** Puts together what stands beside the pages, where a release covers everything. Returns how much does not differ. */
async function putSite(tx: Tx, bench: Draft): Promise<number> {
  let unchanged = 0
  for (const language of bench.languages) {
    const documents = siteDocuments(bench.setup, bench.storefront.code, language)
    for (const document of documents) {
      const { kind } = document
      const page = siteOverTime(document)
      const none = { type: null, category: null, held: [], products: [] }
      const made: MadePage = { kind, key: siteKey(document), page, ...none }
      const staged = await stage(tx, bench, language, [made])
      if (staged.length === 0) unchanged++
    }
    const pages = documents.filter((d) => d.kind === 'page').map(siteKey)
    await removeOthers(tx, bench, { language, kind: 'page' }, new Set(pages))
  }
  return unchanged
}

/** Puts the composed pages together that a release covers. Returns how many do not differ. */
async function putComposed(tx: Tx, bench: Draft): Promise<number> {
  const pages = await composedOfScope(tx.db, bench.release.scope)
  const library = await loadLibrary(tx.db, pages.flatMap(mediaNamed))
  const codes = new Set(await codesOfRecords(tx.db, 'composed-pages'))
  let unchanged = 0
  for (const language of bench.languages) {
    const made = madeComposedPages(bench, pages, library, language)
    const staged = await stage(tx, bench, language, made)
    unchanged += made.filter((m) => m.page.length > 0).length - staged.filter((s) => s.change !== 'removed').length
    // One that was deleted goes with any release.
    await removeOthers(tx, bench, { language, kind: 'composed' }, codes)
  }
  return unchanged
}

/** Has pages of a kind removed that are not among those that the storefront has. */
async function removeOthers(
  tx: Tx,
  bench: Draft,
  { language, kind }: { language: string; kind: 'page' | 'composed' },
  there: ReadonlySet<string>,
): Promise<void> {
  const asked = { language, kind, after: '', limit: mostBeside }
  const live = await keysAt(tx.db, bench.storefront.code, bench.base, asked)
  const gone = live.filter((key) => !there.has(key))
  await removePages(tx, bench, language, kind, gone)
}

/** Keeps the pages of one kind in an edition that differ from what is live, with what differs, and returns them. */
async function stage(tx: Tx, bench: Draft, language: string, made: readonly MadePage[]): Promise<StagedPage[]> {
  const { release, storefront, now } = bench
  const [first] = made
  if (!first) return []
  const { kind } = first
  const keys = made.map((m) => m.key)
  const live = await rowsOfPages(tx.db, storefront.code, bench.base, { language, kind, keys })
  const numbers = await keepDocuments(tx, { storefront: storefront.code, language }, documentsIn(made))
  const differing = made.flatMap((m) => {
    const rows = rowsOf(m, numbers)
    const was = live.get(m.key) ?? []
    return isSameFrom(was, rows, now) ? [] : [{ ...m, rows, was }]
  })
  const read = await documentReader(
    tx.db,
    differing.map(({ was }) => documentAt(was, now)),
  )
  const compared = differing.map(({ rows, was, ...made }) => {
    const before = read(documentAt(was, now))
    const after = made.page[0]?.stretches[0]?.document ?? null
    // A page that comes later, or for a group alone, was there too.
    const wasThere = was.some((r) => r.document !== null) && (before ?? after) !== null
    const { key, type, held } = made
    const change = comesOrGoes(wasThere, after !== null)
    return { made, before, after, page: comparedPage({ language, kind, key, change, type, held, rows }, before, after) }
  })
  const causes = await bench.causesOf(
    tx.db,
    { language, kind },
    compared.map(({ made, page, ...states }) => ({ ...made, ...states, changes: page.changes })),
  )
  const pages = new Map(compared.map(({ page }) => [page.key, page]))
  const staged = compared.map(({ page, made }): StagedPage => {
    const product = pages.get(made.products[0]?.sku ?? '')
    const like = product !== undefined && product !== page && changeAlike(product, page) ? product.key : null
    return { ...page, causes: causes.get(page.key) ?? [], like }
  })
  await insertStaged(tx, release.id, staged)
  return staged
}

/** Whether the page of a variant changes, and is held back, as that of its product is. */
const changeAlike = (product: ComparedPage, variant: ComparedPage): boolean =>
  product.change === variant.change && same([product.changes, product.held], [variant.changes, variant.held])

/** So many pages are removed at a time. */
const removedAtOnce = 2000

/** Has pages removed whose products are no more, whatever a release covers. */
async function removeGone(tx: Tx, bench: Draft): Promise<void> {
  const { storefront } = bench
  for (const language of bench.languages) {
    const gone = await keysOfNobody(tx.db, storefront.code, bench.base, language)
    for (const some of chunked(gone, removedAtOnce)) await removePages(tx, bench, language, 'product', some)
  }
}

async function removePages(
  tx: Tx,
  bench: Draft,
  language: string,
  kind: MadePage['kind'],
  keys: readonly string[],
): Promise<void> {
  const made = keys.map((key): MadePage => ({ ...goneProduct(key), kind }))
  await stage(tx, bench, language, made)
}
