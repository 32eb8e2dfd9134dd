import { createHash } from 'node:crypto'
import { sql, type SQL } from 'drizzle-orm'
import { cellBytes, notSold, packCells, soleFixes } from '@core/readiness/cells'
import type { EditionReadiness, FindingDetails } from '@core/readiness/finding'
import { isReady } from '@core/readiness/evaluate'
import { besideTransactions, type Db, type Tx } from '../connect'
import { copyInto, CopyRows } from '../copy'
import type { DueSet } from '../schema'
import { lockFamilies } from './families'
import { rootsOf, touchPages } from './page-touches'
import type { StoredSetup } from './setup'

/** Editions with the numbers under which packed rows hold them. */
export interface NumberedEditions {
  /** By number; an edition that is no more is null. */
  list: ({ storefront: string; language: string } | null)[]
  numberOf: ReadonlyMap<string, number>
  /** Whether all had their numbers before: those given in this transaction may yet fall. */
  settled: boolean
}

/** The editions of the set-up with their numbers; those that have none yet are given one. */
export async function loadEditions(db: Db, setup: StoredSetup): Promise<NumberedEditions> {
  const wanted = [...setup.storefronts.values()].flatMap((s) =>
    s.editions.map((e) => ({ storefront: s.code, language: e.language })),
  )
  const read = async () =>
    (
      await db.execute<{ n: number; storefront: string; language: string }>(
        sql`select n, storefront, language from edition order by n`,
      )
    ).rows
  let rows = await read()
  const missing = wanted.filter((w) => !rows.some((r) => r.storefront === w.storefront && r.language === w.language))
  if (missing.length > 0) {
    await db.execute(
      sql`
        insert into edition (storefront, language) select e.s, e.l
        from jsonb_to_recordset(${JSON.stringify(missing.map((m) => ({ s: m.storefront, l: m.language })))}::jsonb) as e(s text,
            l text) on conflict do nothing
      `,
    )
    rows = await read()
  }
  const list: NumberedEditions['list'] = []
  for (const r of rows)
    list[r.n] = wanted.some((w) => w.storefront === r.storefront && w.language === r.language)
      ? { storefront: r.storefront, language: r.language }
      : null
  for (let n = 0; n < list.length; n++) list[n] ??= null
  return {
    list,
    settled: missing.length === 0,
    numberOf: new Map(list.flatMap((e, n) => (e ? [[`${e.storefront}/${e.language}`, n] as const] : []))),
  }
}

/**
 * Says that something was changed for products, so that their readiness is evaluated again, and their pages are put
 * together for the next release. Part of the transaction that changes it. Families are locked before their marks, here
 * as everywhere: in one order, nobody waits for each other.
 */
export async function invalidateRoots(tx: Tx, roots: Iterable<number>): Promise<void> {
  const ids = [...new Set(roots)].sort((a, b) => a - b)
  if (ids.length === 0) return
  await lockFamilies(tx, ids)
  await tx.db.execute(
    sql`
      insert into readiness_due (root_id) select unnest(${sql.param(ids)}::int[]) on conflict (root_id) do update
      set tries = 0, after = now(), error = null
    `,
  )
  await touchPages(tx, ids)
  for (const id of ids) tx.invalidated.roots.add(id)
}

/** From so many products written at once on, they are found again by the moment at which they were changed. */
const foundByMoment = 60

/** The same for products that were written at a moment: some by their roots, many by the moment alone. */
export async function invalidateWritten(
  tx: Tx,
  roots: ReadonlySet<number>,
  moments: ReadonlySet<number>,
): Promise<void> {
  if (roots.size < foundByMoment) return invalidateRoots(tx, roots)
  for (const moment of moments) {
    const changed = new Date(moment).toISOString()
    if (!tx.invalidated.moments.has(changed)) await invalidateSet(tx, { changed })
    tx.invalidated.moments.add(changed)
  }
}

/** The same for products that SQL names by their roots. */
export async function invalidateWhere(tx: Tx, roots: SQL): Promise<void> {
  await touchPages(tx, await evaluateWhere(tx, roots))
}

