import type { HeldBack, ReleaseCounts, ReleaseScope } from '@contracts/release'
import { areaName } from '@core/assignments/areas'
import type { Storefront } from '@core/catalogue/model'
import { same } from '@core/catalogue/patch'
import { groupBy } from '@core/lists/group-by'
import { localWords } from '@core/moments/words'
import { localTime } from '@core/page/moments'
import { comesOrGoes } from '@core/release/compare'
import type { ReleasedDocument } from '@core/release/document'
import { emptyAreas, mostStretches, pageOverTime, siteOverTime, type StretchesOfGroup } from '@core/release/over-time'
import { siteDocuments, siteKey } from '@core/release/site'
import { editionReader } from '@core/page/values'
import { database, inTransaction, type Tx } from '../../db/connect'
import type { ProductId } from '../../db/queries/causes'
import { loadContent, ownPiecesOf, type Content } from '../../db/queries/content'
import { loadFamilies, rootsOfSkus, type StoredFamily } from '../../db/queries/families'
import { loadLibrary, namedBy } from '../../db/queries/media'
import { rootIdsOf, rootIdsOfReaches } from '../../db/queries/reach'
import { documentReader, keepDocuments } from '../../db/queries/released-documents'
import {
  countStaged,
  deleteStaged,
  documentAt,
  insertStaged,
  keysAt,
  rootsInDoubt,
  rowsOfPages,
  type PageRow,
  type StagedPage,
} from '../../db/queries/released-pages'
import { keptOutOf } from '../../db/queries/release-approvals'
import { livePointer, releaseById, updateRelease, type ReleaseRow } from '../../db/queries/releases'
import { loadSetup, type StoredSetup } from '../../db/queries/setup'
import { ForPeople } from '../problem'
import { readRelated, type RelatedReader } from '../proof/related'
import { filterOf } from '../reach/reach'
import { readBlockers, type BlockersOf } from '../readiness/blockers'
import { evaluateDue } from '../readiness/due'
import { Cancelled, type WorkControls } from '../work/jobs'
import { causeReader, type CauseReader } from './causes'
import { comparedPage, type ComparedPage } from './compared'
import { askForOutside } from './outside-links'

/** So many families are put together at a time, each block in a transaction of its own. */
const blockSize = 100

/** What pages of one release are put together with. */
interface Workbench {
  release: ReleaseRow
  setup: StoredSetup
  content: Content
  storefront: Storefront
  languages: string[]
  /** Products that stay out of the storefront, whatever they are. */
  keptOut: ReadonlySet<string>
  /** The moment from which pages are looked at, in milliseconds since 1970. */
  now: number
  causesOf: CauseReader
}

/** What of some families is read at once. */
interface Block {
  families: StoredFamily[]
  own: Awaited<ReturnType<typeof ownPiecesOf>>
  library: Awaited<ReturnType<typeof loadLibrary>>
  relatedTo: RelatedReader
  blockersOf: BlockersOf
}

/**
 * Puts the pages of a release together and compares them with what is live. What is there at the end is a draft that
 * somebody can look at and release; trying again begins anew.
 */
export async function putTogether(id: number, now: () => number, controls: WorkControls = {}): Promise<ReleaseCounts> {
  // Whether a page is ready has to be known for what it is made of now.
  await evaluateDue(now)
  const bench = await workbenchOf(id, now())
  await inTransaction(async (tx) => {
    await deleteStaged(tx, [id])
    await updateRelease(tx, id, { base: bench.release.base, state: 'preparing' })
  })
  const roots = await rootsOfScope(bench)
  const beside = await rootsBesideScope(bench, roots)
  const reachedKeys = new Set<string>()
  const total = roots.length + beside.length
  let unchanged = 0
  let done = 0
  const inBlocks = async (all: readonly number[], only: (made: MadePage) => boolean) => {
    for (let at = 0; at < all.length; at += blockSize) {
      if (controls.cancelled?.()) throw new Cancelled()
      const block = all.slice(at, at + blockSize)
      unchanged += await inTransaction((tx) => putBlock(tx, bench, block, { reached: reachedKeys, only }))
      controls.onProgress?.((done += block.length), total)
    }
  }
  await inBlocks(roots, () => true)
  await inBlocks(beside, isGone)
  return inTransaction(async (tx) => {
    await removeGone(tx, bench, reachedKeys)
    if (isEverything(bench.release.scope)) unchanged += await putSite(tx, bench)
    await askForOutside(tx, bench.storefront, id, bench.now)
    const counts = { ...(await countStaged(tx.db, id)), unchanged }
    await updateRelease(tx, id, { counts, state: 'draft' })
    return counts
  })
}

