import { sql, type SQL } from 'drizzle-orm'
import { attributeTypes } from '@core/attributes/types/registry'
import type { Attribute, Value } from '@core/attributes/attribute'
import type { BulkChange } from '@core/bulk/shape'
import { bulkFields } from '@core/bulk/fields'
import { isPerVariant } from '@core/catalogue/model'
import type { RuleNode } from '@core/rules/condition'
import type { FactLens } from '@core/rules/fact-shape'
import { comparesAsOne, scalarAttributes } from '@core/rules/scalar'
import { fold } from '@core/text/fold'
import type { Db, Tx } from '../connect'
import { lockProducts } from './families'
import { membersOfSets, writeChangeSets, type ChangedAlike } from './history'
import { factCells } from './product-rows'
import { invalidateStep } from './readiness'
import { ruleToSql } from './rule-sql'
import type { StoredSetup } from './setup'
import { foldVersions } from './versions'

/**
 * One value for many products, written by the database without loading them: what `outcomeOf` and `writeProducts` do
 * for families one by one, for the changes that need to know nothing of a product but its present value.
 */
export interface BulkSet {
  /** The roots that are found, as a condition over `product r`. */
  found: SQL
  change: BulkChange
  /** Null clears. */
  after: Value | null
  attribute: Attribute
  setup: StoredSetup
}

/** The column of a field that is changed; undefined for an attribute. */
const columnOf = (b: BulkSet) => bulkFields[b.change.attribute]?.column

/**
 * A change as one over sets; undefined where products have to be looked at one by one. `attribute` and `after` are
 * checked.
 */
export function bulkSetOf(
  change: BulkChange,
  attribute: Attribute,
  after: Value | null,
  node: RuleNode | null,
  lens: FactLens,
  setup: StoredSetup,
): BulkSet | undefined {
  if (change.do !== 'set' && change.do !== 'clear') return undefined
  if (change.attribute in bulkFields && bulkFields[change.attribute]!.column === undefined) return undefined
  if (attribute.translatable || attribute.perStorefront || attributeTypes[attribute.type].ruleKind === 'long')
    return undefined
  return {
    found: sql`r.parent_id is null and ${node === null ? sql`true` : ruleToSql(node, lens, setup)}`,
    change,
    after,
    attribute,
    setup,
  }
}

const isField = (b: BulkSet) => b.change.attribute in bulkFields
const typesWhere = (b: BulkSet, test: (type: string) => boolean) =>
  sql`any(${sql.param([...b.setup.types.keys()].filter(test))}::text[])`
const has = (b: BulkSet) =>
  typesWhere(b, (t) => b.setup.types.get(t)!.attributes.some((a) => a.attribute === b.attribute.code))
const perVariant = (b: BulkSet) => typesWhere(b, (t) => isPerVariant(b.setup, t, b.attribute.code))

/**
 * Of the families `f` that are found, the products `m` whose values a change is made to, as `membersOf` says: their
 * roots alone, or any member that meets a condition.
 */
function members(b: BulkSet): { roots: boolean; where: SQL }[] {
  switch (b.change.members) {
    case 'parents':
      return [{ roots: true, where: sql`true` }]
    case 'variants':
      return [{ roots: false, where: sql`m.parent_id is not null` }]
    case 'both':
      return [{ roots: false, where: sql`true` }]
    case 'fitting':
      return isField(b)
        ? [{ roots: true, where: sql`true` }]
        : [
            { roots: true, where: sql`f.type = ${has(b)} and not f.type = ${perVariant(b)}` },
            { roots: false, where: sql`f.type = ${perVariant(b)} and m.is_leaf` },
          ]
  }
}

/** What is stored now: of a field its column, of an attribute its own value; null is nothing. */
const before = (b: BulkSet, m: SQL): SQL => {
  const column = columnOf(b)
  if (column === undefined) return sql`v.value`
  return column === 'tags'
    ? sql`case when cardinality(${m}.tags) > 0 then to_jsonb(${m}.tags) end`
    : sql`to_jsonb(${m}.${sql.raw(column)})`
}

const json = (v: Value | null) => (v === null ? null : JSON.stringify(v))

/** The families that are found, as a query of the numbers, SKUs and types of their roots. */
const foundRoots = (b: BulkSet) => sql`select r.id, r.sku, r.type from product r where ${b.found}`

