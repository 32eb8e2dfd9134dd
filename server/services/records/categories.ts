import { asc, eq, sql } from 'drizzle-orm'
import { categoryPath, type Category } from '@core/catalogue/model'
import * as t from '../../db/schema'
import { countOf, first, rulesNaming, type Problems, type RecordKind, differIn, invalidateAll } from './kind'
import { inLabels } from './label-texts'

/** A category with its place among those beside it. */
export type CategoryRecord = Category & { position?: number }

export const categories: RecordKind<CategoryRecord> = {
  name: 'category',
  stamp: 'setup',
  async read(db, code) {
    const row = await first(db.select().from(t.category).where(eq(t.category.code, code)))
    if (!row) return undefined
    const position = await countOf(
      db,
      sql`category where parent is not distinct from ${row.parent} and position < ${row.position}`,
    )
    return { code: row.code, parent: row.parent, names: row.names, type: row.type, position }
  },
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
  async write(tx, r) {
    const row = { parent: r.parent, names: r.names, type: r.type }
    await tx.db
      .insert(t.category)
      .values({ code: r.code, position: 2_000_000_000, ...row })
      .onConflictDoUpdate({ target: t.category.code, set: row })
    const beside = (
      await tx.db
        .select({ code: t.category.code })
        .from(t.category)
        .where(sql`parent is not distinct from ${r.parent}`)
        .orderBy(asc(t.category.position))
    )
      .map((c) => c.code)
      .filter((c) => c !== r.code)
    beside.splice(r.position ?? beside.length, 0, r.code)
    await tx.db.execute(
      sql`
        update category c set position = o.n from unnest(${sql.param(beside)}::text[]) with ordinality as o(code, n)
        where c.code = o.code and c.position <> o.n
      `,
    )
  },
  async deletionBlockers(tx, record, setup) {
    const why: string[] = []
    const under = [...setup.categories.values()].filter((c) => c.parent === record.code)
    if (under.length > 0) why.push(`${under.length} categories are under it. Move or delete them first.`)
    const n = await countOf(tx.db, sql`product where category = ${record.code} or ${record.code} = any(categories)`)
    if (n > 0) why.push(`${n} products are in it. Give them another category first.`)
    const ruled = await rulesNaming(tx.db, setup, `category:${record.code}`)
    if (ruled.length > 0) why.push(`The assignment ${ruled.join(', ')} names it. Change its rule first.`)
    return why
  },
  async remove(tx, record) {
    await tx.db.delete(t.category).where(eq(t.category.code, record.code))
  },
  async invalidate(tx, changed) {
    if (changed.before && differIn(changed, ['parent'])) await invalidateAll(tx)
  },
  labels: {
    prefix: 'category',
    title: (c, source) => c.names[source] ?? c.code,
    texts: (c) => [inLabels('name', 'Category', c.names, 'In the shop’s menu and above the list of its products')],
  },
}
