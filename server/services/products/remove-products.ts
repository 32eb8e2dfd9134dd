import type { ProductReference, RemovalReport } from '@contracts/product'
import type { BodyOf } from '@contracts/operations'
import type { Person } from '@contracts/people'
import type { Difference, ProductPatch } from '@core/catalogue/patch'
import type { ValueSource } from '@core/catalogue/source'
import { database, inTransaction, type Tx } from '../../db/connect'
import {
  loadFamilies,
  lockFamilies,
  memberOf,
  rootsOfSkus,
  type StoredFamily,
  type StoredProduct,
  type TranslationMark,
} from '../../db/queries/families'
import { noteChildless } from '../../db/queries/product-lists'
import { rootIdsOf } from '../../db/queries/reach'
import { referencesTo } from '../../db/queries/references'
import { loadSetup, type StoredSetup } from '../../db/queries/setup'
import { loadSources } from '../../db/queries/sources'
import { insertChanges } from '../../db/queries/steps'
import { beginStep, removeProducts, writeFacts, WriteSet } from '../../db/queries/write-products'
import { changeFamily, writeFamilies } from '../bulk/bulk-change'
import { checkVersion } from '../entity-tag'
import { authorize } from '../people/permission'
import { notFound, Problem } from '../problem'
import { filterOf, lensOf } from '../reach/reach'
import { anyVersion, deleteIn, writeIn } from '../records/records'
import { recordKinds } from '../records/registry'
import { recordContracts } from '@contracts/operations/records'
import { Cancelled, enqueue, type WorkControls } from '../work/jobs'
import { productDocument, productTag } from './products'

/** How many references and names a report shows at most. */
const shownAtMost = 200

/** What is kept of a product that was removed, to make it again. */
export interface RemovedProduct extends Omit<StoredProduct, 'marks' | 'hashes'> {
  marks: [string, TranslationMark][]
  sources: [string, ValueSource][]
}

/** The products that go: each one named, and the variants of each parent. */
function goingOf(families: Iterable<StoredFamily>, skus: ReadonlySet<string>): StoredProduct[] {
  const going: StoredProduct[] = []
  for (const { root, variants } of families) {
    const goes = skus.has(root.sku)
    // Variants come first, so that undoing, which begins with the last, makes the parent before them.
    going.push(...variants.filter((v) => goes || skus.has(v.sku)))
    if (goes) going.push(root)
  }
  return going
}

const removalTitle = (skus: readonly string[]) =>
  skus.length === 1 ? `Deleted ${skus[0]}` : `Deleted ${skus.length.toLocaleString('en-GB')} products`

/** Takes products out of the records that name them, as part of their removal. */
async function takeOutOfRecords(
  tx: Tx,
  person: Person,
  references: readonly ProductReference[],
  step: number,
  now: number,
): Promise<void> {
  for (const { kind, code, skus } of references) {
    if (kind === 'relation') continue
    authorize(person, kind === 'list' ? recordContracts.lists.action : 'edit-content')
    const within = { setup: await loadSetup(tx.db), step }
    const without = (list: readonly string[]) => list.filter((sku) => !skus.includes(sku))
    if (kind === 'own-piece') await deleteIn(tx, person.id, 'pieces', code, now, within)
    if (kind === 'list') {
      const record = (await recordKinds.lists.read(tx.db, code))!
      await writeIn(tx, person.id, 'lists', code, { ...record, skus: without(record.skus) }, anyVersion, now, within)
    }
    if (kind === 'assignment') {
      const record = (await recordKinds.assignments.read(tx.db, code))!
      const { chosen, added, leftOut } = record.reach
      const reach = { ...record.reach, chosen: without(chosen), added: without(added), leftOut: without(leftOut) }
      await writeIn(tx, person.id, 'assignments', code, { ...record, reach }, anyVersion, now, within)
    }
  }
}

/** Takes products out of the relations of others, as part of their removal. */
async function takeOutOfRelations(
  tx: Tx,
  setup: StoredSetup,
  references: readonly ProductReference[],
  step: number,
  now: number,
): Promise<void> {
  const gone = new Map(references.filter((r) => r.kind === 'relation').map((r) => [r.code, r.skus]))
  if (gone.size === 0) return
  const roots = [...new Set((await rootsOfSkus(tx.db, [...gone.keys()])).values())]
  await lockFamilies(tx, roots)
  const families = [...(await loadFamilies(tx.db, setup, roots)).values()]
  const set = new WriteSet(setup, step)
  for (const family of families) {
    const changes = [family.root, ...family.variants]
      .filter((p) => gone.has(p.sku))
      .map((product) => ({
        product,
        patch: withoutRelations(product, gone.get(product.sku)!),
      }))
    changeFamily(family, changes, set, setup, now)
  }
  await writeFamilies(tx, set, families)
}

