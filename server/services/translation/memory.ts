import type { Match } from '@contracts/translation'
import { createHash } from 'node:crypto'
import { setImmediate as yieldToEventLoop } from 'node:timers/promises'
import { addressOf, type Coded } from '@core/translation/coded'
import { createMemory, type Memory, type MemoryQuery } from '@core/translation/memory'
import { swapNumbers } from '@core/translation/swap-numbers'
import { tokensOf } from '@core/translation/tokens'
import type { Db } from '../../db/connect'
import { pairsAfter, pairsById, storePairs, type SearchRow } from '../../db/queries/memory-pairs'
import { readStamp } from '../../db/queries/setup'

interface Held {
  memory: Memory
  last: number
  stamp: number
}
const held = new Map<string, Promise<Held>>()
const primary = (language: string) => language.split('-')[0]!
const atOnce = 20_000

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
    const rows = await pairsAfter(db, source, target, { after: last, limit: atOnce })
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
  for (const r of await pairsAfter(db, source, target, { after: mine.last, limit: atOnce })) {
    mine.memory.add(entryOf(r))
    mine.last = Math.max(mine.last, r.id)
  }
  return mine.memory
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
  const byId = await pairsById(db, ids)
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
  return storePairs(db, rows, { from, to, personId })
}
