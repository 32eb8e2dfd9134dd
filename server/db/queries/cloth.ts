import { sql, type SQL } from 'drizzle-orm'
import type { RuleNode } from '@core/rules/condition'
import type { FactLens } from '@core/rules/fact-shape'
import { cellBytes, notSold } from '@core/readiness/cells'
import { codesPerLanguage } from '@core/readiness/kinds'
import { strands, type FindingDetails, type Strand } from '@core/readiness/finding'
import type { Db } from '../connect'
import { rootsWithGap, type ReleaseGap } from './live-editions'
import { ruleToSql } from './rule-sql'
import type { StoredSetup } from './setup'

/** Which rows of readiness are asked for: conditions over `readiness d`. */
export interface ClothWhere {
  node: RuleNode | null
  lens: FactLens
  /** Numbers of the editions that count. */
  editions: readonly number[]
  strand?: Strand | undefined
  /** A fix by its number, in all editions or some. */
  fix?: { id: number; editions: readonly number[] } | undefined
  code?: string | undefined
  open: boolean
  /** Only what is live and not ready, or ready and not live, in some editions. */
  gap?: { which: ReleaseGap; editions: readonly number[] } | undefined
  /** The portion of a person on a day. */
  portion?: { personId: number; day: string } | undefined
  type?: string | undefined
  /** Some roots only, or all but them. */
  roots?: { ids: readonly number[]; not: boolean } | undefined
}

/** A byte of an edition's cell; null where the row is older than the edition, or the product is not sold there. */
const byte = (n: number, at = 0) =>
  sql`
    case when octet_length(d.cells) >= ${(n + 1) * cellBytes}
    and get_byte(d.cells, ${n * cellBytes}) <> ${notSold} then get_byte(d.cells, ${n * cellBytes + at}) end
  `
const anyOf = (list: SQL[]) => (list.length === 0 ? sql`false` : sql`(${sql.join(list, sql` or `)})`)

function where(setup: StoredSetup, w: ClothWhere): SQL {
  const all: SQL[] = [sql`d.sold > 0`]
  if (w.node !== null)
    all.push(
      sql`d.root_id in (select r.id from product r where r.parent_id is null and ${ruleToSql(w.node, w.lens, setup)})`,
    )
  if (w.type !== undefined) all.push(sql`d.type = ${w.type}`)
  if (w.roots)
    all.push(
      w.roots.not
        ? sql`d.root_id <> all(${sql.param([...w.roots.ids])}::int[])`
        : sql`d.root_id = any(${sql.param([...w.roots.ids])}::int[])`,
    )
  const every = w.editions.length === 0
  if (!every) all.push(anyOf(w.editions.map((n) => sql`${byte(n)} is not null`)))
  if (w.open) all.push(every ? sql`d.open > 0` : anyOf(w.editions.map((n) => sql`${byte(n)} > 0`)))
  if (w.gap) all.push(sql`d.root_id in (${rootsWithGap(w.gap.which, w.gap.editions)})`)
  if (w.strand !== undefined)
    all.push(anyOf(w.editions.map((n) => sql`${byte(n, 1)} & ${1 << strands.indexOf(w.strand!)} <> 0`)))
  const there = every ? sql`` : sql`and f.editions && ${sql.param([...w.editions])}::smallint[]`
  if (w.fix !== undefined) {
    const inEditions =
      w.fix.editions.length > 0 ? sql`and f.editions && ${sql.param([...w.fix.editions])}::smallint[]` : sql``
    all.push(sql`
      exists (
        select 1 from finding f
        where f.root_id = d.root_id and f.fix_id = ${w.fix.id} ${there} ${inEditions}
      )
    `)
  }
  if (w.code !== undefined)
    all.push(
      sql`
        d.root_id in (select f.root_id from finding f join fix x on x.id = f.fix_id
        where split_part(x.key, '|', 1) = ${w.code} ${there})
      `,
    )
  if (w.portion)
    all.push(
      sql`
        d.root_id in (select root_id from portion_product where person_id = ${w.portion.personId}
        and day = ${w.portion.day})
      `,
    )
  return sql.join(all, sql` and `)
}