/** Says of products that SQL names that their readiness is evaluated again, and nothing of their pages. */
export async function evaluateWhere(tx: Tx, roots: SQL): Promise<number[]> {
  const { rows } = await tx.db.execute<{ id: number }>(
    sql`
      insert into readiness_due (root_id) select distinct x.id from (${roots}) x(id) where x.id is not null order by 1
      on conflict (root_id) do update set tries = 0, after = now(), error = null returning root_id as id
    `,
  )
  for (const r of rows) tx.invalidated.roots.add(r.id)
  return rows.map((r) => r.id)
}

/** Says that products, by SKU, are due. */
export const invalidateProducts = (tx: Tx, skus: readonly string[]): Promise<void> => invalidateWhere(tx, rootsOf(skus))

/** The same for very many, which the worker finds. */
export async function invalidateSet(tx: Tx, what: DueSet): Promise<void> {
  await tx.db.execute(sql`insert into readiness_due_set (what) values (${JSON.stringify(what)}::jsonb)`)
  tx.invalidated.more = true
}

/** More products than this, changed alike in one step, are left to the worker to find. */
const fewAlike = 30

/**
 * Says that what a step changed alike is due; `roots` is SQL for the roots of it. Returns whether the worker has to
 * find them.
 */
export async function invalidateStep(tx: Tx, step: number, roots: SQL): Promise<boolean> {
  const { rows } = await tx.db.execute<{ id: number }>(
    sql`select distinct x.id from (${roots}) x(id) limit ${fewAlike + 1}`,
  )
  const later = rows.length > fewAlike
  if (later) await invalidateSet(tx, { step })
  else
    await invalidateRoots(
      tx,
      rows.map((r) => r.id),
    )
  return later
}

/**
 * What cannot be evaluated is tried so often, with growing pauses; then it is set aside with its error and holds up
 * nothing.
 */
export const mostTries = 5
const pauseAfter = (tries: SQL) => sql`now() + interval '10 seconds' * power(4, ${tries})`

/** A set of products that is due, and how often finding them has failed. */
export interface TakenSet {
  what: DueSet
  tries: number
}

/** The sets of products that are due and were not found yet, those that could not be found among them. */
export async function waitingDueSets(db: Db): Promise<DueSet[]> {
  const { rows } = await db.execute<{ what: DueSet }>(sql`select distinct what from readiness_due_set`)
  return rows.map((r) => r.what)
}

/** Sets of products that are due, each once, which are due no more when they were taken. */
export async function takeDueSets(tx: Tx): Promise<TakenSet[]> {
  const { rows } = await tx.db.execute<{ what: DueSet; tries: number }>(sql`
    delete from readiness_due_set where id in (
      select id from readiness_due_set where tries < ${mostTries} and after <= now() for update skip locked)
      returning what, tries`)
  return [...new Map(rows.map((r) => [JSON.stringify(r.what), r])).values()]
}

/** Keeps a set whose products could not be found, to be tried again later. */
export async function keepFailedSet(tx: Tx, { what, tries }: TakenSet, error: string): Promise<void> {
  await tx.db.execute(sql`
    insert into readiness_due_set (what, tries, after, error)
    values (${JSON.stringify(what)}::jsonb, ${tries + 1}, ${pauseAfter(sql`${tries}::int`)}, ${error})`)
}

/** Notes that a product could not be evaluated. Returns whether it is tried again. */
export async function noteFailedRoot(root: number, error: string): Promise<boolean> {
  const { rows } = await besideTransactions().execute<{ tries: number }>(sql`
    update readiness_due set tries = tries + 1, after = ${pauseAfter(sql`tries`)}, error = ${error}
    where root_id = ${root} returning tries`)
  return (rows[0]?.tries ?? mostTries) < mostTries
}

/**
 * Some of the products that are due, by number; others take others meanwhile, and those that somebody writes are left
 * to them. Their roots are locked first, then their marks are taken, in the order in which whoever writes them does it.
 */
