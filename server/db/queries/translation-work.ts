import { sql, type SQL } from 'drizzle-orm'
import type { WorkCounts, WorkRecord, ShownWork } from '@contracts/translation'
import { attributeTypes } from '@core/attributes/types/registry'
import { fold } from '@core/text/fold'
import type { Db } from '../connect'
import type { StoredSetup } from './setup'
import { likePattern } from './like'

export const countNames = ['texts', 'missing', 'stale', 'unread', 'returned', 'toReview'] as const
export const noCounts = (): WorkCounts => ({ texts: 0, missing: 0, stale: 0, unread: 0, returned: 0, toReview: 0 })

/** The counts that are work of a kind. */
const countsShown: Record<ShownWork, readonly (keyof WorkCounts)[]> = {
  open: ['missing', 'stale', 'unread', 'returned'],
  missing: ['missing'],
  stale: ['stale'],
  unread: ['unread'],
  returned: ['returned'],
  'to-review': ['toReview'],
  all: ['texts'],
}

/** Whether a record is shown. */
export const isShown = (c: WorkCounts, show: ShownWork): boolean => countsShown[show].some((name) => c[name] > 0)

export interface WorkQuery {
  storefront: string
  language: string
  /** Languages whose texts count for the edition beside its own. */
  counting: readonly string[]
  show: ShownWork
  q?: string | undefined
  /** Roots, where only some are asked for. */
  roots?: readonly number[] | undefined
  person?: number | undefined
  /** Of what was sent back, only what this person wrote, or has to do where nobody knows who wrote it. */
  writer?: number | undefined
  /** Due on this day or before. */
  due?: string | undefined
  /** A SKU: those alone that come after it. */
  after?: string | undefined
  now: number
}

/** The same of a counted product `c`. */
const shownWhere = (show: ShownWork): SQL => {
  const columns = countsShown[show].map((name) => sql`c.${sql.identifier(columnOf[name])} > 0`)
  return sql`(${sql.join(columns, sql` or `)})`
}

const columnOf: Record<keyof WorkCounts, string> = {
  texts: 'texts',
  missing: 'missing',
  stale: 'stale',
  unread: 'unread',
  returned: 'returned',
  toReview: 'to_review',
}

/** The numbers of the attributes whose texts are translated. */
export const translatedAttributes = (setup: StoredSetup): number[] =>
  [...setup.attributes.values()]
    .filter((a) => a.translatable && attributeTypes[a.type].isText)
    .map((a) => setup.attributeIds.get(a.code)!)

/** Whether a root `p` is sold in a storefront at a moment. */
const inRange = (shop: number, now: number) =>
  sql`
    (p.range = '[]'::jsonb
    or exists (select 1 from fact_range g where g.root_id = p.root_id and g.storefront_id = ${shop}
      and (g.from_at is null or g.from_at <= ${new Date(now).toISOString()}::timestamptz)
      and (g.to_at is null or g.to_at > ${new Date(now).toISOString()}::timestamptz)))
  `

/** Roots that are sold in a storefront, by SKU, those that a word finds; and how many there are. */
export async function soldRoots(
  db: Db,
  setup: StoredSetup,
  q: { storefront: string; q?: string | undefined; limit: number; offset: number; now: number },
): Promise<{ roots: { id: number; sku: string }[]; count: number }> {
  const like = q.q ? likePattern(fold(q.q)) : null
  const where = sql`
    p.parent_id is null and (${like}::text is null or p.sku_folded like ${like})
    and ${inRange(setup.storefrontIds.get(q.storefront)!, q.now)}
  `
  const { rows } = await db.execute<{ id: number; sku: string }>(
    sql`select p.id, p.sku from product p where ${where} order by p.sku limit ${q.limit} offset ${q.offset}`,
  )
  const {
    rows: [n],
  } = await db.execute<{ n: number }>(sql`select count(*)::int as n from product p where ${where}`)
  return { roots: rows, count: n!.n }
}

/** The texts of products that were sent back in a language, with the hash of what was, and whose work they are. */
const returnedTexts = (language: string): SQL => sql`
  select p.id as product_id, a.id as attribute_id, coalesce(f.id, 0) as storefront_id, r.target,
    coalesce(r.writer_id, w.person_id) as writer_id
  from unit_return r
    join product p on p.sku = substr(r.record, length('product:') + 1)
    join attribute a on a.code = split_part(substr(r.unit, length('attribute:') + 1), '@', 1)
    left join storefront f on f.code = split_part(split_part(r.unit, '@', 2), '/', 1)
    left join work_share w on w.record = r.record and w.language = r.language
  where r.language = ${language} and r.record like 'product:%'`

/** Joins a source text `s` and its target `t` with their return, where the target is still the one that was sent back. */
const joinReturned = (language: string): SQL => sql`
  left join (${returnedTexts(language)}) r on r.product_id = s.product_id and r.attribute_id = s.attribute_id
    and r.storefront_id = s.storefront_id and r.target = coalesce(t.hash, '')`

