import { asc, eq, sql } from 'drizzle-orm'
import type { NamedList } from '@core/catalogue/model'
import * as t from '../../db/schema'
import { rootsOfSkus } from '../../db/queries/families'
import { invalidateWhere } from '../../db/queries/readiness'
import { first, rulesNaming, type RecordKind } from './kind'

export const lists: RecordKind<NamedList> = {
  name: 'named list',
  stamp: 'setup',
  async read(db, code) {
    const row = await first(db.select().from(t.namedList).where(eq(t.namedList.code, code)))
    if (!row) return undefined
    const members = await db
      .select({ sku: t.product.sku })
      .from(t.listMember)
      .innerJoin(t.product, eq(t.product.id, t.listMember.productId))
      .where(eq(t.listMember.listId, row.id))
      .orderBy(asc(t.product.sku))
    return { code: row.code, name: row.name, note: row.note, skus: members.map((m) => m.sku) }
  },
  async check(record, _before, _setup, tx) {
    const roots = await rootsOfSkus(tx.db, record.skus)
    const missing = record.skus.filter((s) => !roots.has(s))
    const problems = missing
      .slice(0, 50)
      .map((sku) => ({ path: `skus[${record.skus.indexOf(sku)}]`, message: `There is no product “${sku}”.` }))
    if (missing.length > 0) return { record, problems }
    // A variant stands for its parent: rules read lists from it alone.
    const { rows } = await tx.db.execute<{ sku: string }>(
      sql`select sku from product where id = any(${sql.param([...new Set(roots.values())])}::int[]) order by sku`,
    )
    return { record: { ...record, skus: rows.map((r) => r.sku) }, problems }
  },
  async write(tx, r) {
    const row = { name: r.name, note: r.note }
    const [made] = await tx.db
      .insert(t.namedList)
      .values({ code: r.code, ...row })
      .onConflictDoUpdate({ target: t.namedList.code, set: row })
      .returning({ id: t.namedList.id })
    const ids = sql`select id from product where sku = any(${sql.param(r.skus)}::text[])`
    await tx.db.execute(sql`delete from list_member where list_id = ${made!.id} and product_id not in (${ids})`)
    await tx.db.execute(
      sql`
        insert into list_member (list_id, product_id) select ${made!.id}::int, i.id from (${ids}) i
        on conflict do nothing
      `,
    )
  },
  async deletionBlockers(tx, record, setup) {
    const ruled = await rulesNaming(tx.db, setup, `list:${record.code}`)
    return ruled.length > 0 ? [`The assignment ${ruled.join(', ')} names it. Change its rule first.`] : []
  },
  async remove(tx, record) {
    await tx.db.delete(t.namedList).where(eq(t.namedList.code, record.code))
  },
  async invalidate(tx, { before, after }) {
    const [was, is] = [before, after].map((r) => new Set(r?.skus ?? []))
    const moved = [...was!].filter((s) => !is!.has(s)).concat([...is!].filter((s) => !was!.has(s)))
    await invalidateWhere(tx, sql`select root_id from product where sku = any(${sql.param(moved)}::text[])`)
  },
  undoneWithStep: true,
}
