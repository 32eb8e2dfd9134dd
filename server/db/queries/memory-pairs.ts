import { sql } from 'drizzle-orm'
import type { ListedPair, MemoryPairs } from '@contracts/translation'
import type { QueryOf } from '@contracts/operations'
import type { Placeholder } from '@core/translation/coded'
import type { TmxPair } from '@core/translation/exchange/tmx'
import { nowDate } from '../../clock'
import { database, type Db } from '../connect'
import { likePattern } from './like'
import { raiseStamp } from './setup'

const primary = (language: string) => language.split('-')[0]!

/** A pair as it is searched for: its source in tokens; moments are milliseconds. */
export interface SearchRow {
  id: number
  source: string
  tokens: string[]
  numbers: string[]
  addresses: string[]
  before: string
  after: string
  at: number
}

/** Pairs between two languages in all their variants after one, in the order of their numbers. */
export async function pairsAfter(
  db: Db,
  source: string,
  target: string,
  { after, limit }: { after: number; limit: number },
): Promise<SearchRow[]> {
  const { rows } = await db.execute<SearchRow & Record<string, unknown>>(sql`
    select id, source, tokens, numbers, addresses, before, after, (extract(epoch from changed) * 1000)::float8 as at
    from memory_pair
    where split_part(source_language, '-', 1) = ${primary(source)}
    and split_part(target_language, '-', 1) = ${primary(target)} and id > ${after} order by id limit ${limit}`)
  return rows.map((r) => ({ ...r, id: Number(r.id) }))
}

/** A pair as it is shown, with the name of whoever wrote it. */
export interface PairRow extends Record<string, unknown> {
  id: number
  source: string
  source_placeholders: Placeholder[]
  target: string
  target_placeholders: Placeholder[]
  target_language: string
  origin: string
  name: string | null
  changed: Date
}

/** Some pairs by number. */
export async function pairsById(db: Db, ids: readonly number[]): Promise<Map<number, PairRow>> {
  const { rows } = await db.execute<PairRow>(sql`
    select m.id, m.source, m.source_placeholders, m.target, m.target_placeholders, m.target_language, m.origin, p.name,
      m.changed from memory_pair m left join person p on p.id = m.person_id
    where m.id = any(${sql.param([...ids])}::bigint[])`)
  return new Map(rows.map((r) => [Number(r.id), r]))
}

/** A pair as it is stored, with the key of its source in its place. */
export interface StoredPair {
  key: string
  source: string
  sp: Placeholder[]
  target: string
  tp: Placeholder[]
  before: string
  after: string
  tokens: string[]
  numbers: string[]
  addresses: string[]
  origin: string
  changed: string
}

/** Stores pairs in the place of older ones with the same key. Returns how many were not known. */
export async function storePairs(
  db: Db,
  pairs: readonly StoredPair[],
  { from, to, personId }: { from: string; to: string; personId: number | null },
): Promise<number> {
  const { rows } = await db.execute<{ fresh: boolean }>(sql`
    insert into memory_pair (key, source_language, target_language, source, source_placeholders, target,
      target_placeholders, before, after, tokens, numbers, addresses, origin, person_id, changed)
    select r.key, ${from}, ${to}, r.source, r.sp, r.target, r.tp, r.before, r.after, r.tokens, r.numbers, r.addresses,
      r.origin, ${personId}::int, r.changed
    from jsonb_to_recordset(${JSON.stringify(pairs)}::jsonb) as r(key text, source text, sp jsonb, target text,
        tp jsonb, before text, after text, tokens text[], numbers text[], addresses text[], origin text,
        changed timestamptz)
    on conflict (source_language, target_language, key) do update
    set target = excluded.target, target_placeholders = excluded.target_placeholders, origin = excluded.origin,
      person_id = excluded.person_id, changed = excluded.changed
      where memory_pair.changed <= excluded.changed
    returning (xmax = 0) as fresh`)
  return rows.filter((r) => r.fresh).length
}

/**
 * Pairs whose source or target holds some words, the newest first; with `twice`, only those whose source has several
 * targets.
 */