const withoutRelations = (product: StoredProduct, skus: readonly string[]): ProductPatch => ({
  fields: { relations: product.relations.filter((r) => !skus.includes(r.sku)) },
  values: [],
  basePrices: [],
})

/**
 * Removes products as part of a step, and keeps in its history what they were. What rules read of a parent is that of
 * the variants it has left.
 */
export async function removeInStep(
  tx: Tx,
  setup: StoredSetup,
  families: readonly StoredFamily[],
  going: readonly StoredProduct[],
  step: number,
): Promise<void> {
  const ids = going.map((p) => p.id)
  const gone = new Set(going.map((p) => p.sku))
  const sources = await loadSources(tx.db, ids)
  await removeProducts(tx, ids)
  await insertChanges(
    tx.db,
    going.map(({ marks, hashes: _, ...product }) => {
      const whole: RemovedProduct = {
        ...product,
        marks: [...marks],
        sources: [...(sources.get(product.id) ?? [])],
      }
      return {
        step,
        record: `product:${product.sku}`,
        differences: [{ path: 'removed', before: whole, after: null }],
      }
    }),
  )
  const left = families
    .filter((f) => !gone.has(f.root.sku) && f.variants.some((v) => gone.has(v.sku)))
    .map((f) => ({ root: f.root, variants: f.variants.filter((v) => !gone.has(v.sku)) }))
  if (left.length === 0) return
  const childless = left.filter((f) => f.variants.length === 0).map((f) => f.root.id)
  await noteChildless(tx.db, childless)
  await writeFacts(tx, setup, left, new Set(left.map((f) => f.root.id)))
}

/** The report of a removal: how many products, the first of them, and what names them. */
function reportOf(going: readonly StoredProduct[], references: readonly ProductReference[]): RemovalReport {
  return {
    products: going.filter((p) => p.parent === null).length,
    variants: going.filter((p) => p.parent !== null).length,
    skus: going.slice(0, shownAtMost).map((p) => p.sku),
    references: references.slice(0, shownAtMost),
    referenceCount: references.length,
    step: null,
  }
}

function refuseNamed(references: readonly ProductReference[]): void {
  if (references.length === 0) return
  throw new Problem(
    409,
    'Still in use',
    'Other records refer to this. Nothing has been deleted. Send ?references=remove to remove these references too.',
    references.slice(0, shownAtMost).map((r) => ({ path: `${r.kind}:${r.code}`, message: referenceWords(r) })),
    { references: references.slice(0, shownAtMost) },
  )
}

const kindWords: Record<ProductReference['kind'], string> = {
  assignment: 'The assignment',
  list: 'The list',
  relation: 'The product',
  'own-piece': 'The product’s own piece',
}
const referenceWords = ({ kind, name, skus }: ProductReference) =>
  `${kindWords[kind]} “${name}” refers to ${skus.slice(0, 5).join(', ')}${skus.length > 5 ? ' and others' : ''}.`

/** Removes families' products with all that names them, in one step of a transaction. */
async function removeAll(
  tx: Tx,
  person: Person,
  setup: StoredSetup,
  families: readonly StoredFamily[],
  skus: ReadonlySet<string>,
  { step, references: named, now }: { step: number; references: readonly ProductReference[]; now: number },
): Promise<void> {
  await takeOutOfRecords(tx, person, named, step, now)
  await takeOutOfRelations(tx, setup, named, step, now)
  await removeInStep(tx, setup, families, goingOf(families, skus), step)
}

/**
 * Deletes a product, with its variants where it is a parent. Throws 404, 412 where it is another version by now, 428
 * where none is named, and 409 with what names it unless that is to be taken out of it.
 */
