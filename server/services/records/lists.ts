import type { NamedList } from '@core/catalogue/model'
import { rootsOfSkus, skusOfRoots } from '../../db/queries/families'
import { invalidateProducts } from '../../db/queries/readiness'
import { deleteNamedList, readNamedList, writeNamedList } from '../../db/queries/set-up-records'
import { rulesNaming, type RecordKind } from './kind'

export const lists: RecordKind<NamedList> = {
  name: 'named list',
  stamp: 'setup',
  read: readNamedList,
  async check(record, _before, _setup, tx) {
    const roots = await rootsOfSkus(tx.db, record.skus)
    const missing = record.skus.filter((s) => !roots.has(s))
    const problems = missing
      .slice(0, 50)
      .map((sku) => ({ path: `skus[${record.skus.indexOf(sku)}]`, message: `There is no product “${sku}”.` }))
    if (missing.length > 0) return { record, problems }
    // A variant stands for its parent: rules read lists from it alone.
    return { record: { ...record, skus: await skusOfRoots(tx.db, roots.values()) }, problems }
  },
  write: writeNamedList,
  async deletionBlockers(tx, record, setup) {
    const ruled = await rulesNaming(tx.db, setup, `list:${record.code}`)
    return ruled.length > 0 ? [`The assignment ${ruled.join(', ')} names it. Change its rule first.`] : []
  },
  remove: (tx, record) => deleteNamedList(tx, record.code),
  async invalidate(tx, { before, after }) {
    const [was, is] = [before, after].map((r) => new Set(r?.skus ?? []))
    const moved = [...was!].filter((s) => !is!.has(s)).concat([...is!].filter((s) => !was!.has(s)))
    await invalidateProducts(tx, moved)
  },
  undoneWithStep: true,
}
