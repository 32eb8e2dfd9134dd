import { createHash } from 'node:crypto'
import { sql } from 'drizzle-orm'
import type { StoredValue } from '@core/attributes/attribute'
import { scopeOfPath, type Difference } from '@core/catalogue/patch'
import { fold } from '@core/text/fold'
import type { Db, Tx } from '../connect'
import type { StoredSetup } from './setup'

/** The attributes that are kept by what they say. */
const fields: ReadonlySet<string> = new Set(['slug', 'search-title', 'search-description'])

/** What a product says in one of them at a scope, or says no longer (null). */
export interface KeyChange {
  field: string
  product: number
  storefront: number
  language: string
  key: string | null
}

/** A text as it is compared. */
export const keyOf = (field: string, text: string) =>
  field === 'slug' ? text : createHash('md5').update(fold(text)).digest('hex')

/** The changes of slugs and search texts in a write; of a new product, all that it has. */
export function keyChanges(
  product: number,
  values: readonly StoredValue[],
  differences: readonly Difference[] | null,
  setup: StoredSetup,
): KeyChange[] {
  const at = (
    v: { attribute: string; storefront: string | null; language: string | null },
    value: unknown,
  ): KeyChange => ({
    field: v.attribute,
    product,
    storefront: v.storefront === null ? 0 : setup.storefrontIds.get(v.storefront)!,
    language: v.language ?? '',
    key: typeof value === 'string' ? keyOf(v.attribute, value) : null,
  })
  if (differences === null) return values.filter((v) => fields.has(v.attribute)).map((v) => at(v, v.value))
  return differences.flatMap((d) => {
    const scope = scopeOfPath(d.path)
    return scope && fields.has(scope.attribute) ? [at(scope, d.after)] : []
  })
}

/**
 * Who else has slugs now, where some are wanted: by their place in the list. One for all storefronts and one for a
 * single one meet.
 */
export async function slugOwners(
  db: Db,
  wanted: readonly { product: number; storefront: number; language: string; slug: string }[],
): Promise<Map<number, string>> {
  if (wanted.length === 0) return new Map()
  const { rows } = await db.execute<{ i: number; sku: string }>(sql`
    select w.i, min(p.sku) as sku
    from jsonb_to_recordset(${JSON.stringify(wanted.map((w, i) => ({ i, ...w })))}::jsonb) as w(i int, product int,
        storefront smallint, language text, slug text)
      join search_key k on k.field = 'slug' and k.current and k.language = w.language and k.key = w.slug
      and k.product_id <> w.product and (k.storefront_id = w.storefront or k.storefront_id = 0 or w.storefront = 0)
      join product p on p.id = k.product_id group by w.i`)
  return new Map(rows.map((r) => [r.i, r.sku]))
}

/** Whether two slugs stand in one storefront's language: the storefront 0 is all of them. */
export const placesMeet = (a: { storefront: number; language: string }, b: { storefront: number; language: string }) =>
  a.language === b.language && (a.storefront === b.storefront || a.storefront === 0 || b.storefront === 0)

/** That a slug is another product's; the message is for people. */
export class SlugTaken extends Error {}

/** Why slugs cannot be taken, in a sentence. */
export const slugTaken = (slug: string, sku: string) =>
  `${sku} has the slug “${slug}” already. In a storefront’s language each product has one of its own.`

/**
 * Writes what products say now. A slug that was changed stays as a redirect, and gives way to a product that takes it.
 * Throws SlugTaken where another product has a slug now.
 */
export async function writeKeys(tx: Tx, changes: readonly KeyChange[]): Promise<void> {
  if (changes.length === 0) return
  const taken = changes.filter((c) => c.field === 'slug' && c.key !== null)
  const twice =
    taken.length > 1
      ? taken.find((c, i) =>
          taken.some((x, j) => j < i && c.key === x.key && c.product !== x.product && placesMeet(c, x)),
        )
      : undefined
  if (twice)
    throw new SlugTaken(
      `Two of these products would have the slug “${twice.key!}”. In a storefront’s language each product ` +
        'has one of its own.',
    )
  const rows = sql`
    jsonb_to_recordset(${JSON.stringify(changes)}::jsonb) as c(field text, product int, storefront smallint,
      language text, key text)
  `
  const here = sql`k.product_id = c.product and k.field = c.field and k.storefront_id = c.storefront and k.language = c.language`
  await tx.db.execute(
    sql`update search_key k set current = false from ${rows} where ${here} and k.field = 'slug' and k.current`,
  )
  await tx.db.execute(sql`delete from search_key k using ${rows} where ${here} and k.field <> 'slug'`)
  const owners = await slugOwners(
    tx.db,
    taken.map((c) => ({ product: c.product, storefront: c.storefront, language: c.language, slug: c.key! })),
  )
  const [first] = owners
  if (first) throw new SlugTaken(slugTaken(taken[first[0]]!.key!, first[1]))
  await tx.db.execute(
    sql`
      delete from search_key k using ${rows} where c.field = 'slug' and k.field = 'slug' and not k.current
      and k.key = c.key and k.language = c.language and k.product_id <> c.product
      and (k.storefront_id = c.storefront or k.storefront_id = 0 or c.storefront = 0)
    `,
  )
  await tx.db.execute(sql`
    insert into search_key (field, product_id, storefront_id, language, key, current)
    select field, product, storefront, language, key, true from ${rows} where key is not null
    on conflict (product_id, field, storefront_id, language, key) do update set current = true`)
}