export type ClothOrder = { by: 'worst' | 'nearest' | 'sku'; edition?: number | undefined }

/** A part of the rows in an order, with the name of each product in the source language. */
export async function clothRows(
  db: Db,
  setup: StoredSetup,
  w: ClothWhere,
  order: ClothOrder,
  offset: number,
  limit: number,
) {
  const n = order.edition
  const blockers = n === undefined ? sql`d.blockers` : byte(n)
  const by =
    order.by === 'sku'
      ? sql`p.sku`
      : order.by === 'worst'
        ? n === undefined
          ? sql`d.blockers desc, d.root_id`
          : sql`${blockers} desc nulls last, d.root_id`
        : sql`(coalesce(${blockers}, 0) = 0), ${blockers}, d.root_id`
  const { rows } = await db.execute<{
    sku: string
    name: string | null
    type: string
    blockers: number
    cells: string
  }>(sql`
    select p.sku, v.value #>> '{}' as name, d.type, d.blockers,
      translate(encode(d.cells, 'base64'), E'\\n', '') as cells
    from (select d.root_id, d.type, d.blockers, d.cells, row_number() over () as place from (
      select d.* from readiness d ${order.by === 'sku' ? sql`join product p on p.id = d.root_id` : sql``}
      where ${where(setup, w)} order by ${by} limit ${limit} offset ${offset}) d) d
    join product p on p.id = d.root_id
    left join value v on v.product_id = d.root_id and v.attribute_id = ${setup.attributeIds.get('name') ?? 0}
    and v.storefront_id = 0 and v.language = ${setup.source}
    order by d.place`)
  return rows
}

/** The groups of a cloth by product type, and how many pages each edition has sold and ready in it. */
export async function clothGroups(db: Db, setup: StoredSetup, w: ClothWhere, columns: readonly number[]) {
  const one = (n: number) =>
    sql`json_build_array(count(*) filter (where ${byte(n)} is not null), count(*) filter (where ${byte(n)} = 0))`
  const { rows } = await db.execute<{ code: string; products: number; cells: [number, number][] }>(sql`
    select d.type as code, count(*)::int as products, json_build_array(${sql.join(columns.map(one), sql`, `)}) as cells
    from readiness d where ${where(setup, w)} group by d.type`)
  return rows
}

/** The groups of the whole cloth, and what is kept of its editions: quicker than looking at every row. */
export async function wholeCloth(db: Db) {
  const { rows: groups } = await db.execute<{ code: string; products: number; sold: number; open: number }>(
    sql`
      select type as code, count(*)::int as products, sum(sold)::int as sold, sum(open)::int as open from readiness
      where sold > 0 group by type
    `,
  )
  return { groups, columns: await editionCounts(db) }
}

/** How many pages of each edition are sold and ready now, by the number of the edition. */
export async function editionCounts(db: Db): Promise<{ edition: number; sold: number; ready: number }[]> {
  const { rows } = await db.execute<{ edition: number; sold: number; ready: number }>(
    sql`select edition, sum(sold)::int as sold, sum(ready)::int as ready from readiness_count group by edition`,
  )
  return rows
}

/** What was added to the pages of each edition day by day. */
export async function dailyCounts(db: Db): Promise<{ day: string; edition: number; sold: number; ready: number }[]> {
  const { rows } = await db.execute<{ day: string; edition: number; sold: number; ready: number }>(
    sql`
      select day::text, edition, sum(sold)::int as sold, sum(ready)::int as ready from readiness_count
      group by day, edition order by day
    `,
  )
  return rows
}

/** The language of a fix `f` in an edition `e`, where it is another work in each; null where it is one for all. */
const languageOfFix = sql`
  case when split_part(f.key, '|', 1) = any(${sql.param([...codesPerLanguage])}::text[]) then e.language end`