export async function deleteProduct(
  person: Person,
  sku: string,
  { ifMatch, references: what }: { ifMatch: string | undefined; references: 'remove' | undefined },
  now: number,
): Promise<RemovalReport> {
  authorize(person, 'edit-products')
  return inTransaction(async (tx) => {
    const setup = await loadSetup(tx.db)
    const roots = await rootsOfSkus(tx.db, [sku])
    if (roots.size === 0) throw notFound(`product “${sku}”`)
    await lockFamilies(tx, [...roots.values()])
    const families = [...(await loadFamilies(tx.db, setup, [...roots.values()])).values()]
    const product = memberOf(families[0]!, sku)
    const current = productDocument(product, families[0]!)
    checkVersion('product', productTag(product), ifMatch, { verb: 'delete', current })
    const going = goingOf(families, new Set([sku]))
    const references = await referencesTo(
      tx.db,
      going.map((p) => p.sku),
    )
    if (what !== 'remove') refuseNamed(references)
    const step = await beginStep(tx, removalTitle([sku]), person.id, now)
    await removeAll(tx, person, setup, families, new Set([sku]), { step, references, now })
    return { ...reportOf(going, references), step }
  })
}

export type RemovalBody = BodyOf<'removeProducts'>

/** The numbers of the roots that are looked at, and the SKUs that go: all that are named, or all parents found. */
async function askedFor(
  setup: StoredSetup,
  body: RemovalBody,
  now: number,
): Promise<{ roots: number[]; skus: string[] | null }> {
  if (body.skus) {
    const roots = await rootsOfSkus(database(), body.skus)
    return { roots: [...new Set(roots.values())], skus: body.skus.filter((sku) => roots.has(sku)) }
  }
  const node = filterOf(setup, body.filter)
  return { roots: await rootIdsOf(database(), setup, node, lensOf(setup, body.lens, now)), skus: null }
}

/** What deleting many products would do. */
export async function previewRemoval(body: RemovalBody, now: number): Promise<RemovalReport> {
  const db = database()
  const setup = await loadSetup(db)
  const { roots, skus } = await askedFor(setup, body, now)
  const families = [...(await loadFamilies(db, setup, roots, { only: [] })).values()]
  const going = goingOf(families, new Set(skus ?? families.map((f) => f.root.sku)))
  return reportOf(
    going,
    await referencesTo(
      db,
      going.map((p) => p.sku),
    ),
  )
}

/** Puts the deleting of many products into the queue. */
export async function queueRemoval(person: Person, body: RemovalBody, now: number): Promise<string> {
  authorize(person, 'edit-products')
  const { skus, roots } = await askedFor(await loadSetup(database()), body, now)
  const many = (skus ?? roots).length
  const title = skus?.length === 1 ? `Deleting ${skus[0]}` : `Deleting ${many.toLocaleString('en-GB')} products`
  return inTransaction((tx) => enqueue(tx, { kind: 'remove-products', title, personId: person.id, input: { ...body } }))
}

const familiesAtOnce = 200

/**
 * Deletes many products in one transaction and one step, with all that names them; nothing where it is cancelled.
 */
export async function removeMany(
  body: RemovalBody,
  person: Person,
  now: number,
  { onProgress, cancelled }: WorkControls = {},
): Promise<RemovalReport> {
  return inTransaction(async (tx) => {
    const setup = await loadSetup(tx.db)
    const { roots, skus } = await askedFor(setup, body, now)
    const report = reportOf([], [])
    for (let i = 0; i < roots.length; i += familiesAtOnce) {
      if (cancelled?.()) throw new Cancelled()
      const some = roots.slice(i, i + familiesAtOnce)
      await lockFamilies(tx, some)
      const families = [...(await loadFamilies(tx.db, setup, some)).values()]
      const named = new Set(skus ?? families.map((f) => f.root.sku))
      const going = goingOf(families, named)
      const references = await referencesTo(
        tx.db,
        going.map((p) => p.sku),
      )
      report.step ??= await beginStep(tx, removalTitle(skus ?? going.map((p) => p.sku)), person.id, now)
      await removeAll(tx, person, setup, families, named, { step: report.step, references, now })
      const part = reportOf(going, references)
      report.products += part.products
      report.variants += part.variants
      report.skus = [...report.skus, ...part.skus].slice(0, shownAtMost)
      report.references = [...report.references, ...part.references].slice(0, shownAtMost)
      report.referenceCount += part.referenceCount
      onProgress?.(Math.min(i + familiesAtOnce, roots.length), roots.length)
    }
    return report
  })
}

/** Whether differences of a change say that a product was removed, with what it was. */
export function removedProduct(differences: readonly Difference[]): RemovedProduct | undefined {
  const [first] = differences
  return first?.path === 'removed' && typeof first.before === 'object' ? (first.before as RemovedProduct) : undefined
}