/** The slug that the product of a row `k` has now in a storefront: its own before the one for all. */
const slugNow = (storefront: number) =>
  sql`
    (select n.key from search_key n where n.field = 'slug' and n.current and n.product_id = k.product_id
    and n.language = k.language and n.storefront_id in (0, ${storefront}) order by n.storefront_id desc limit 1)
  `

/**
 * The product that a slug means in an edition, and its slug now; a storefront's own before one for all, a slug of today
 * before a redirect.
 */
export async function productOfSlug(
  db: Db,
  storefront: number,
  language: string,
  slug: string,
): Promise<{ sku: string; slug: string | null; redirect: boolean } | undefined> {
  const { rows } = await db.execute<{ sku: string; slug: string | null; redirect: boolean }>(sql`
    select p.sku, not k.current as redirect, ${slugNow(storefront)} as slug
    from search_key k join product p on p.id = k.product_id
    where k.field = 'slug' and k.language = ${language} and k.key = ${slug} and k.storefront_id in (0, ${storefront})
    order by k.current desc, k.storefront_id desc limit 1`)
  return rows[0]
}

/** The redirects of an edition, in the order of what they lead from. */
export async function redirectsOf(
  db: Db,
  storefront: number,
  language: string,
  after: string,
  limit: number,
): Promise<{ from: string; to: string | null; sku: string }[]> {
  const { rows } = await db.execute<{ from: string; to: string | null; sku: string }>(sql`
    select k.key as "from", p.sku, ${slugNow(storefront)} as "to"
    from search_key k join product p on p.id = k.product_id
    where k.field = 'slug' and not k.current and k.language = ${language} and k.storefront_id in (0, ${storefront})
    and k.key > ${after}
      and not exists (select 1 from search_key o where o.field = 'slug' and o.current and o.language = k.language
        and o.key = k.key and o.storefront_id in (0, ${storefront}))
    order by k.key limit ${limit}`)
  return rows
}

/**
 * Other products that say the same in a search text of a language, where it meets in a storefront: some of them, and
 * how many.
 */
export async function saysTheSame(
  db: Db,
  field: string,
  product: number,
  storefront: number,
  language: string,
  text: string,
  shown: number,
): Promise<{ skus: string[]; count: number }> {
  const { rows } = await db.execute<{ sku: string; n: number }>(sql`
    select p.sku, count(*) over ()::int as n from search_key k join product p on p.id = k.product_id
    where k.field = ${field} and k.language = ${language} and k.key = ${keyOf(field, text)}
    and k.product_id <> ${product} and k.storefront_id in (0, ${storefront}) order by p.sku limit ${shown}`)
  return { skus: rows.map((r) => r.sku), count: rows[0]?.n ?? 0 }
}

/** Who has some slugs now, and where: for reading a file against them. */
export async function slugHolders(
  db: Db,
  slugs: readonly string[],
): Promise<Map<string, { sku: string; storefront: number; language: string }[]>> {
  const out = new Map<string, { sku: string; storefront: number; language: string }[]>()
  if (slugs.length === 0) return out
  const { rows } = await db.execute<{ key: string; sku: string; storefront: number; language: string }>(sql`
    select k.key, p.sku, k.storefront_id as storefront, k.language from search_key k
    join product p on p.id = k.product_id where k.field = 'slug' and k.current
    and k.key = any(${sql.param([...slugs])}::text[])`)
  for (const r of rows) out.set(r.key, [...(out.get(r.key) ?? []), r])
  return out
}

/** What one product's slugs were before, in an edition. */
export async function formerSlugs(db: Db, product: number, storefront: number, language: string): Promise<string[]> {
  const { rows } = await db.execute<{ key: string }>(
    sql`
      select key from search_key where field = 'slug' and not current and product_id = ${product}
      and language = ${language} and storefront_id in (0, ${storefront}) order by key
    `,
  )
  return rows.map((r) => r.key)
}