async function workbenchOf(id: number, now: number): Promise<Workbench> {
  const db = database()
  const release = await releaseById(db, id)
  if (!release) throw new ForPeople('This release has been deleted.')
  const setup = await loadSetup(db)
  const storefront = setup.storefronts.get(release.storefront)
  if (!storefront) throw new ForPeople(`The storefront “${release.storefront}” has been deleted.`)
  const wanted = release.scope.languages
  const languages = storefront.editions.map((e) => e.language).filter((l) => !wanted?.length || wanted.includes(l))
  // Compared is with what is live now, whatever was live when the release was asked for.
  const { number } = await livePointer(db, release.storefront)
  const content = await loadContent(db, setup)
  return {
    release: { ...release, base: number },
    setup,
    content,
    storefront,
    languages,
    keptOut: new Set((await keptOutOf(db, storefront.code)).map((k) => k.sku)),
    now,
    causesOf: await causeReader(db, { storefront: storefront.code, base: number, assigned: content.assignments }),
  }
}

const isEverything = ({ condition, skus, campaign }: ReleaseScope): boolean =>
  condition === undefined && skus === undefined && campaign === undefined

/** The roots that a release covers, by number. */
async function rootsOfScope({ release, setup, content, storefront, now }: Workbench): Promise<number[]> {
  const db = database()
  const { condition, skus, campaign } = release.scope
  if (skus !== undefined) return [...new Set((await rootsOfSkus(db, skus)).values())]
  const lens = { storefront: storefront.code, group: null, moment: now }
  if (campaign === undefined) return rootIdsOf(db, setup, filterOf(setup, condition), lens)
  const its = content.assignments.filter((a) => a.limits.campaign === campaign)
  return rootIdsOfReaches(
    db,
    setup,
    its.map((a) => a.reach),
    lens,
  )
}

/**
 * The roots of live pages that may have to go: what is no longer active, or not in the range any more, goes with any
 * release, whatever its scope.
 */
async function rootsBesideScope({ release, storefront }: Workbench, roots: readonly number[]): Promise<number[]> {
  if (isEverything(release.scope)) return []
  const covered = new Set(roots)
  const inDoubt = await rootsInDoubt(database(), storefront.code, release.base)
  return inDoubt.filter((root) => !covered.has(root))
}

/** Whether a page is not there any more at the moment at which it was put together. */
const isGone = ({ page }: MadePage): boolean => (page[0]?.stretches[0]?.document ?? null) === null

async function readBlock(tx: Tx, { setup, content, storefront }: Workbench, roots: readonly number[]): Promise<Block> {
  const families = [...(await loadFamilies(tx.db, setup, roots)).values()]
  return {
    families,
    own: await ownPiecesOf(
      tx.db,
      setup,
      families.map((f) => f.root.sku),
    ),
    library: await loadLibrary(tx.db, namedBy(families, setup)),
    relatedTo: await readRelated(tx.db, setup, families),
    blockersOf: await readBlockers(tx.db, setup, content, storefront.code, roots),
  }
}

/** A page as it would be released, before its documents have numbers. */
interface MadePage {
  kind: ReleasedDocument['kind']
  key: string
  type: string | null
  /** Of a product the category in whose list it stands, where it has one. */
  category: string | null
  page: StretchesOfGroup[]
  held: HeldBack[]
  /** The products that the page is made of: its product with all variants. */
  products: ProductId[]
}