/** What a change is made to, in families of a query `found`. */
function targets(b: BulkSet, found: SQL): SQL {
  return sql.join(
    members(b).map(({ roots, where }) => {
      // All that is asked of a root for an attribute is known of what is found.
      const m = roots && !isField(b) ? sql`f` : sql`m`
      const product = roots
        ? isField(b)
          ? sql`join product m on m.id = f.id`
          : sql``
        : sql`join product m on m.root_id = f.id`
      return sql`
        select ${m}.id, ${m}.sku, f.id as root_id, f.type, ${before(b, m)} as before
        from ${found} f ${product} ${ownValue(b, m)} where ${where}
      `
    }),
    sql` union all `,
  )
}

/** The own value that a product has of the attribute, joined as `v`. */
const ownValue = (b: BulkSet, m: SQL) =>
  isField(b)
    ? sql``
    : sql`
      left join value v on v.product_id = ${m}.id and v.attribute_id = ${b.setup.attributeIds.get(b.attribute.code)!}
      and v.storefront_id = 0 and v.language = ''
    `

const differing = (b: BulkSet) =>
  sql`before is distinct from ${json(b.after)}::jsonb ${b.change.onlyEmpty ? sql`and before is null` : sql``}`

export interface BulkSetSeen {
  found: number
  looked: number
  changed: number
  sample: { sku: string; before: Value | null }[]
}

/** What a change would do: roots found, products looked at, products changed, and the first of these by SKU. */
export async function lookAtSet(db: Db, b: BulkSet, sample: number): Promise<BulkSetSeen> {
  const { rows } = await db.execute<{
    found: number
    looked: number
    changed: number
    sample: { sku: string; before: Value | null }[] | null
  }>(sql`
    with found as materialized (${foundRoots(b)}), t as materialized (${targets(b, sql`found`)}),
      c as (select sku, before from t where ${differing(b)} order by sku limit ${sample})
    select (select count(*)::int from found) as found, (select count(*)::int from t) as looked, (select count(*)::int
      from t where ${differing(b)}) as changed,
      (select json_agg(json_build_object('sku', sku, 'before', before) order by sku) from c) as sample`)
  return { ...rows[0]!, sample: rows[0]!.sample ?? [] }
}

/** From so many products on, others wait with their changes: it is quicker than to lock each. */
const lockAllFrom = 5000

/**
 * Keeps others from changing what is found until the transaction ends. Waits for changes that are under way. Returns
 * how many roots that are.
 */
async function lock(tx: Tx, b: BulkSet): Promise<number> {
  const { rows } = await tx.db.execute<{ n: number }>(sql`select count(*)::int as n from product r where ${b.found}`)
  await lockRoots(tx, sql`select r.id from product r where ${b.found}`, rows[0]!.n)
  return rows[0]!.n
}

/** Keeps others from changing families, about so many, until the transaction ends. */
async function lockRoots(tx: Tx, roots: SQL, many: number) {
  if (many >= lockAllFrom) await lockProducts(tx)
  else await tx.db.execute(sql`select 1 from product where root_id in (${roots}) order by id for update`)
}

/** What stands in the table of all targets, which those that have the value already leave. */
async function takenStock(tx: Tx, b: BulkSet, found: number, sample: number): Promise<BulkSetSeen> {
  const { rows } = await tx.db.execute<{ looked: number; changed: number; sample: BulkSetSeen['sample'] | null }>(sql`
    select count(*)::int as looked, (count(*) filter (where ${differing(b)}))::int as changed,
      (select json_agg(c)
        from (select sku, before from bulk_set where ${differing(b)} order by sku limit ${sample}) c) as sample
      from bulk_set`)
  const { looked, changed, sample: first } = rows[0]!
  if (changed < looked) await tx.db.execute(sql`delete from bulk_set where not (${differing(b)})`)
  return { found, looked, changed, sample: first ?? [] }
}

/**
 * Makes the change, with history, versions and what rules read, as part of a step. Undefined where it turns out that
 * products have to be looked at one by one; nothing is written then. `progress` is told how many products' worth of it
 * is done after each part, and may throw.
 */
export async function writeSet(
  tx: Tx,
  b: BulkSet,
  beginStep: () => Promise<number>,
  sample: number,
  progress: (done: number, total: number) => void,
): Promise<(BulkSetSeen & { step: number | null }) | undefined> {
  const found = await lock(tx, b)
  return withTable(tx, sql`with found as materialized (${foundRoots(b)}) ${targets(b, sql`found`)}`, async () => {
    const seen = await takenStock(tx, b, found, sample)
    if (seen.changed === 0) return { ...seen, step: null }
    const step = await writeTable(tx, b, beginStep, (n) => progress(Math.round((seen.changed * n) / 5), seen.changed))
    return step === undefined ? undefined : { ...seen, step }
  })
}

