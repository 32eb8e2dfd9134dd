import type { QueryOf } from '@contracts/operations'
import type { MemoryPairs, Match, ListedPair } from '@contracts/translation'
import { createHash } from 'node:crypto'
import { setImmediate as yieldToEventLoop } from 'node:timers/promises'
import { sql } from 'drizzle-orm'
import { addressOf, type Coded, type Placeholder } from '@core/translation/coded'
import { createMemory, type Memory, type MemoryQuery } from '@core/translation/memory'
import { swapNumbers } from '@core/translation/swap-numbers'
import { tokensOf } from '@core/translation/tokens'
import { nowDate } from '../../clock'
import { database, type Db } from '../../db/connect'
import { raiseStamp, readStamp } from '../../db/queries/setup'
import { likePattern } from '../../db/queries/like'

interface Held {
  memory: Memory
  last: number
  stamp: number
}
const held = new Map<string, Promise<Held>>()
const primary = (language: string) => language.split('-')[0]!
const atOnce = 20_000

interface SearchRow {
  id: number
  source: string
  tokens: string[]
  numbers: string[]
  addresses: string[]
  before: string
  after: string
  at: number
}

async function rowsAfter(db: Db, source: string, target: string, last: number): Promise<SearchRow[]> {
  const { rows } = await db.execute<SearchRow & Record<string, unknown>>(sql`
    select id, source, tokens, numbers, addresses, before, after, (extract(epoch from changed) * 1000)::float8 as at
    from memory_pair
    where split_part(source_language, '-', 1) = ${primary(source)}
    and split_part(target_language, '-', 1) = ${primary(target)} and id > ${last} order by id limit ${atOnce}`)
  return rows.map((r) => ({ ...r, id: Number(r.id) }))
}

const entryOf = (r: SearchRow) => ({
  id: r.id,
  text: r.source,
  tokens: { tokens: r.tokens, numbers: r.numbers, addresses: r.addresses },
  before: r.before,
  after: r.after,
  at: r.at,
})

async function open(db: Db, source: string, target: string): Promise<Held> {
  const stamp = await readStamp(db, 'memory')
  const entries: ReturnType<typeof entryOf>[] = []
  for (let last = 0; ;) {
    const rows = await rowsAfter(db, source, target, last)
    for (const r of rows) entries.push(entryOf(r))
    if (rows.length < atOnce) break
    last = rows.at(-1)!.id
    await yieldToEventLoop()
  }
  return { memory: createMemory(source, entries), last: entries.at(-1)?.id ?? 0, stamp }
}

/** The memory of a pair of languages in all their variants, with what was added since it was last asked for. */
export async function memoryOf(db: Db, source: string, target: string): Promise<Memory> {
  const key = `${primary(source)} ${primary(target)}`
  if (!held.has(key))
    held.set(
      key,
      open(db, source, target).catch((e: unknown) => {
        held.delete(key)
        throw e
      }),
    )
  let mine = await held.get(key)!
  // What was deleted or whose source was changed cannot be told from ids.
  if (mine.stamp !== (await readStamp(db, 'memory'))) {
    held.delete(key)
    held.set(key, open(db, source, target))
    mine = await held.get(key)!
  }
  for (const r of await rowsAfter(db, source, target, mine.last)) {
    mine.memory.add(entryOf(r))
    mine.last = Math.max(mine.last, r.id)
  }
  return mine.memory
}