/** Puts the pages of some families together, and keeps those that differ. Returns how many do not. */
async function putBlock(
  tx: Tx,
  bench: Workbench,
  roots: readonly number[],
  { reached, only }: { reached: Set<string>; only: (made: MadePage) => boolean },
): Promise<number> {
  const block = await readBlock(tx, bench, roots)
  let unchanged = 0
  for (const language of bench.languages) {
    const made = block.families.flatMap((family) => pagesOfFamily(family, language, bench, block)).filter(only)
    for (const { key } of made) reached.add(`${language}/${key}`)
    const staged = await stage(tx, bench, language, made)
    const differing = new Set(staged.map((s) => s.key))
    unchanged += made.filter((m) => m.page.length > 0 && !differing.has(m.key)).length
  }
  return unchanged
}

/** A product that has no page; it may be no more. */
const goneProduct = (sku: string, products: ProductId[] = [{ id: null, sku }]): MadePage => ({
  kind: 'product',
  key: sku,
  ...{ type: null, category: null, page: [], held: [], products },
})

function pagesOfFamily(family: StoredFamily, language: string, bench: Workbench, block: Block): MadePage[] {
  const products = [family.root, ...family.variants].map(({ id, sku }) => ({ id, sku }))
  if (bench.keptOut.has(family.root.sku)) return products.map(({ sku }) => goneProduct(sku, products))
  const { setup, content, storefront, now } = bench
  const reader = editionReader(setup, storefront.code, language)
  const blockers = block.blockersOf(family.root.id, language)
  return products.map(({ sku }): MadePage => {
    const page = pageOverTime(
      {
        family,
        sku,
        lens: { storefront: storefront.code, language, group: null, moment: now },
        setup,
        assignments: content.assignments,
        pieces: content.pieces,
        sets: content.sets,
        own: block.own.get(family.root.sku) ?? [],
        library: block.library,
        related: block.relatedTo(family, sku, reader),
      },
      now,
    )
    const held = page.length === 0 ? [] : heldBack(page, blockers, bench)
    const { type, category } = family.root
    return { kind: 'product', key: sku, type, category, page, held, products }
  })
}

/** Why a page cannot go as it is: what blocks it now, and what would be wrong in a stretch of time or for a group. */
function heldBack(page: readonly StretchesOfGroup[], blockers: readonly HeldBack[], bench: Workbench): HeldBack[] {
  const { setup, storefront } = bench
  const empty = emptyAreas(page, storefront.code, setup).filter(({ from, group }) => from !== -Infinity || group !== '')
  const later = empty.map(({ area, from, group }): HeldBack => {
    const when = from === -Infinity ? '' : ` from ${localWords(localTime(storefront.timeZone, from))}`
    const forWhom = group === '' ? '' : ` for ${setup.groups.get(group)?.name ?? group}`
    return {
      code: 'area-empty',
      message: `The area “${areaName(area)}” is empty${when}${forWhom}.`,
      at: `area:${area}`,
    }
  })
  const tooMany = page.some(({ stretches }) => stretches.length > mostStretches)
  return [
    ...blockers,
    ...later,
    ...(tooMany
      ? [{ code: 'too-many-moments', message: `It changes at more than ${mostStretches} moments.`, at: '' }]
      : []),
  ]
}

/** By what a page is found: its slug, and the list of its category; a variant stands in none. */
function foundBy(
  document: ReleasedDocument | null,
  category: string | null,
): Pick<PageRow, 'slug' | 'category' | 'name'> {
  if (document?.kind !== 'product') return { slug: null, category: null, name: null }
  const { slug, parent, name } = document
  return parent === null ? { slug, category, name } : { slug, category: null, name: null }
}

/** The rows of a page, with the numbers of its documents. */
const rowsOf = ({ page, category }: MadePage, numbers: ReadonlyMap<string, number>): PageRow[] =>
  page.flatMap(({ group, stretches }) =>
    stretches.map(({ from, text, document }) => ({
      group,
      begins: from,
      document: text === null ? null : numbers.get(text)!,
      ...foundBy(document, category),
    })),
  )

