import type { BodyOf } from '@contracts/operations'
import type { BulkReport } from '@contracts/bulk'
import { checkedValue } from '@core/attributes/checked-value'
import type { Value } from '@core/attributes/attribute'
import { bulkTitle, checkBulkChange, membersOf, outcomeOf } from '@core/bulk/change'
import { bulkFields } from '@core/bulk/fields'
import type { BulkChange } from '@core/bulk/shape'
import { bulkTarget } from '@core/bulk/target'
import { applyPatch, type Difference, type ProductPatch } from '@core/catalogue/patch'
import type { Standing } from '@core/translation/state'
import { database, inTransaction, type Tx } from '../../db/connect'
import { bulkSetOf, lookAtSet, writeSet, type BulkSet, type BulkSetSeen } from '../../db/queries/bulk-sets'
import {
  loadFamilies,
  lockFamilies,
  rootsOfSkus,
  type StoredFamily,
  type StoredProduct,
} from '../../db/queries/families'
import { rootIdsOf } from '../../db/queries/reach'
import { loadSetup, type StoredSetup } from '../../db/queries/setup'
import { beginStep, WriteSet } from '../../db/queries/write-products'
import { Cancelled, enqueue, type WorkControls } from '../work/jobs'
import { authorize } from '../people/permission'
import type { Person } from '@contracts/people'
import { unprocessable } from '../problem'
import { markTranslations, type undoPatch } from '../products/products'
import { filterOf, lensOf } from '../reach/reach'

export type BulkBody = BodyOf<'makeBulkChange'>

/** So many families are held in memory and written together. */
export const familiesAtOnce = 500
/** So many families are looked at before a change is made: enough to see what it does, in the time of a breath. */
const previewed = 2000
/** So many examples a report shows of each kind. */
export const shownAtMost = 60

/**
 * The families a change is about, as a question to the database, and the change as one over sets where it can be made
 * so. Throws a 422 problem where the filter or the change does not fit.
 */
function asked(
  setup: StoredSetup,
  body: BulkBody,
  now: number,
): { rootIds: () => Promise<number[]>; set: BulkSet | undefined } {
  const problems = checkBulkChange(body.change, setup)
  if (problems.length > 0)
    throw unprocessable(
      'This change is not possible.',
      problems.map((p) => ({ path: `change.${p.path}`, message: p.message })),
    )
  const [node, lens] = [filterOf(setup, body.filter), lensOf(setup, body.lens, now)]
  const { change } = body
  const { attribute } = bulkTarget(change, setup, null, change.value)!
  return {
    rootIds: () => rootIdsOf(database(), setup, node, lens),
    set: bulkSetOf(
      change,
      attribute,
      change.do === 'set' ? checkedValue(change.value, attribute) : null,
      node,
      lens,
      setup,
    ),
  }
}

/** Throws a 422 problem where a change names products that there are not. */
async function checkNamedProducts({ attribute, value }: BulkChange): Promise<void> {
  if (!bulkFields[attribute]?.namesProducts || !Array.isArray(value)) return
  const skus = value as string[]
  const known = await rootsOfSkus(database(), skus)
  const unknown = skus.filter((sku) => !known.has(sku))
  if (unknown.length > 0)
    throw unprocessable('This change is not possible.', [
      { path: 'change.value', message: `No product has the SKU ${unknown.slice(0, 5).join(', ')}.` },
    ])
}

const emptyReport = (setup: StoredSetup, body: BulkBody, found: number): BulkReport => ({
  title: bulkTitle(body.change, setup),
  found,
  looked: 0,
  changed: 0,
  failed: 0,
  sample: [],
  failures: [],
  step: null,
})

/** A value as a report shows it. */
function shownIn(change: BulkChange, setup: StoredSetup) {
  const target = bulkTarget(change, setup, null, change.value)!
  return (v: Value | null) => (v === null ? '' : target.shown(v).slice(0, 400))
}

/** Looks at a family: counts what changes and what fails, and gives the patches. */
function lookAt(
  family: StoredFamily,
  body: BulkBody,
  setup: StoredSetup,
  report: BulkReport,
): { product: StoredProduct; patch: ProductPatch }[] {
  const shown = shownIn(body.change, setup)
  const out: { product: StoredProduct; patch: ProductPatch }[] = []
  for (const member of membersOf(family, body.change, setup)) {
    report.looked++
    const outcome = outcomeOf(member, family, body.change, setup)
    if (outcome === null) continue
    if ('problem' in outcome) {
      report.failed++
      if (report.failures.length < shownAtMost)
        report.failures.push({ sku: member.sku, before: shown(outcome.before), message: outcome.problem })
      continue
    }
    report.changed++
    if (report.sample.length < shownAtMost)
      report.sample.push({ sku: member.sku, before: shown(outcome.before), after: shown(outcome.after) })
    out.push({ product: member as StoredProduct, patch: outcome.patch })
  }
  return out
}