/**
 * Works with the table `bulk_set` of the products that are to change: their numbers, types, and what each has before.
 */
async function withTable<T>(tx: Tx, rows: SQL, work: () => Promise<T>): Promise<T> {
  await tx.db.execute(sql`create temp table bulk_set on commit drop as ${rows}`)
  try {
    return await work()
  } finally {
    await tx.db.execute(sql`drop table if exists bulk_set`).catch(() => undefined)
  }
}

/** At most so many sets of a change stay to be folded by the worker. */
const setsUnfolded = 20

/**
 * Writes the change to the products of the table. Returns the step; undefined where they have to be looked at one by
 * one.
 */
async function writeTable(
  tx: Tx,
  b: BulkSet,
  beginStep: () => Promise<number>,
  part: (n: number) => void,
): Promise<number | undefined> {
  const attribute = b.setup.attributeIds.get(b.attribute.code)
  if (b.after === null && !isField(b)) {
    // A variant that inherits again reads its parent's value, of which the database knows no comparable form.
    const { rows } = await tx.db.execute(
      sql`
        select 1 from bulk_set s join value p on p.product_id = s.root_id and p.attribute_id = ${attribute!}
        where s.id <> s.root_id limit 1
      `,
    )
    if (rows.length > 0) return undefined
  }
  part(1)
  const step = await beginStep()
  // Tags are a list in the history even where there are none.
  const nothing = b.change.attribute === 'field:tags' ? '[]' : null
  const sets = await writeChangeSets(
    tx,
    step,
    columnOf(b) ?? `attribute:${b.attribute.code}`,
    json(b.after) ?? nothing,
    nothing,
  )
  part(2)
  if (isField(b)) await tx.db.execute(sql`update product p set ${columnChange(b)} from bulk_set s where p.id = s.id`)
  else {
    await writeValues(tx, b, attribute!)
    part(3)
    if (!scalarAttributes(b.setup).has(b.attribute.code)) await writeFactsOf(tx, b, attribute!)
  }
  part(4)
  const later = await invalidateStep(tx, step, sql`select root_id from bulk_set`)
  // What the worker is left to evaluate, it is left to fold too, where versions can be counted from few sets until then.
  if (!later || sets > setsUnfolded) await foldVersions(tx, step)
  part(5)
  return step
}

/**
 * Takes back what a step changed alike in many products. Those that were changed again since stay, and are named,
 * `most` of them. Undefined where products have to be looked at one by one.
 */
export async function undoSet(
  tx: Tx,
  alike: ChangedAlike,
  setup: StoredSetup,
  beginStep: () => Promise<number>,
  most: number,
): Promise<{ products: number; skipped: string[]; skippedCount: number } | undefined> {
  const name = alike.path.startsWith('attribute:') ? alike.path.slice('attribute:'.length) : `field:${alike.path}`
  const target = name in bulkFields ? bulkFields[name as keyof typeof bulkFields] : setup.attributes.get(name)
  if (!target || ('read' in target && target.column === undefined)) return undefined
  // An empty list of tags is none, as columns have it.
  const [after, then] = [alike.before, alike.after].map((v) => (Array.isArray(v) && v.length === 0 ? null : v))
  const b: BulkSet = {
    found: sql`false`,
    change: {
      do: after === null ? 'clear' : 'set',
      attribute: name,
      storefront: null,
      language: null,
      members: 'both',
      value: after as Value,
    },
    after: after as Value | null,
    attribute: target as Attribute,
    setup,
  }
  const of = membersOfSets(sql`s.id = ${alike.id}`)
  await lockRoots(tx, sql`select m.root_id from ${of} c join product m on m.id = c.product_id`, alike.members)
  const rows = sql`
    select m.id, m.sku, m.root_id, r.type, ${before(b, sql`m`)} as before from ${of} c
    join product m on m.id = c.product_id join product r on r.id = m.root_id ${ownValue(b, sql`m`)}
  `
  return withTable(tx, rows, async () => {
    const { rows: changed } = await tx.db.execute<{ sku: string }>(
      sql`delete from bulk_set where before is distinct from ${json((then ?? null) as Value | null)}::jsonb returning sku`,
    )
    const { rows: left } = await tx.db.execute<{ n: number }>(sql`select count(*)::int as n from bulk_set`)
    const products = left[0]!.n
    if (products > 0 && (await writeTable(tx, b, beginStep, () => undefined)) === undefined) return undefined
    return {
      products,
      skipped: changed
        .slice(0, most)
        .map((r) => r.sku)
        .sort(),
      skippedCount: changed.length,
    }
  })
}