/**
 * The fixes that would by themselves make the most pages ready, of some editions or all; those that are another work in
 * each language, language by language.
 */
export async function bestFixes(db: Db, editions: readonly number[], limit: number) {
  const { rows } = await db.execute<{
    id: number
    key: string
    language: string | null
    pages: number
    editions: number[]
  }>(sql`
    select c.fix_id as id, f.key, ${languageOfFix} as language, sum(c.pages)::int as pages, array_agg(distinct c.edition) as editions
    from (select fix_id, edition, sum(pages) as pages
      from fix_count ${editions.length > 0 ? sql`where edition = any(${sql.param([...editions])}::smallint[])` : sql``}
      group by fix_id, edition) c
    join fix f on f.id = c.fix_id join edition e on e.n = c.edition where c.pages > 0 group by 1, 2, 3
    order by 4 desc, 1, 3 limit ${limit}`)
  return rows
}

/**
 * The fixes that block the most pages of each of some editions, so many of each. Most products have a finding of a fix
 * once, with the editions in which it reads the same; only those that have several are counted edition by edition.
 */
export async function worstFixesOfEach(db: Db, editions: readonly number[], limit: number) {
  const { rows } = await db.execute<{
    id: number
    key: string
    language: string | null
    edition: number
    pages: number
  }>(sql`
    with lacking as (select fix_id, root_id, count(*) as findings, min(editions) as editions
      from finding where blocker group by fix_id, root_id),
    once as (select fix_id, e as edition, sum(products) as pages
      from (select fix_id, editions, count(*) as products from lacking where findings = 1 group by 1, 2) l,
        unnest(editions) e
      group by 1, 2),
    several as (select fix_id, edition, count(*) as pages
      from (select distinct f.fix_id, f.root_id, e as edition from lacking l
        join finding f on f.root_id = l.root_id and f.fix_id = l.fix_id and f.blocker, unnest(f.editions) e
        where l.findings > 1) x group by 1, 2),
    ranked as (select fix_id, edition, sum(pages)::int as pages,
      row_number() over (partition by edition order by sum(pages) desc, fix_id) as place
      from (select * from once union all select * from several) b
      where edition = any(${sql.param([...editions])}::smallint[]) group by 1, 2)
    select r.fix_id as id, f.key, r.edition, r.pages, ${languageOfFix} as language
    from ranked r join fix f on f.id = r.fix_id join edition e on e.n = r.edition
    where r.place <= ${limit} order by r.edition, r.place`)
  return rows
}

/** At how many places each of some fixes is to be done in an edition; counted up to a number of findings. */
export async function placesOfFixes(db: Db, fixes: readonly { id: number; edition: number }[], most: number) {
  const { rows } = await db.execute<{ places: number }>(sql`
    select s.places from jsonb_to_recordset(${JSON.stringify(fixes.map((f, i) => ({ ...f, i })))}::jsonb)
      as x(i int, id int, edition smallint), lateral (
      select count(distinct ${placeOfFinding(sql`n`)})::int as places from (select * from finding where fix_id = x.id
        and blocker and editions @> array[x.edition] limit ${most}) n) s
    order by x.i`)
  return rows.map((r) => r.places)
}

/** Where a finding is mended: an attribute on each product by itself, a piece or a picture once for all. */
const placeOfFinding = (n: SQL) =>
  sql`case when ${n}.at like 'attribute:%' then ${n}.root_id || ${n}.at else ${n}.at end`

/**
 * Of fixes in some editions: how many products they free, and how many places they are at; counted up to a number,
 * above which nobody counts.
 */