/** What a change over sets does, as a report. */
function reportOf(setup: StoredSetup, body: BulkBody, set: BulkSet, { sample, ...counts }: BulkSetSeen): BulkReport {
  const shown = shownIn(body.change, setup)
  return {
    ...emptyReport(setup, body, 0),
    ...counts,
    sample: sample.map((s) => ({ sku: s.sku, before: shown(s.before), after: shown(set.after) })),
  }
}

/**
 * What a change would do: to all products where the database can say so by itself, else to the first ones it is about.
 */
export async function previewBulkChange(body: BulkBody, now: number): Promise<BulkReport> {
  const setup = await loadSetup(database())
  const { rootIds, set } = asked(setup, body, now)
  await checkNamedProducts(body.change)
  if (set) return reportOf(setup, body, set, await lookAtSet(database(), set, shownAtMost))
  const ids = await rootIds()
  const report = emptyReport(setup, body, ids.length)
  const some = ids.slice(0, previewed)
  const families = await loadFamilies(database(), setup, some)
  for (const id of some) if (families.has(id)) lookAt(families.get(id)!, body, setup, report)
  return report
}

/** Puts a change of many products into the queue. */
export async function queueBulkChange(person: Person, body: BulkBody, now: number): Promise<string> {
  const setup = await loadSetup(database())
  asked(setup, body, now)
  const { change } = body
  await checkNamedProducts(change)
  if (change.language !== null && change.language !== setup.source) authorize(person, 'translate', change.language)
  return inTransaction((tx) =>
    enqueue(tx, { kind: 'bulk-change', title: bulkTitle(change, setup), personId: person.id, input: { ...body } }),
  )
}

/** Who changes many texts at once has not read them: those that nobody has confirmed are as unconfirmed as before. */
function stillUnread(product: StoredProduct, differences: readonly Difference[]): Map<string, Standing> {
  const changed = new Set(differences.map((d) => d.path))
  const unread = [...product.marks].filter(([key, mark]) => mark.unread && changed.has(`attribute:${key}`))
  return new Map(unread.map(([key]) => [key, { state: 'translated', unread: true }]))
}

/** Changes products of a family, and adds what differs to a set of writes. Returns how many products that are. */
export function changeFamily(
  family: StoredFamily,
  changes: readonly {
    product: StoredProduct
    patch: ProductPatch
    marks?: ReturnType<typeof undoPatch>['marks']
    sources?: readonly Difference[]
  }[],
  set: WriteSet,
  setup: StoredSetup,
  now: number,
): number {
  let changed = 0
  for (const { product, patch, marks, sources = [] } of changes) {
    const result = applyPatch(product, patch)
    const differences = [
      ...result.differences,
      ...markTranslations(
        product,
        result.product,
        result.differences,
        marks ?? stillUnread(product, result.differences),
        setup,
      ),
      ...sources,
    ]
    if (differences.length === 0) continue
    const after = Object.assign(result.product, { version: product.version + 1, changed: now })
    if (family.root === product) family.root = after
    else family.variants = family.variants.map((v) => (v === product ? after : v))
    set.add({ before: product, after, differences }, family.root.id)
    changed++
  }
  return changed
}

/** Writes changed families of a set with what rules read of them. */
export async function writeFamilies(tx: Tx, set: WriteSet, families: readonly StoredFamily[]) {
  await set.derive(families, new Set(families.map((f) => f.root.id)))
  await set.send(tx)
}

/** Makes a change of many products in one transaction and one step: all of it, or nothing where it is cancelled. */
export async function makeBulkChange(
  body: BulkBody,
  personId: number | null,
  now: number,
  { onProgress, cancelled }: WorkControls = {},
): Promise<BulkReport> {
  return inTransaction(async (tx) => {
    const setup = await loadSetup(tx.db)
    const { rootIds, set } = asked(setup, body, now)
    if (set) {
      const title = bulkTitle(body.change, setup)
      const seen = await writeSet(
        tx,
        set,
        () => beginStep(tx, title, personId, now),
        shownAtMost,
        (done, total) => {
          if (cancelled?.()) throw new Cancelled()
          onProgress?.(done, total)
        },
      )
      if (seen) return { ...reportOf(setup, body, set, seen), step: seen.step }
    }
    const ids = await rootIds()
    const report = emptyReport(setup, body, ids.length)
    for (let i = 0; i < ids.length; i += familiesAtOnce) {
      if (cancelled?.()) throw new Cancelled()
      const some = ids.slice(i, i + familiesAtOnce)
      await lockFamilies(tx, some)
      const families = await loadFamilies(tx.db, setup, some)
      // In the order of SKUs, in which people read the report.
      const changes = some
        .flatMap((id) => families.get(id) ?? [])
        .map((family) => ({ family, list: lookAt(family, body, setup, report) }))
        .filter((c) => c.list.length > 0)
      if (changes.length > 0) {
        const set = new WriteSet(setup, (report.step ??= await beginStep(tx, report.title, personId, now)))
        await writeFamilies(
          tx,
          set,
          changes.filter((c) => changeFamily(c.family, c.list, set, setup, now) > 0).map((c) => c.family),
        )
      }
      onProgress?.(Math.min(i + familiesAtOnce, ids.length), ids.length)
    }
    return report
  })
}