/** By product: how many of its texts an edition has, lacks, and has in want of work. */
function counted(setup: StoredSetup, q: WorkQuery): SQL {
  const shop = setup.storefrontIds.get(q.storefront)!
  const toWriter = q.writer === undefined ? sql`` : sql`and r.writer_id = ${q.writer}::int`
  return sql`
    select s.product_id, count(*)::int as texts,
      count(*) filter (where t.value is null
      and not exists (select 1 from value b where b.product_id = s.product_id and b.attribute_id = s.attribute_id
        and b.storefront_id = s.storefront_id
        and b.language = any(${sql.param([...q.counting])}::text[])))::int as missing,
      count(*) filter (where t.source_hash <> s.hash)::int as stale,
      count(*) filter (where t.unread)::int as unread,
      count(*) filter (where r.product_id is not null ${toWriter})::int as returned,
      count(*) filter (where t.state in ('initial', 'translated'))::int as to_review
    from value s join product p on p.id = s.product_id
      left join value t on t.product_id = s.product_id and t.attribute_id = s.attribute_id
      and t.storefront_id = s.storefront_id and t.language = ${q.language}
      ${joinReturned(q.language)}
    where s.language = ${setup.source} and s.storefront_id in (0, ${shop})
    and s.attribute_id = any(${sql.param(translatedAttributes(setup))}::smallint[]) and ${inRange(shop, q.now)}
      ${q.roots ? sql`and p.root_id = any(${sql.param([...q.roots])}::int[])` : sql``}
    group by s.product_id`
}

/** Those of the counted products that a question finds. */
function wanted(setup: StoredSetup, q: WorkQuery): SQL {
  const name = setup.attributeIds.get('name') ?? 0
  const like = q.q ? likePattern(fold(q.q)) : null
  const found =
    like === null
      ? sql`true`
      : sql`
        (p.sku_folded like ${like}
        or p.root_id in (select f.root_id from fact f where f.attribute_id = ${name} and f.txt like ${like}))
      `
  return sql`
    select p.id, p.sku, c.texts, c.missing, c.stale, c.unread, c.returned, c.to_review, w.person_id, w.due
    from counted c
    join product p on p.id = c.product_id
      left join work_share w on w.record = 'product:' || p.sku and w.language = ${q.language}
    where ${shownWhere(q.show)} and ${found}
    and (${q.person ?? null}::int is null or w.person_id = ${q.person ?? null}::int)
    and (${q.due ?? null}::date is null or w.due <= ${q.due ?? null}::date)
    and (${q.after ?? null}::text is null or p.sku > ${q.after ?? null})`
}

const countsOf = (row: WorkCounts) => Object.fromEntries(countNames.map((n) => [n, row[n]])) as unknown as WorkCounts

/** The work on products, counted, filtered and cut to a page by the database; and what all of them lack. */
export async function productWork(
  db: Db,
  setup: StoredSetup,
  q: WorkQuery & { limit: number; offset: number },
): Promise<{ items: WorkRecord[]; count: number; total: WorkCounts }> {
  const name = setup.attributeIds.get('name') ?? 0
  const { rows } = await db.execute<
    {
      sku: string | null
      title: string | null
      person: string | null
      due: string | null
      count: number
      kind: string
    } & WorkCounts &
      Record<string, unknown>
  >(sql`
    with counted as materialized (${counted(setup, q)}), wanted as materialized (${wanted(setup, q)}),
    page as (select * from wanted order by sku limit ${q.limit} offset ${q.offset})
    select 'total' as kind, null as sku, null as title, null as person, null as due,
      coalesce(sum(texts), 0)::int as texts, coalesce(sum(missing), 0)::int as missing,
      coalesce(sum(stale), 0)::int as stale, coalesce(sum(unread), 0)::int as unread,
      coalesce(sum(returned), 0)::int as returned, coalesce(sum(to_review), 0)::int as "toReview",
      (select count(*)::int from wanted) as count
    from counted
    union all (select 'row', w.sku, (select v.value #>> '{}' from value v where v.product_id = w.id
        and v.attribute_id = ${name} and v.language = ${setup.source} and v.storefront_id = 0), h.name, w.due::text,
        w.texts, w.missing, w.stale, w.unread, w.returned, w.to_review, 0
      from page w left join person h on h.id = w.person_id order by w.sku)`)
  const [total, ...page] = rows
  return {
    items: page.map((r) => ({
      record: `product:${r.sku!}`,
      title: r.title ?? r.sku!,
      person: r.person,
      due: r.due,
      ...countsOf(r),
    })),
    count: total!.count,
    total: countsOf(total!),
  }
}

/** The products that a question finds, in SKU order. */
export async function productsWithWork(db: Db, setup: StoredSetup, q: WorkQuery): Promise<string[]> {
  const { rows } = await db.execute<{ sku: string }>(
    sql`with counted as (${counted(setup, q)}) ${wanted(setup, q)} order by p.sku`,
  )
  return rows.map((r) => r.sku)
}

/**
 * How far the texts of products are in an edition: by state, or as `missing`, `borrowed`, `returned`, `stale` or
 * `unread`, whichever comes first.
 */
export async function productProgress(db: Db, setup: StoredSetup, q: WorkQuery): Promise<Record<string, number>> {
  const shop = setup.storefrontIds.get(q.storefront)!
  const { rows } = await db.execute<{ state: string; n: number }>(sql`
    select case when t.value is null then case when b.value is null then 'missing' else 'borrowed' end
    when r.product_id is not null then 'returned' when t.source_hash <> s.hash then 'stale'
    when t.unread then 'unread' else coalesce(t.state, 'final') end as state, count(*)::int as n
    from value s join product p on p.id = s.product_id
      left join value t on t.product_id = s.product_id and t.attribute_id = s.attribute_id
      and t.storefront_id = s.storefront_id and t.language = ${q.language}
      ${joinReturned(q.language)}
      left join lateral (select 1 as value from value b where t.value is null and b.product_id = s.product_id
        and b.attribute_id = s.attribute_id and b.storefront_id = s.storefront_id
        and b.language = any(${sql.param([...q.counting])}::text[]) limit 1) b on true
    where s.language = ${setup.source} and s.storefront_id in (0, ${shop})
    and s.attribute_id = any(${sql.param(translatedAttributes(setup))}::smallint[]) and ${inRange(shop, q.now)}
    group by 1`)
  return Object.fromEntries(rows.map((r) => [r.state, r.n]))
}
