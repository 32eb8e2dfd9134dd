import { sql, type SQL } from 'drizzle-orm'
import type { Difference } from '@core/catalogue/patch'
import type { Db, Tx } from '../connect'
import { blockLength, unpackDifferences } from '../schema'
import { isoText } from './instants'

// A product's changes stand in two places: what one change did to it alone, and what one did to many products alike.
// The products of the latter are bits, a row for each block of numbers: a change of all products writes few rows.

const length = sql.raw(String(blockLength))
const noBits = sql.raw(`repeat('0', ${blockLength})::bit(${blockLength})`)

/** Whether a block `m` of a set holds a product. */
export const holds = (product: SQL) =>
  sql`(m.block = ${product} / ${length} and get_bit(m.products, ${product} % ${length}) = 1)`

/** The sets that meet a condition over `s`, a row for each of their products: `set_id`, `product_id`. */
export const membersOfSets = (sets: SQL) => sql`
  (select m.set_id, m.block * ${length} + n as product_id from change_set s
  join change_block m on m.set_id = s.id, generate_series(0, ${length} - 1) n where ${sets}
  and get_bit(m.products, n) = 1)`

const ofSet = sql`json_build_array(json_build_array(s.path, s.before, s.after))`

/** A change of a product with the step that it belongs to. */
export interface StoredChange {
  id: number
  at: string
  person: string | null
  title: string
  differences: Difference[]
}

/** A product's changes before one, newest first. */
export async function changesOfProduct(
  db: Db,
  product: { id: number; sku: string },
  before: number | null,
  limit: number,
): Promise<StoredChange[]> {
  const until = (id: ReturnType<typeof sql>) => (before === null ? sql`true` : sql`${id} < ${before}`)
  const { rows } = await db.execute<Omit<StoredChange, 'differences'> & { differences: unknown }>(sql`
    with c as (
      (select id, step_id, differences from change where record = ${`product:${product.sku}`} and ${until(sql`id`)}
      order by id desc limit ${limit})
      union all
      (select s.id, s.step_id, ${ofSet} from change_block m join change_set s on s.id = m.set_id
      where ${holds(sql`${product.id}::int`)} and ${until(sql`s.id`)} order by s.id desc limit ${limit}))
    select c.id::float8 as id, ${isoText(sql`st.at`)} as at,
      p.name as person, st.title, c.differences
    from c join step st on st.id = c.step_id left join person p on p.id = st.person_id order by c.id desc limit ${limit}`)
  return rows.map((r) => ({ ...r, differences: unpackDifferences(r.differences) }))
}

/** What one change did to a product; undefined where it did nothing to it. */
export async function changeOfProduct(
  db: Db,
  product: { id: number; sku: string },
  change: number,
): Promise<Difference[] | undefined> {
  const { rows } = await db.execute<{ differences: unknown }>(sql`
    select differences from change where id = ${change} and record = ${`product:${product.sku}`}
    union all select ${ofSet} from change_block m join change_set s on s.id = m.set_id where m.set_id = ${change}
    and ${holds(sql`${product.id}::int`)}`)
  return rows[0] && unpackDifferences(rows[0].differences)
}

/** Where in the changes of a step one stands: by its number, and by the product where it is one of many. */
export interface ChangePlace {
  id: number
  product: number
}

/** What a step changed alike in many products. */
export interface ChangedAlike {
  id: number
  path: string
  before: unknown
  after: unknown
  members: number
}

/** What a step changed alike in at least so many products. */
export async function setsOfStep(db: Db, step: number, atLeast: number): Promise<ChangedAlike[]> {
  const { rows } = await db.execute<ChangedAlike & Record<string, unknown>>(sql`
    select s.id::float8 as id, s.path, s.before, s.after, sum(bit_count(m.products))::int as members from change_set s
    join change_block m on m.set_id = s.id where s.step_id = ${step} group by s.id
    having sum(bit_count(m.products)) >= ${atLeast} order by s.id desc`)
  return rows
}

/**
 * The changes of products in a step before a place, the newest first, with the SKUs that they were made to; those of
 * some sets are passed over.
 */
export async function changesOfStep(
  db: Db,
  step: number,
  before: ChangePlace | null,
  limit: number,
  without: readonly number[] = [],
): Promise<{ place: ChangePlace; sku: string; differences: Difference[] }[]> {
  const alone = before === null ? sql`true` : sql`id < ${before.id}`
  const many = before === null ? sql`true` : sql`(m.set_id, m.product_id) < (${before.id}, ${before.product})`
  const { rows } = await db.execute<{ id: number; product: number; sku: string; differences: unknown }>(sql`
    (select id::float8 as id, 0 as product, substr(record, 9) as sku, differences from change where step_id = ${step}
    and record like 'product:%' and ${alone} order by id desc limit ${limit})
    union all
    (select m.set_id::float8, m.product_id, p.sku, ${ofSet}
    from ${membersOfSets(sql`s.step_id = ${step} and s.id <> all(${sql.param([...without])}::bigint[])`)} m
    join change_set s on s.id = m.set_id join product p on p.id = m.product_id where ${many}
    order by m.set_id desc, m.product_id desc limit ${limit})
    order by id desc, product desc limit ${limit}`)
  return rows.map((r) => ({
    place: { id: r.id, product: r.product },
    sku: r.sku,
    differences: unpackDifferences(r.differences),
  }))
}

/** How many products' changes a step has. */
export async function countOfStep(db: Db, step: number): Promise<number> {
  const { rows } = await db.execute<{ n: number }>(sql`
    select ((select count(*) from change where step_id = ${step}) + (select coalesce(sum(bit_count(m.products)), 0)
        from change_set s join change_block m on m.set_id = s.id where s.step_id = ${step}))::int as n`)
  return rows[0]!.n
}

/** Which of some products were changed after a step. */
export async function changedSince(db: Db, step: number, skus: readonly string[]): Promise<string[]> {
  const { rows } = await db.execute<{ sku: string }>(sql`
    select substr(c.record, 9) as sku from change c where c.step_id > ${step}
    and c.record = any(${sql.param(skus.map((s) => `product:${s}`))}::text[])
    union select p.sku from product p join change_block m on ${holds(sql`p.id`)} join change_set s on s.id = m.set_id
    where s.step_id > ${step} and p.sku = any(${sql.param([...skus])}::text[])`)
  return rows.map((r) => r.sku)
}

/**
 * Writes what a step changes alike in the products of the table `bulk_set`: a set for each value that some had before.
 * `nothing` is what stands for none in the history, as JSON. Returns how many sets that are.
 */
export async function writeChangeSets(
  tx: Tx,
  step: number,
  path: string,
  after: string | null,
  nothing: string | null,
): Promise<number> {
  const { rows } = await tx.db.execute<{ n: number }>(sql`
    with t as materialized (
      select coalesce(before, ${nothing}::jsonb) as before, id / ${length} as block,
        bit_or(set_bit(${noBits}, id % ${length}, 1)) as products from bulk_set group by 1, 2),
    s as (
      insert into change_set (step_id, path, before, after, folded)
      select ${step}, ${path}, x.before::json, ${after}::json, false from (select distinct before from t) x
      returning id, before),
    m as (
      insert into change_block (set_id, block, products)
      select s.id, t.block, t.products from t
      join s on coalesce(s.before::jsonb, 'null') = coalesce(t.before, 'null') order by 1, 2)
    select count(*)::int as n from s`)
  return rows[0]!.n
}