export async function listPairs(q: QueryOf<'listMemory'>): Promise<MemoryPairs> {
  const like = q.q ? likePattern(q.q) : null
  const where = sql`
    (${like}::text is null or m.source ilike ${like} or m.target ilike ${like})
    and (${q.from ?? null}::text is null or m.source_language = ${q.from ?? null})
    and (${q.to ?? null}::text is null or m.target_language = ${q.to ?? null})
  `
  const { rows } = await database().execute<
    {
      id: number
      source: string
      target: string
      sl: string
      tl: string
      origin: string
      name: string | null
      changed: Date
      copies: number
      count: number
    } & Record<string, unknown>
  >(sql`
    with found as (select m.*,
      ${q.twice ? sql`count(*) over (partition by m.source_language, m.target_language, m.source)` : sql`1`}::int as copies
    from memory_pair m where ${where}),
    listed as (select * from found where ${q.twice ? sql`copies > 1` : sql`true`})
    select k.id, k.source, k.target, k.source_language as sl, k.target_language as tl, k.origin, p.name, k.changed,
      k.copies, (select count(*)::int from listed) as count
    from listed k left join person p on p.id = k.person_id
    order by ${q.twice ? sql`k.source, k.changed desc` : sql`k.changed desc, k.id desc`} limit ${q.limit}
    offset ${q.offset}`)
  // Beyond the end no row tells how many there are.
  const count = rows[0]?.count ?? (q.offset === 0 ? 0 : (await listPairs({ ...q, offset: 0, limit: 1 })).count)
  return {
    count,
    items: rows.map((r): ListedPair => ({
      id: Number(r.id),
      source: r.source,
      target: r.target,
      sourceLanguage: r.sl,
      targetLanguage: r.tl,
      origin: r.origin,
      person: r.name,
      changed: new Date(r.changed).toISOString(),
      copies: r.copies,
    })),
  }
}

/** Deletes pairs. Returns how many there were. */
export async function deletePairs(db: Db, ids: readonly number[]): Promise<number> {
  const { rows } = await db.execute(
    sql`delete from memory_pair where id = any(${sql.param([...ids])}::bigint[]) returning id`,
  )
  await raiseStamp(db, 'memory')
  return rows.length
}

/**
 * The language that a pair translates into, locked until the transaction ends; undefined where there is no such pair.
 */
export async function targetLanguageOfPair(db: Db, id: number): Promise<string | undefined> {
  const { rows } = await db.execute<{ language: string }>(
    sql`select target_language as language from memory_pair where id = ${id} for update`,
  )
  return rows[0]?.language
}

/** Gives a pair another target. Returns whether there is such a pair. */
export async function correctPair(db: Db, id: number, target: string, personId: number): Promise<boolean> {
  const { rows } = await db.execute(
    sql`
      update memory_pair set target = ${target}, person_id = ${personId}, changed = ${nowDate().toISOString()}
      where id = ${id} returning id
    `,
  )
  return rows.length > 0
}

/** A pair with the languages of both sides, as a file holds it. */
export async function pairsForExport(
  { from, to }: { from?: string; to?: string },
  { after, limit }: { after: number; limit: number },
): Promise<{ id: number; pair: TmxPair }[]> {
  const { rows } = await database().execute<
    {
      id: number
      source: string
      sp: Placeholder[]
      target: string
      tp: Placeholder[]
      sl: string
      tl: string
      before: string
      after: string
      origin: string
      changed: Date
    } & Record<string, unknown>
  >(sql`
    select id, source, source_placeholders as sp, target, target_placeholders as tp, source_language as sl,
      target_language as tl, before, after, origin, changed from memory_pair
    where id > ${after} and (${from ?? null}::text is null or source_language = ${from ?? null})
    and (${to ?? null}::text is null or target_language = ${to ?? null}) order by id limit ${limit}`)
  return rows.map((r) => ({
    id: Number(r.id),
    pair: {
      source: { text: r.source, placeholders: r.sp },
      target: { text: r.target, placeholders: r.tp },
      languages: { source: r.sl, target: r.tl },
      before: r.before,
      after: r.after,
      origin: r.origin,
      at: new Date(r.changed).getTime(),
    },
  }))
}
