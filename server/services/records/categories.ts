import { categoryPath } from '@core/catalogue/model'
import { rootsInCategories, touchPagesWhere } from '../../db/queries/page-touches'
import { countProductsIn } from '../../db/queries/references'
import { deleteCategory, readCategory, writeCategory, type PlacedCategory } from '../../db/queries/set-up-records'
import type { StoredSetup } from '../../db/queries/setup'
import { invalidateAll } from '../readiness/due'
import { rulesNaming, type Problems, type RecordKind, differIn } from './kind'
import { inLabels } from './label-texts'

/** The codes of a category and of all that are under it, at any depth. */
const under = (code: string, setup: StoredSetup): string[] =>
  [...setup.categories.keys()].filter((c) => categoryPath(setup, c).includes(code))

export const categories: RecordKind<PlacedCategory> = {
  name: 'category',
  called: (record, source) => record.names[source] ?? '',
  stamp: 'setup',
  read: readCategory,
  async check(record, _before, setup) {
    const problems: Problems = []
    if (record.parent !== null && !setup.categories.has(record.parent))
      problems.push({ path: 'parent', message: `There is no category “${record.parent}”.` })
    else if (categoryPath(setup, record.parent).includes(record.code))
      problems.push({ path: 'parent', message: 'A category cannot be under itself.' })
    if (record.type !== null && !setup.types.has(record.type))
      problems.push({ path: 'type', message: `There is no product type “${record.type}”.` })
    if (!record.names[setup.source])
      problems.push({ path: 'names', message: `A category needs a name in the source language, ${setup.source}.` })
    return { record, problems }
  },
  write: writeCategory,
  async deletionBlockers(tx, record, setup) {
    const why: string[] = []
    const under = [...setup.categories.values()].filter((c) => c.parent === record.code)
    if (under.length > 0) why.push(`${under.length} categories are under it. Move or delete them first.`)
    const n = await countProductsIn(tx.db, record.code)
    if (n > 0) why.push(`${n} products are in it. Give them another category first.`)
    const ruled = await rulesNaming(tx.db, setup, `category:${record.code}`)
    if (ruled.length > 0) why.push(`The assignment ${ruled.join(', ')} names it. Change its rule first.`)
    return why
  },
  remove: (tx, record) => deleteCategory(tx, record.code),
  async invalidate(tx, changed, setup) {
    if (!changed.before) return
    if (differIn(changed, ['parent'])) await invalidateAll(tx)
    // Its name stands on the pages of all that is under it.
    else if (differIn(changed, ['names'])) await touchPagesWhere(tx, rootsInCategories(under(changed.code, setup)))
  },
  labels: {
    prefix: 'category',
    title: (c, source) => c.names[source] ?? c.code,
    texts: (c) => [inLabels('name', 'Category', c.names, 'In the shop’s menu and above the list of its products')],
  },
}
