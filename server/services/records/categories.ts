import { categoryPath } from '@core/catalogue/model'
import { countProductsIn } from '../../db/queries/references'
import { deleteCategory, readCategory, writeCategory, type PlacedCategory } from '../../db/queries/set-up-records'
import { rulesNaming, type Problems, type RecordKind, differIn, invalidateAll } from './kind'
import { inLabels } from './label-texts'

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
  async invalidate(tx, changed) {
    if (changed.before && differIn(changed, ['parent'])) await invalidateAll(tx)
  },
  labels: {
    prefix: 'category',
    title: (c, source) => c.names[source] ?? c.code,
    texts: (c) => [inLabels('name', 'Category', c.names, 'In the shop’s menu and above the list of its products')],
  },
}
