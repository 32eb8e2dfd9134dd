import { removedProduct, removeInStep } from '../products/remove-products'
import { restoreProducts } from '../products/restore-products'
import type { UndoReport } from '@contracts/bulk'
import { stillFits } from '@core/attributes/fits'
import type { Difference } from '@core/catalogue/patch'
import { database, inTransaction, type Tx } from '../../db/connect'
import { undoSet } from '../../db/queries/bulk-sets'
import { loadFamilies, lockFamilies, rootsOfSkus, type StoredFamily } from '../../db/queries/families'
import { changedSince, changesOfStep, countOfStep, setsOfStep, type ChangePlace } from '../../db/queries/history'
import { referencesTo } from '../../db/queries/references'
import { loadSetup } from '../../db/queries/setup'
import { loadSources, writeSources } from '../../db/queries/sources'
import { stepById } from '../../db/queries/steps'
import { beginStep, WriteSet } from '../../db/queries/write-products'
import { changeFamily, familiesAtOnce, shownAtMost, writeFamilies } from '../bulk/bulk-change'
import { Cancelled, enqueue, type WorkControls } from './jobs'
import { authorize } from '../people/permission'
import type { Person } from '@contracts/people'
import { notFound } from '../problem'
import { undoPatch } from '../products/products'
import { undoRecords } from '../records/history'
import { isOwnTranslating } from '../translation/own-work'

/** From so many products on, what was changed alike is taken back alike. */
const manyAlike = 50

/**
 * Puts the undoing of a step into the queue: for whoever may change products, and for whoever did it where it was all
 * translating in their languages. Throws 404 where there is no such step, 403 where it is not theirs to undo.
 */
export async function queueUndo(person: Person, stepId: number): Promise<string> {
  const db = database()
  const step = Number.isSafeInteger(stepId) ? await stepById(db, stepId) : undefined
  if (!step) throw notFound('such step')
  const isTheirs = step.personId === person.id && (await isOwnTranslating(db, await loadSetup(db), person, stepId))
  if (!isTheirs) authorize(person, 'edit-products')
  return inTransaction((tx) =>
    enqueue(tx, { kind: 'undo', title: `Undo: ${step.title}`, personId: person.id, input: { step: stepId } }),
  )
}

/**
 * Takes a step back in one transaction and one step. Values that were changed again since stay, and are named. Products
 * that it made go, where nothing was done to them since; the others stay and are named.
 */
