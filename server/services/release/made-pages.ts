import type { HeldBack } from '@contracts/release'
import { areaName } from '@core/assignments/areas'
import { same } from '@core/catalogue/patch'
import { groupBy } from '@core/lists/group-by'
import { localWords } from '@core/moments/words'
import { localTime } from '@core/page/moments'
import { editionReader } from '@core/page/values'
import type { ReleasedDocument } from '@core/release/document'
import { emptyAreas, lackingLater, mostStretches, pageOverTime, type StretchesOfGroup } from '@core/release/over-time'
import type { Tx } from '../../db/connect'
import type { ProductId } from '../../db/queries/causes'
import { ownPiecesOf } from '../../db/queries/content'
import { loadFamilies, type StoredFamily } from '../../db/queries/families'
import { loadLibrary, namedBy } from '../../db/queries/media'
import type { PageRow } from '../../db/queries/released-pages'
import { readRelated, type RelatedReader } from '../proof/related'
import { readBlockers, type BlockersOf } from '../readiness/blockers'
import type { Workbench } from './workbench'

// Pages as they would be released, before anything of them is kept.

/** What of some families is read at once. */
export interface Block {
  families: StoredFamily[]
  own: Awaited<ReturnType<typeof ownPiecesOf>>
  library: Awaited<ReturnType<typeof loadLibrary>>
  relatedTo: RelatedReader
  blockersOf: BlockersOf
}

/** A page as it would be released, before its documents have numbers. */
export interface MadePage {
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

/** Whether a page is not there any more at the moment at which it was put together. */
export const isGone = ({ page }: MadePage): boolean => (page[0]?.stretches[0]?.document ?? null) === null

export async function readBlock(
  tx: Tx,
  { setup, content, storefront }: Workbench,
  roots: readonly number[],
): Promise<Block> {
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

/** A product that has no page; it may be no more. */
export const goneProduct = (sku: string, products: ProductId[] = [{ id: null, sku }]): MadePage => ({
  kind: 'product',
  key: sku,
  ...{ type: null, category: null, page: [], held: [], products },
})

export function pagesOfFamily(family: StoredFamily, language: string, bench: Workbench, block: Block): MadePage[] {
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

/** From when on something is so and for which group, in words; '' from the beginning and for everybody. */
export function sinceWords({ from, group }: { from: number; group: string }, { setup, storefront }: Workbench): string {
  const when = from === -Infinity ? '' : ` from ${localWords(localTime(storefront.timeZone, from))}`
  return group === '' ? when : `${when} for ${setup.groups.get(group)?.name ?? group}`
}

/** Why a page cannot go as it is: what blocks it now, and what would be wrong in a stretch of time or for a group. */
function heldBack(page: readonly StretchesOfGroup[], blockers: readonly HeldBack[], bench: Workbench): HeldBack[] {
  const { setup, storefront } = bench
  const empty = emptyAreas(page, storefront.code, setup).filter(({ from, group }) => from !== -Infinity || group !== '')
  const areas = empty.map(({ area, ...since }): HeldBack => ({
    code: 'area-empty',
    message: `The area “${areaName(area)}” is empty${sinceWords(since, bench)}.`,
    at: `area:${area}`,
  }))
  const pieces = lackingLater(page).map(({ piece, title, reason, ...since }): HeldBack => ({
    code: 'piece-not-shown',
    message: `“${title}” would not be shown${sinceWords(since, bench)}: ${reason}.`,
    at: `piece:${piece}`,
  }))
  const tooMany = page.some(({ stretches }) => stretches.length > mostStretches)
  return [
    ...blockers,
    ...areas,
    ...pieces,
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
  if (document?.kind === 'composed') return { slug: document.slug, category: null, name: document.title }
  if (document?.kind !== 'product') return { slug: null, category: null, name: null }
  const { slug, parent, name } = document
  return parent === null ? { slug, category, name } : { slug, category: null, name: null }
}

/** The number of a document that is kept nowhere: no page is live with it. */
const unkept = -1

/** The rows of a page, with the numbers of its documents. */
export const rowsOf = ({ page, category }: MadePage, numbers: ReadonlyMap<string, number>): PageRow[] =>
  page.flatMap(({ group, stretches }) =>
    stretches.map(({ from, text, document }) => ({
      group,
      begins: from,
      document: text === null ? null : (numbers.get(text) ?? unkept),
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
export function isSameFrom(live: readonly PageRow[], made: readonly PageRow[], now: number): boolean {
  const [was, is] = [rowsFrom(live, now), rowsFrom(made, now)]
  return was.size === is.size && [...was].every(([group, rows]) => same(rows, is.get(group)))
}

/** All documents that some pages have in any stretch of time, by their canonical texts. */
export function documentsIn(made: readonly MadePage[]): Map<string, ReleasedDocument> {
  const documents = new Map<string, ReleasedDocument>()
  for (const { page } of made)
    for (const { stretches } of page)
      for (const { text, document } of stretches) if (document !== null) documents.set(text!, document)
  return documents
}

/** The roots of those of some families that have any of some SKUs. */
export const rootsWith = (families: readonly StoredFamily[], skus: ReadonlySet<string>): number[] =>
  families
    .filter(({ root, variants }) => [root, ...variants].some(({ sku }) => skus.has(sku)))
    .map(({ root }) => root.id)