export async function takeDue(tx: Tx, limit: number): Promise<number[]> {
  const free = await tx.db.execute<{ id: number }>(sql`
    select p.id from readiness_due d join product p on p.id = d.root_id
    where d.tries < ${mostTries} and d.after <= now() order by p.id limit ${limit} for update of p skip locked`)
  const taken = await tx.db.execute<{ id: number }>(sql`
    delete from readiness_due where root_id = any(${sql.param(free.rows.map((r) => r.id))}::int[])
    returning root_id as id`)
  if (free.rows.length === limit) return sorted(taken.rows)
  // Products that are gone have nobody who could lock them.
  const gone = await tx.db.execute<{ id: number }>(sql`
    delete from readiness_due d where not exists (select 1 from product p where p.id = d.root_id)
    returning root_id as id`)
  return sorted([...taken.rows, ...gone.rows])
}

const sorted = (rows: readonly { id: number }[]) => rows.map((r) => r.id).sort((a, b) => a - b)

/** How many products are due; of sets that were not looked at yet, as many as there are products. */
export async function countDue(db: Db): Promise<number> {
  const { rows } = await db.execute<{ n: number }>(sql`
    select case when exists (select 1 from readiness_due_set where tries < ${mostTries} and after <= now())
      then (select count(*) from product where parent_id is null)
      else (select count(*) from readiness_due where tries < ${mostTries} and after <= now()) end::int as n`)
  return rows[0]!.n
}

interface StoredRow {
  root_id: number
  cells: Buffer
  soles: number[]
  print: string
}
interface StoredFinding {
  id: number
  root_id: number
  fix_id: number
  blocker: boolean
  at: string
  details: FindingDetails | null
  editions: number[]
}

/** A finding as it is kept: for all editions in which it reads the same. */
interface Row {
  fix: string
  blocker: boolean
  at: string
  details: FindingDetails | null
  editions: number[]
}

const keyOf = (
  fix: string | number,
  r: { blocker: boolean; at: string; details: FindingDetails | null; editions: readonly number[] },
) =>
  JSON.stringify([
    fix,
    r.blocker,
    r.at,
    r.details && Object.entries(r.details).sort(([a], [b]) => (a < b ? -1 : 1)),
    r.editions,
  ])

/** Whether two findings say the same beside their fix and place. */
function saysTheSame(a: FindingDetails | null, b: FindingDetails | null): boolean {
  if (a === b) return true
  if (a === null || b === null) return false
  const keys = Object.keys(a)
  return keys.length === Object.keys(b).length && keys.every((k) => a[k] === b[k])
}

/** The findings of a product, one for all editions that read alike, in the order in which they were found. */
function gather(list: readonly EditionReadiness[]): Row[] {
  const rows: Row[] = []
  // Fixes are few, and each is always the same string: a product has only some findings of one.
  const byFix = new Map<string, Row[]>()
  for (const { edition, findings } of list) {
    for (const f of findings) {
      const blocker = f.level === 'blocker'
      const details = f.details ?? null
      const alike = byFix.get(f.fix)
      const known = alike?.find((r) => r.at === f.at && r.blocker === blocker && saysTheSame(r.details, details))
      if (known) {
        // What is found twice in one edition at one place reads as one.
        if (known.editions[known.editions.length - 1] !== edition) known.editions.push(edition)
        continue
      }
      const row: Row = { fix: f.fix, blocker, at: f.at, details, editions: [edition] }
      rows.push(row)
      if (alike) alike.push(row)
      else byFix.set(f.fix, [row])
    }
  }
  return rows
}

/** What is kept of products that were evaluated before. */
async function readStoredRows(db: Db, roots: readonly number[]): Promise<Map<number, StoredRow>> {
  const { rows } = await db.execute<StoredRow & Record<string, unknown>>(
    sql`select root_id, cells, soles, print from readiness where root_id = any(${sql.param([...roots])}::int[])`,
  )
  return new Map(rows.map((r) => [r.root_id, r]))
}

/** The findings that are kept of products, by their roots. */
async function readFindings(db: Db, roots: readonly number[]): Promise<Map<number, StoredFinding[]>> {
  const found = new Map<number, StoredFinding[]>()
  if (roots.length === 0) return found
  const { rows } = await db.execute<StoredFinding & Record<string, unknown>>(
    sql`
      select id, root_id, fix_id, blocker, at, details, editions from finding
      where root_id = any(${sql.param([...roots])}::int[])
    `,
  )
  for (const f of rows) {
    const list = found.get(f.root_id)
    if (list) list.push(f)
    else found.set(f.root_id, [f])
  }
  return found
}