function columnChange(b: BulkSet): SQL {
  const column = columnOf(b)!
  if (column !== 'tags') return sql`${sql.raw(column)} = ${b.after as string | null}`
  const tags = (b.after as string[] | null) ?? []
  return sql`tags = ${sql.param(tags)}::text[], tags_folded = ${sql.param(tags.map(fold))}::text[]`
}

async function writeValues(tx: Tx, b: BulkSet, attribute: number) {
  if (b.after === null) {
    await tx.db.execute(
      sql`
        delete from value v using bulk_set s where v.product_id = s.id and v.attribute_id = ${attribute}
        and v.storefront_id = 0 and v.language = ''
      `,
    )
    return
  }
  const [own] = comparesAsOne(b.attribute)
    ? factCells(attributeTypes[b.attribute.type].comparable(b.after, b.attribute))
    : []
  const [num, txt] = [
    sql`case when s.id = s.root_id then ${own?.num ?? null}::float8 end`,
    sql`case when s.id = s.root_id then ${own?.txt ?? null}::text end`,
  ]
  await tx.db.execute(
    sql`
      update value v set value = ${json(b.after)}::jsonb, num = ${num}, txt = ${txt} from bulk_set s
      where s.before is not null and v.product_id = s.id and v.attribute_id = ${attribute} and v.storefront_id = 0
      and v.language = ''
    `,
  )
  await tx.db.execute(
    sql`
      insert into value (product_id, attribute_id, storefront_id, language, value, num, txt)
      select s.id, ${attribute}, 0, '', ${json(b.after)}::jsonb, ${num}, ${txt} from bulk_set s where s.before is null
    `,
  )
}

/**
 * What rules read of the changed values: facts stand at what is sold where the type says so, else at the root. A
 * parent's value is read by the variants that have none of their own; without any, the type's default is.
 */
async function writeFactsOf(tx: Tx, b: BulkSet, attribute: number) {
  const varying = perVariant(b)
  // Where the change goes to whatever the type says, these are the very products whose facts stand at them.
  const subjects =
    b.change.members === 'fitting'
      ? sql`select id as product_id, root_id, type from bulk_set`
      : sql`
    select s.id as product_id, s.root_id, s.type from bulk_set s join product p on p.id = s.id where case
    when s.type = ${varying} then p.is_leaf else s.id = s.root_id end
    union select p.id, p.root_id, s.type from bulk_set s join product p on p.root_id = s.id and p.id <> s.id
    and p.is_leaf
      where s.type = ${varying}
      and not exists (select 1 from value v where v.product_id = p.id and v.attribute_id = ${attribute})`
  const entry = attributeTypes[b.attribute.type]
  const comparableOf = (v: Value | null) => (v === null ? undefined : entry.comparable(v, b.attribute))
  const cells = factCells(comparableOf(b.after))
  if (b.after !== null && cells.length === 1) {
    const [{ num, txt }] = cells as [{ num: number | null; txt: string | null }]
    // Most have had a fact before, and one that is changed in its place is quicker than one that goes and one that
    // comes.
    const own = sql`f.attribute_id = ${attribute} and f.root_id = s.root_id and f.product_id = s.product_id`
    if (entry.ruleKind !== 'codes')
      await tx.db.execute(sql`update fact f set num = ${num}, txt = ${txt} from (${subjects}) s where ${own}`)
    else await tx.db.execute(sql`delete from fact f using (${subjects}) s where ${own}`)
    await tx.db.execute(sql`
      insert into fact (attribute_id, storefront_id, root_id, product_id, num, txt)
      select ${attribute}, 0, s.root_id, s.product_id, ${num}::float8, ${txt}::text from (${subjects}) s
      where not exists (select 1 from fact f where ${own})`)
    return
  }
  const rows =
    b.after !== null
      ? cells.map((c) => ({ type: null as string | null, ...c }))
      : [...b.setup.types.values()].flatMap((t) =>
          factCells(comparableOf(t.attributes.find((a) => a.attribute === b.attribute.code)?.default ?? null)).map(
            (c) => ({ type: t.code, ...c }),
          ),
        )
  await tx.db.execute(sql`
    with s as materialized (${subjects}),
    gone as (delete from fact f using s where f.attribute_id = ${attribute} and f.root_id = s.root_id
    and f.product_id = s.product_id returning 1)
    insert into fact (attribute_id, storefront_id, root_id, product_id, num, txt)
    select ${attribute}, 0, s.root_id, s.product_id, c.num, c.txt from s
    join jsonb_to_recordset(${JSON.stringify(rows)}::jsonb) as c(type text, num float8, txt text) on c.type is null
    or c.type = s.type`)
}
