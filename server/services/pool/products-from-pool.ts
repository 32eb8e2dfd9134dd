import type { FromPoolBody, FromPoolReport } from '@contracts/pool'
import { sourceDifference } from '@core/catalogue/source'
import { applyPatch } from '@core/catalogue/patch'
import { bareGtin } from '@core/gtin/check-digit'
import { takeOver } from '@core/pool/compare'
import { readItem, statementOf } from '@core/pool/item'
import { inTransaction } from '../../db/connect'
import { loadSetup } from '../../db/queries/setup'
import { writeSources } from '../../db/queries/sources'
import { beginStep, reserveProductIds, writeProducts } from '../../db/queries/write-products'
import { dataPool } from '../../stand-ins/chosen'
import { asking } from './data-pool'
import { checkUnique, type Write } from '../products/make-products'
import { authorize } from '../people/permission'
import type { Person } from '@contracts/people'
import { poolMapping } from './meanings'
import { unprocessable } from '../problem'
import { markTranslations, newProduct } from '../products/products'

/**
 * Makes drafts of items of the data pool, in one step: all of them, or none. What an item says that cannot be read is
 * left out and told. Throws 422 where a SKU or GTIN is taken, a type is not known, or the pool has no such item.
 */
export async function makeFromPool(person: Person, { items }: FromPoolBody, now: number): Promise<FromPoolReport> {
  authorize(person, 'edit-products')
  const found = new Map((await asking(dataPool().byGtin(items.map((i) => bareGtin(i.gtin))))).map((i) => [i.gtin, i]))
  return inTransaction(async (tx) => {
    const setup = await loadSetup(tx.db)
    const errors = items.flatMap(({ gtin, type }, i) => [
      ...(found.has(bareGtin(gtin)) ? [] : [{ path: `items[${i}].gtin`, message: `The pool has no item ${gtin}.` }]),
      ...(setup.types.has(type) ? [] : [{ path: `items[${i}].type`, message: `There is no product type “${type}”.` }]),
    ])
    if (errors.length > 0) throw unprocessable('Nothing has been created.', errors)
    const mapping = await poolMapping(tx.db)
    const ids = await reserveProductIds(tx, items.length)
    const report: FromPoolReport = { step: 0, made: [], left: [] }
    const writes = items.map(({ gtin, sku, type }, i): Write => {
      const item = found.get(bareGtin(gtin))!
      const rows = readItem(item, setup, mapping).filter((p) => p.path !== 'type')
      const good = rows.flatMap((p) =>
        p.path !== null && p.problem === null && p.value !== null
          ? [{ path: p.path, theirs: p.value, property: p.property }]
          : [],
      )
      const patch = takeOver(good)
      Object.assign(patch.fields, { type, gtin: item.gtin, status: 'draft' })
      const { product: after, differences } = applyPatch(newProduct(sku, null, ids[i]!, now), patch)
      const sources = good.map((r) => sourceDifference(r.path, null, statementOf(item, r.property, r.theirs, now)))
      report.made.push({ sku, gtin: item.gtin, values: good.length })
      report.left.push(
        ...rows
          .filter((p) => p.path === null || p.problem !== null)
          .map((p) => ({
            sku,
            property: p.property,
            text: p.text.slice(0, 200),
            message: p.problem ?? `No attribute is mapped to “${p.property}”. Map it where the item is compared.`,
          })),
      )
      return {
        before: null,
        after,
        differences: [
          { path: 'created', before: null, after: sku },
          ...differences,
          ...markTranslations(null, after, differences, new Map(), setup),
          ...sources,
        ],
      }
    })
    await checkUnique(tx, writes, (i, field) => `items[${i}].${field}`)
    report.step = await beginStep(
      tx,
      `Created ${items.length} ${items.length === 1 ? 'product' : 'products'} from the data pool`,
      person.id,
      now,
    )
    await writeProducts(
      tx,
      setup,
      writes,
      writes.map((w) => ({ root: w.after, variants: [] })),
      new Set(),
      report.step,
    )
    await writeSources(
      tx,
      writes.map((w) => ({ id: w.after.id, differences: w.differences })),
      person.id,
    )
    return report
  })
}