/** By which findings are known to be the same as before. */
const printOf = (rows: readonly Row[]) =>
  createHash('sha256').update(JSON.stringify(rows)).digest('base64').slice(0, 22)

/** The numbers of fixes by their keys; those that have none yet are given one. */
async function fixIds(db: Db, keys: ReadonlySet<string>, known: Map<string, number>): Promise<Map<string, number>> {
  const wanted = [...keys].filter((k) => !known.has(k)).sort()
  if (wanted.length > 0) {
    const list = sql.param(wanted)
    await db.execute(
      sql`
        insert into fix (key) select k from unnest(${list}::text[]) k
        where not exists (select 1 from fix f where f.key = k) on conflict do nothing
      `,
    )
    const { rows } = await db.execute<{ id: number; key: string }>(
      sql`select id, key from fix where key = any(${list}::text[])`,
    )
    for (const r of rows) known.set(r.key, r.id)
  }
  return known
}

/** Sums of changes by key; what comes to nothing is left out. */
class Sums {
  private readonly sums = new Map<string, number[]>()
  add(key: readonly (string | number)[], ...by: number[]) {
    const at = key.join('\n')
    const sum = this.sums.get(at)
    if (sum)
      by.forEach((n, i) => {
        sum[i]! += n
      })
    else this.sums.set(at, [...by])
  }
  rows(): { key: string[]; by: number[] }[] {
    return [...this.sums].filter(([, by]) => by.some((n) => n !== 0)).map(([key, by]) => ({ key: key.split('\n'), by }))
  }
}

export interface Evaluated {
  root: number
  type: string
  list: readonly EditionReadiness[]
}

/**
 * Keeps what products were evaluated to be, writing only what differs: the packed row, findings, and the sums of a day.
 * `gone` are products that are no more. The families must be locked.
 */
export async function writeReadiness(
  tx: Tx,
  evaluated: readonly Evaluated[],
  gone: readonly number[],
  editions: number,
  days: readonly (string | null)[],
): Promise<void> {
  const kept = await readStoredRows(tx.db, [...evaluated.map((j) => j.root), ...gone])
  const counts = new Sums()
  const pages = new Sums()
  const known = new Map<string, number>()
  const all = evaluated.map((j) => {
    const rows = gather(j.list)
    const print = printOf(rows)
    return { ...j, rows, print, same: kept.get(j.root)?.print === print, soles: soleFixes(j.list, editions) }
  })
  await fixIds(
    tx.db,
    new Set(all.flatMap((j) => (j.same ? [] : j.rows.map((r) => r.fix)).concat(j.soles.filter((s) => s !== null)))),
    known,
  )
  const before = await readFindings(tx.db, [...all.filter((j) => !j.same).map((j) => j.root), ...gone])

  const rows: Record<string, unknown>[] = []
  const lost: number[] = []
  const found = new CopyRows('finding', ['root_id', 'fix_id', 'blocker', 'at', 'details', 'editions'])
  for (const { root, type, list, rows: mine, print, same, soles } of all) {
    const old = kept.get(root)
    const cells = Buffer.from(packCells(list, editions))
    const soleIds = soles.map((s) => (s === null ? 0 : known.get(s)!))
    count(counts, pages, old, cells, soleIds, days)
    if (!old || !old.cells.equals(cells) || old.soles.join() !== soleIds.join() || !same) {
      const blockers = list.reduce((n, e) => n + e.findings.filter((f) => f.level === 'blocker').length, 0)
      rows.push({
        r: root,
        t: type,
        b: blockers,
        o: list.filter((e) => !isReady(e)).length,
        s: list.length,
        c: cells.toString('base64'),
        l: soleIds,
        p: print,
      })
    }
    if (same) continue
    const wanted = new Map(mine.map((r) => [keyOf(known.get(r.fix)!, r), r]))
    for (const f of before.get(root) ?? []) if (!wanted.delete(keyOf(f.fix_id, f))) lost.push(f.id)
    for (const r of wanted.values())
      found.add([
        root,
        known.get(r.fix)!,
        r.blocker,
        r.at,
        r.details === null ? null : JSON.stringify(r.details),
        `{${r.editions.join(',')}}`,
      ])
  }
  for (const root of gone) {
    const old = kept.get(root)
    if (old) count(counts, pages, old, undefined, [], days)
    for (const f of before.get(root) ?? []) lost.push(f.id)
  }
  if (gone.length > 0)
    await tx.db.execute(sql`delete from readiness where root_id = any(${sql.param([...gone])}::int[])`)
  if (lost.length > 0) await tx.db.execute(sql`delete from finding where id = any(${sql.param(lost)}::bigint[])`)
  if (rows.length > 0) {
    await tx.db.execute(sql`
      insert into readiness (root_id, type, blockers, open, sold, cells, soles, print)
      select r, t, b, o, s, decode(c, 'base64'), array(select jsonb_array_elements_text(l)::int), p
      from jsonb_to_recordset(${JSON.stringify(rows)}::jsonb) as x(r int, t text, b int, o smallint, s smallint,
          c text, l jsonb, p text)
      on conflict (root_id) do update
      set type = excluded.type, blockers = excluded.blockers, open = excluded.open, sold = excluded.sold,
        cells = excluded.cells, soles = excluded.soles, print = excluded.print`)
  }
  await copyInto(tx.client, found)
  await writeSums(tx.db, counts, pages)
}