export async function sizesOfFixes(
  db: Db,
  fixes: readonly { id: number; editions: readonly number[] }[],
  most: number,
) {
  const { rows } = await db.execute<{ products: number; places: number }>(sql`
    select s.products, s.places
    from jsonb_to_recordset(${JSON.stringify(fixes.map((f, i) => ({ i, ...f })))}::jsonb) as x(i int, id int,
        editions smallint[]), lateral (
      select count(distinct f.root_id)::int as products, count(distinct f.at)::int as places
      from (select d.root_id from readiness d where d.soles @> array[x.id]
        and exists (select 1 from unnest(x.editions) n where d.soles[n + 1] = x.id) limit ${most}) d,
        lateral (select n.root_id, ${placeOfFinding(sql`n`)} as at
        from finding n where n.root_id = d.root_id and n.fix_id = x.id and n.blocker and n.editions && x.editions) f) s
    order by x.i`)
  return rows
}

export interface StoredFinding {
  root_id: number
  fix_id: number
  key: string
  blocker: boolean
  at: string
  details: FindingDetails | null
  editions: number[]
}

/** What is kept of some products by their roots: packed rows, and findings in the order in which they were found. */
export async function storedReadiness(db: Db, roots: readonly number[]) {
  const ids = sql`any(${sql.param([...roots])}::int[])`
  const { rows } = await db.execute<{ root_id: number; cells: Buffer }>(
    sql`select root_id, cells from readiness where root_id = ${ids}`,
  )
  const { rows: findings } = await db.execute<StoredFinding & Record<string, unknown>>(sql`
    select n.root_id, n.fix_id, f.key, n.blocker, n.at, n.details, n.editions from finding n join fix f on f.id = n.fix_id
    where n.root_id = ${ids} order by n.root_id, n.blocker desc, n.id`)
  return { cells: new Map(rows.map((r) => [r.root_id, r.cells])), findings }
}

/** Products in SKU order after a SKU that are sold in an edition. */
export async function evaluatedAfter(
  db: Db,
  edition: number,
  after: string | undefined,
  limit: number,
): Promise<{ id: number; sku: string }[]> {
  const { rows } = await db.execute<{ id: number; sku: string }>(sql`
    select p.id, p.sku from product p join readiness d on d.root_id = p.id
    where ${after === undefined ? sql`true` : sql`p.sku > ${after}`} and ${byte(edition)} is not null order by p.sku
    limit ${limit}`)
  return rows
}

/** The roots of a cloth in SKU order, some at a time. */
export async function clothRoots(
  db: Db,
  setup: StoredSetup,
  w: ClothWhere,
  after: string,
  limit: number,
): Promise<{ id: number; sku: string }[]> {
  const { rows } = await db.execute<{ id: number; sku: string }>(
    sql`
      select p.id, p.sku from readiness d join product p on p.id = d.root_id where ${where(setup, w)}
      and p.sku > ${after} order by p.sku limit ${limit}
    `,
  )
  return rows
}

/** The products nearest to ready in some editions that are not ready: the share of a day's work. */
export async function nearestRoots(db: Db, setup: StoredSetup, w: ClothWhere, limit: number): Promise<number[]> {
  const sum = sql.join(
    w.editions.map((n) => sql`coalesce(${byte(n)}, 0)`),
    sql` + `,
  )
  const { rows } = await db.execute<{ id: number }>(
    sql`
      select d.root_id as id from readiness d where ${where(setup, w)}
      order by ${w.editions.length === 0 ? sql`d.blockers` : sum}, d.root_id limit ${limit}
    `,
  )
  return rows.map((r) => r.id)
}

/** Whether each of some roots has nothing left that blocks it in some editions. */
export async function readyRoots(db: Db, roots: readonly number[], editions: readonly number[]): Promise<Set<number>> {
  const isReady =
    editions.length === 0
      ? sql`coalesce(d.open, 0) = 0`
      : sql`not ${anyOf(editions.map((n) => sql`coalesce(${byte(n)}, 0) > 0`))}`
  const { rows } = await db.execute<{ id: number }>(sql`
    select x.id from unnest(${sql.param([...roots])}::int[]) x(id)
    left join readiness d on d.root_id = x.id
    where ${isReady}
  `)
  return new Set(rows.map((r) => r.id))
}
