import { sql, type SQL } from 'drizzle-orm'
import type { HistoryFacets } from '@contracts/history'
import type { Difference } from '@core/catalogue/patch'
import type { Db, Tx } from '../connect'
import { blockLength, unpackDifferences } from '../schema'
import { isoText, millis } from './instants'

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

/** Which changes are asked for: those before one, of one part, by one person, from one moment to another. */
export interface HistoryFilter {
  before: number | null
  field?: string | undefined
  person?: string | undefined
  from?: string | undefined
  to?: string | undefined
}

/** Changes as a statement answers them: their differences are still packed. */
type PackedChange = Omit<StoredChange, 'differences'> & { differences: unknown }

async function changesIn(db: Db, statement: SQL): Promise<StoredChange[]> {
  const { rows } = await db.execute<PackedChange>(statement)
  return rows.map((r) => ({ ...r, differences: unpackDifferences(r.differences) }))
}

/** What a path is about, without its scope and whether it is the value, its state or its source. */
const fieldOf = (path: SQL) => sql`split_part(regexp_replace(${path}, '^(state|source):', ''), '@', 1)`

/** The condition of a filter over a change with the number `id`, the step `st` and the person `p`. */
export function meetsFilter({ before, person, from, to }: HistoryFilter, id: SQL): SQL {
  const conditions = [
    before === null ? undefined : sql`${id} < ${before}`,
    person === undefined ? undefined : sql`p.email = ${person}`,
    // Compared as numbers: not every moment that can be written is one of the database.
    from === undefined ? undefined : sql`${millis(sql`st.at`)} >= ${Date.parse(from)}`,
    to === undefined ? undefined : sql`${millis(sql`st.at`)} < ${Date.parse(to)}`,
  ]
  return sql.join([sql`true`, ...conditions.filter((c) => c !== undefined)], sql` and `)
}

/** A product's changes that meet a filter, newest first. */
export async function changesOfProduct(
  db: Db,
  product: { id: number; sku: string },
  filter: HistoryFilter,
  limit: number,
): Promise<StoredChange[]> {
  const { field } = filter
  const touches = sql`exists (select from json_array_elements(c.differences) d where ${fieldOf(sql`d->>0`)} = ${field})`
  return changesIn(
    db,
    sql`
    with found as (
      (select c.id, c.differences, st.at, st.title, p.name as person from change c
      join step st on st.id = c.step_id left join person p on p.id = st.person_id
      where c.record = ${`product:${product.sku}`} and ${meetsFilter(filter, sql`c.id`)}
      and ${field === undefined ? sql`true` : touches}
      order by c.id desc limit ${limit})
      union all
      (select s.id, ${ofSet}, st.at, st.title, p.name as person from change_block m join change_set s on s.id = m.set_id
      join step st on st.id = s.step_id left join person p on p.id = st.person_id
      where ${holds(sql`${product.id}::int`)} and ${meetsFilter(filter, sql`s.id`)}
      and ${field === undefined ? sql`true` : sql`${fieldOf(sql`s.path`)} = ${field}`}
      order by s.id desc limit ${limit}))
    select id::float8 as id, ${isoText(sql`at`)} as at, person, title, differences
    from found order by id desc limit ${limit}`,
  )
}

/** A page of changes that were read with one more than its limit, and the cursor of the next. */
export function pageOfHistory<C extends { id: number }>(found: readonly C[], limit: number) {
  return { items: found.slice(0, limit), next: found.length > limit ? found[limit - 1]!.id : null }
}

/** The changes of a record that travels whole that meet a filter, newest first. */
export async function changesOfRecord(
  db: Db,
  record: string,
  filter: HistoryFilter,
  limit: number,
): Promise<StoredChange[]> {
  const { field } = filter
  const [before, after] = [sql`c.differences->0->1->>${field}`, sql`c.differences->0->2->>${field}`]
  return changesIn(
    db,
    sql`
    select c.id::float8 as id, ${isoText(sql`st.at`)} as at, p.name as person, st.title, c.differences from change c
    join step st on st.id = c.step_id left join person p on p.id = st.person_id
    where c.record = ${record} and ${meetsFilter(filter, sql`c.id`)}
    and ${field === undefined ? sql`true` : sql`(${before}) is distinct from (${after})`}
    order by c.id desc limit ${limit}`,
  )
}

/** By what the history of a product can be filtered. */
export async function facetsOfProduct(db: Db, product: { id: number; sku: string }): Promise<HistoryFacets> {
  const own = sql`c.record = ${`product:${product.sku}`}`
  const inSet = holds(sql`${product.id}::int`)
  return facetsOf(
    db,
    sql`select ${fieldOf(sql`d->>0`)} as field from change c, json_array_elements(c.differences) d where ${own}
      union select ${fieldOf(sql`s.path`)} from change_block m join change_set s on s.id = m.set_id where ${inSet}`,
    sql`select c.step_id from change c where ${own}
      union select s.step_id from change_block m join change_set s on s.id = m.set_id where ${inSet}`,
  )
}

/** By what the history of a record that travels whole can be filtered. */
export async function facetsOfRecord(db: Db, record: string): Promise<HistoryFacets> {
  const [before, after] = [sql`(c.differences->0->1)`, sql`(c.differences->0->2)`]
  // Of a record that was made or deleted as a whole, no part was changed.
  const parts = sql`case when json_typeof(${before}) = 'object' and json_typeof(${after}) = 'object'
    then ${after} else '{}' end`
  return facetsOf(
    db,
    sql`select k as field from change c, json_object_keys(${parts}) k where c.record = ${record}
      and (${before}->>k) is distinct from (${after}->>k)`,
    sql`select c.step_id from change c where c.record = ${record}`,
  )
}

/** What was made or removed as a whole is no part that a change can be of. */
const wholeRecord = sql`('created', 'removed')`

async function facetsOf(db: Db, fields: SQL, steps: SQL): Promise<HistoryFacets> {
  const [ofFields, ofPeople] = await Promise.all([
    db.execute<{ field: string }>(sql`select field from (${fields}) f where field not in ${wholeRecord} order by 1`),
    db.execute<{ email: string; name: string }>(sql`
      select distinct p.email, p.name from (${steps}) s join step st on st.id = s.step_id
      join person p on p.id = st.person_id order by 2`),
  ])
  return { fields: ofFields.rows.map((r) => r.field), people: ofPeople.rows }
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