/** Adds what a product's row changes in the sums. */
function count(
  counts: Sums,
  pages: Sums,
  old: StoredRow | undefined,
  cells: Uint8Array | undefined,
  soles: readonly number[],
  days: readonly (string | null)[],
) {
  days.forEach((day, n) => {
    if (day === null) return
    const was = old?.cells[n * cellBytes] ?? notSold
    const is = cells?.[n * cellBytes] ?? notSold
    const sold = Number(is !== notSold) - Number(was !== notSold)
    const ready = Number(is === 0) - Number(was === 0)
    if (sold !== 0 || ready !== 0) counts.add([day, n], sold, ready)
  })
  for (let n = 0; n < Math.max(soles.length, old?.soles.length ?? 0); n++) {
    const [was, is] = [old?.soles[n] ?? 0, soles[n] ?? 0]
    if (was === is) continue
    if (was !== 0) pages.add([was, n], -1)
    if (is !== 0) pages.add([is, n], 1)
  }
}

async function writeSums(db: Db, counts: Sums, pages: Sums) {
  const byDay = counts.rows().map(({ key, by }) => ({ d: key[0], e: Number(key[1]), s: by[0], r: by[1] }))
  if (byDay.length > 0)
    await db.execute(
      sql`
        insert into readiness_count (day, edition, sold, ready) select d, e, s, r
        from jsonb_to_recordset(${JSON.stringify(byDay)}::jsonb) as x(d date, e smallint, s int, r int)
      `,
    )
  const byFix = pages.rows().map(({ key, by }) => ({ f: Number(key[0]), e: Number(key[1]), p: by[0] }))
  if (byFix.length > 0)
    await db.execute(
      sql`
        insert into fix_count (fix_id, edition, pages) select f, e, p
        from jsonb_to_recordset(${JSON.stringify(byFix)}::jsonb) as x(f int, e smallint, p int)
      `,
    )
}

/** Puts sums that were written bit by bit together. */
export async function foldSums(tx: Tx): Promise<void> {
  await tx.db.execute(
    sql`
      with gone as (delete from readiness_count returning day, edition, sold, ready) insert into readiness_count
      select day, edition, sum(sold), sum(ready) from gone group by day, edition having sum(sold) <> 0
      or sum(ready) <> 0
    `,
  )
  await tx.db.execute(
    sql`
      with gone as (delete from fix_count returning fix_id, edition, pages) insert into fix_count
      select fix_id, edition, sum(pages) from gone group by fix_id, edition having sum(pages) <> 0
    `,
  )
}