export async function undoStep(
  stepId: number,
  personId: number | null,
  now: number,
  { onProgress, cancelled }: WorkControls = {},
): Promise<UndoReport> {
  return inTransaction(async (tx) => {
    const setup = await loadSetup(tx.db)
    const old = await stepById(tx.db, stepId)
    const total = await countOfStep(tx.db, stepId)
    const report: UndoReport = {
      title: `Undo: ${old!.title}`,
      products: 0,
      removed: 0,
      skipped: [],
      skippedCount: 0,
      step: null,
    }
    let made: number | undefined
    const step = async () => (report.step = made ??= await beginStep(tx, report.title, personId, now))
    let done = 0
    // What was changed alike in many products is taken back alike, by the database.
    const whole: number[] = []
    for (const set of await setsOfStep(tx.db, stepId, manyAlike)) {
      if (cancelled?.()) throw new Cancelled()
      const back = stillFits(set.path, set.before, setup)
        ? await undoSet(tx, set, setup, step, shownAtMost - report.skipped.length)
        : undefined
      if (!back) continue
      whole.push(set.id)
      report.products += back.products
      report.skippedCount += back.skippedCount
      report.skipped.push(...back.skipped.map((sku) => ({ sku, path: set.path })))
      onProgress?.((done += set.members), total)
    }
    // The newest first, so that variants go before the parents that were made for them.
    for (let before: ChangePlace | null = null; ;) {
      if (cancelled?.()) throw new Cancelled()
      const rows: Awaited<ReturnType<typeof changesOfStep>> = await changesOfStep(
        tx.db,
        stepId,
        before,
        familiesAtOnce,
        whole,
      )
      if (rows.length === 0) break
      before = rows.at(-1)!.place
      const removed = rows.flatMap((r) => removedProduct(r.differences) ?? [])
      if (removed.length > 0) {
        const back = await restoreProducts(tx, setup, removed, await step(), { personId, now })
        report.products += back.restored
        report.skippedCount += back.skipped.length
        report.skipped.push(...back.skipped.slice(0, shownAtMost - report.skipped.length))
      }
      const bySku = new Map(rows.filter((r) => !removedProduct(r.differences)).map((r) => [r.sku, r.differences]))
      const roots = [...new Set((await rootsOfSkus(tx.db, [...bySku.keys()])).values())]
      await lockFamilies(tx, roots)
      const families = [...(await loadFamilies(tx.db, setup, roots)).values()]
      const set = new WriteSet(setup, await step())
      const sources = await loadSources(
        tx.db,
        families.flatMap((f) => [f.root.id, ...f.variants.map((v) => v.id)]),
      )
      const ofSources: { id: number; differences: Difference[] }[] = []
      const changed = families.filter((family) => {
        const list = [family.root, ...family.variants]
          .filter((p) => bySku.has(p.sku) && !isMade(bySku.get(p.sku)!))
          .map((product) => {
            const back = undoPatch(product, sources.get(product.id), bySku.get(product.sku)!, null, setup)
            ofSources.push({ id: product.id, differences: back.sources })
            report.skippedCount += back.skipped.length
            for (const path of back.skipped)
              if (report.skipped.length < shownAtMost) report.skipped.push({ sku: product.sku, path })
            return { product, patch: back.patch, marks: back.marks, sources: back.sources }
          })
        const products = changeFamily(family, list, set, setup, now)
        report.products += products
        return products > 0
      })
      await writeFamilies(tx, set, changed)
      await writeSources(tx, ofSources, personId)
      const madeHere = families
        .flatMap((f) => [f.root, ...f.variants])
        .filter((p) => bySku.has(p.sku) && isMade(bySku.get(p.sku)!))
        .map((p) => p.sku)
      await removeMade(tx, stepId, madeHere, families, await step(), report)
      done += rows.length
      onProgress?.(done, total)
    }
    const records = await undoRecords(tx, personId, stepId, step, now)
    report.products += records.records
    report.skippedCount += records.skipped.length
    report.skipped.push(...records.skipped.slice(0, shownAtMost - report.skipped.length))
    return report
  })
}

const isMade = (differences: readonly Difference[]) => differences[0]?.path === 'created'

/**
 * Removes products that a step made. Those that were changed since, have other variants, or are named in assignments
 * stay.
 */
async function removeMade(
  tx: Tx,
  stepId: number,
  skus: readonly string[],
  families: readonly StoredFamily[],
  step: number,
  report: UndoReport,
) {
  if (skus.length === 0) return
  const assigned = (await referencesTo(tx.db, skus)).filter((r) => r.kind === 'assignment').flatMap((r) => r.skus)
  const skipped = new Set([...assigned, ...(await changedSince(tx.db, stepId, skus))])
  const going = new Set(skus.filter((s) => !skipped.has(s)))
  for (const { root, variants } of families) {
    // A parent goes only with all of its variants.
    if (going.has(root.sku) && variants.some((v) => !going.has(v.sku))) {
      going.delete(root.sku)
      skipped.add(root.sku)
    }
  }
  for (const sku of skipped) {
    report.skippedCount++
    if (report.skipped.length < shownAtMost) report.skipped.push({ sku, path: 'created' })
  }
  const gone = families.flatMap((f) => [f.root, ...f.variants]).filter((p) => going.has(p.sku))
  if (gone.length === 0) return
  await removeInStep(tx, await loadSetup(tx.db), families, gone, step)
  report.removed += gone.length
}