/** The rows of a page that are read from a moment on, by group; a page that never comes again has none. */
function rowsFrom(rows: readonly PageRow[], now: number): Map<string, PageRow[]> {
  const groups = groupBy(rows, (row) => row.group)
  for (const [group, list] of groups) {
    const reading = list.findLastIndex((row) => row.begins <= now)
    // What is read at the moment stands for all that was before.
    const rest = list.slice(Math.max(0, reading))
    groups.set(group, [{ ...rest[0]!, begins: -Infinity }, ...rest.slice(1)])
  }
  const isEver = [...groups.values()].some((list) => list.some((row) => row.document !== null))
  return isEver ? groups : new Map()
}

/** Whether two states of a page are the same from a moment on. */
function isSameFrom(live: readonly PageRow[], made: readonly PageRow[], now: number): boolean {
  const [was, is] = [rowsFrom(live, now), rowsFrom(made, now)]
  return was.size === is.size && [...was].every(([group, rows]) => same(rows, is.get(group)))
}

/** Puts together what stands beside the pages, where a release covers everything. Returns how much does not differ. */
async function putSite(tx: Tx, bench: Workbench): Promise<number> {
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
    await removeStandingPages(tx, bench, language, new Set(pages))
  }
  return unchanged
}

/** Has standing pages removed that the storefront has no more. */
async function removeStandingPages(
  tx: Tx,
  bench: Workbench,
  language: string,
  reached: ReadonlySet<string>,
): Promise<void> {
  const { release, storefront } = bench
  // A storefront has fifty at most.
  const asked = { language, kind: 'page', after: '', limit: 100 }
  const live = await keysAt(tx.db, storefront.code, release.base, asked)
  const gone = live.filter((key) => !reached.has(key))
  await removePages(tx, bench, language, 'page', gone)
}

/** Keeps the pages of one kind in an edition that differ from what is live, with what differs, and returns them. */
async function stage(tx: Tx, bench: Workbench, language: string, made: readonly MadePage[]): Promise<StagedPage[]> {
  const { release, storefront, now } = bench
  const [first] = made
  if (!first) return []
  const { kind } = first
  const keys = made.map((m) => m.key)
  const live = await rowsOfPages(tx.db, storefront.code, release.base, { language, kind, keys })
  const texts = new Set(
    made.flatMap(({ page }) => page.flatMap(({ stretches }) => stretches.flatMap((s) => s.text ?? []))),
  )
  const numbers = await keepDocuments(tx, { storefront: storefront.code, language }, texts)
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

/** The keys of live pages are looked through so many at a time. */
const keysAtOnce = 2000

/**
 * Has pages removed whose products are no more. A release of everything has put all others together, so that what it
 * did not reach is gone; any other looks for products that no longer exist.
 */
async function removeGone(tx: Tx, bench: Workbench, reached: ReadonlySet<string>): Promise<void> {
  const { release, storefront } = bench
  for (const language of bench.languages) {
    for (let after = ''; ;) {
      const keys = await keysAt(tx.db, storefront.code, release.base, {
        language,
        kind: 'product',
        after,
        limit: keysAtOnce,
      })
      if (keys.length === 0) break
      after = keys.at(-1)!
      const left = keys.filter((key) => !reached.has(`${language}/${key}`))
      await removePages(tx, bench, language, 'product', await goneOf(tx, bench, left))
    }
  }
}

/** Which of some SKUs have no page any more. */
async function goneOf(tx: Tx, { release }: Workbench, skus: readonly string[]): Promise<string[]> {
  if (isEverything(release.scope)) return [...skus]
  const known = await rootsOfSkus(tx.db, skus)
  return skus.filter((sku) => !known.has(sku))
}

async function removePages(
  tx: Tx,
  bench: Workbench,
  language: string,
  kind: MadePage['kind'],
  keys: readonly string[],
): Promise<void> {
  const made = keys.map((key): MadePage => ({ ...goneProduct(key), kind }))
  await stage(tx, bench, language, made)
}