interface PairRow extends Record<string, unknown> {
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

/** What the best matches of several queries are, in their order; one question to the database for all of them. */
export async function findMatches(
  db: Db,
  queries: readonly MemoryQuery[],
  { from, to, least = 70, most = 5 }: { from: string; to: string; least?: number; most?: number },
): Promise<Match[][]> {
  const memory = await memoryOf(db, from, to)
  const found = queries.map((q) => memory.find(q, { least, most }))
  const ids = [...new Set(found.flat().map((m) => m.id))]
  if (ids.length === 0) return queries.map(() => [])
  const { rows } = await db.execute<PairRow>(sql`
    select m.id, m.source, m.source_placeholders, m.target, m.target_placeholders, m.target_language, m.origin, p.name,
      m.changed from memory_pair m left join person p on p.id = m.person_id
    where m.id = any(${sql.param(ids)}::bigint[])`)
  const byId = new Map(rows.map((r) => [Number(r.id), r]))
  return found.map((list, i) =>
    list.flatMap(({ id, score }): Match[] => {
      const r = byId.get(id)
      if (!r) return []
      const swapped =
        score < 100 && score >= 90
          ? swapNumbers({ source: r.source, target: r.target }, queries[i]!.text, { source: from, target: to })
          : undefined
      return [
        {
          id,
          score,
          source: { text: r.source, placeholders: r.source_placeholders },
          target: { text: swapped ?? r.target, placeholders: r.target_placeholders },
          swapped: swapped !== undefined && swapped !== r.target,
          variant: r.target_language === to ? null : r.target_language,
          origin: r.origin,
          person: r.name,
          changed: new Date(r.changed).toISOString(),
        },
      ]
    }),
  )
}

/** A pair to be remembered. */
export interface NewPair {
  source: Coded
  target: Coded
  before: string
  after: string
  origin: string
  at: number
}

const keyOf = (p: NewPair) =>
  createHash('sha256')
    .update(JSON.stringify([p.source.text, p.source.placeholders.map(addressOf), p.before, p.after]))
    .digest('base64url')
    .slice(0, 27)

/** Keeps pairs; a source in the same place has one target, the last. Returns how many were not known. */
export async function remember(
  db: Db,
  pairs: readonly NewPair[],
  { from, to, personId }: { from: string; to: string; personId: number | null },
): Promise<number> {
  const known = new Map(
    pairs.filter((p) => p.source.text !== '' && p.target.text.trim() !== '').map((p) => [keyOf(p), p]),
  )
  if (known.size === 0) return 0
  const rows = [...known].map(([key, p]) => {
    const { tokens, numbers, addresses } = tokensOf(p.source, from)
    return {
      key,
      source: p.source.text,
      sp: p.source.placeholders,
      target: p.target.text,
      tp: p.target.placeholders,
      before: p.before,
      after: p.after,
      tokens,
      numbers,
      addresses,
      origin: p.origin,
      changed: new Date(p.at).toISOString(),
    }
  })
  const { rows: done } = await db.execute<{ fresh: boolean }>(sql`
    insert into memory_pair (key, source_language, target_language, source, source_placeholders, target,
      target_placeholders, before, after, tokens, numbers, addresses, origin, person_id, changed)
    select r.key, ${from}, ${to}, r.source, r.sp, r.target, r.tp, r.before, r.after, r.tokens, r.numbers, r.addresses,
      r.origin, ${personId}::int, r.changed
    from jsonb_to_recordset(${JSON.stringify(rows)}::jsonb) as r(key text, source text, sp jsonb, target text,
        tp jsonb, before text, after text, tokens text[], numbers text[], addresses text[], origin text,
        changed timestamptz)
    on conflict (source_language, target_language, key) do update
    set target = excluded.target, target_placeholders = excluded.target_placeholders, origin = excluded.origin,
      person_id = excluded.person_id, changed = excluded.changed
      where memory_pair.changed <= excluded.changed
    returning (xmax = 0) as fresh`)
  return done.filter((d) => d.fresh).length
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
    kept as (select * from found where ${q.twice ? sql`copies > 1` : sql`true`})
    select k.id, k.source, k.target, k.source_language as sl, k.target_language as tl, k.origin, p.name, k.changed,
      k.copies, (select count(*)::int from kept) as count
    from kept k left join person p on p.id = k.person_id
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

/** Forgets pairs. Returns how many there were. */
export async function forget(db: Db, ids: readonly number[]): Promise<number> {
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
