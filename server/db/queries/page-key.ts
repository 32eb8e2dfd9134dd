import { sql, type SQL } from 'drizzle-orm'

/** By what a page of a storefront is known. */
export interface PageKey {
  language: string
  kind: string
  key: string
}

/** The pages of which products are asked for, as the products are now. */
export interface OfProducts {
  /** A product type. */
  type?: string
  /** Categories: that of their list, or one of those that they are in besides. */
  category?: readonly string[]
}

/** What holds for pages of such products alone, by the columns of the page's kind and key. */
export function areOfProducts({ type, category }: OfProducts, page: { kind: SQL; key: SQL }): SQL[] {
  const all: SQL[] = []
  if (type !== undefined) all.push(sql`r.type = ${type}`)
  if (category !== undefined) {
    const codes = sql`${sql.param([...category])}::text[]`
    all.push(sql`(r.category = any(${codes}) or r.categories && ${codes})`)
  }
  if (all.length === 0) return []
  const { kind, key } = page
  return [
    sql`(${kind} = 'product' and exists (select 1 from product x join product r on r.id = x.root_id
      where x.sku = ${key} and ${sql.join(all, sql` and `)}))`,
  ]
}
