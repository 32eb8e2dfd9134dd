import type { Coded } from './coded'
import { differing, distanceFrom, mostEdits, scoreOf } from './match'
import { tokensOf, type Tokens } from './tokens'

/** A pair of segments as the memory searches it: its source, and what tells its matches apart. */
export interface Remembered {
  id: number
  /** The coded source. */
  text: string
  tokens: Tokens
  /** The sources before and after it in its unit; '' is none. */
  before: string
  after: string
  /** When it was last changed, in milliseconds. */
  at: number
}

export interface MemoryQuery extends Coded {
  before?: string
  after?: string
}

export interface MemoryMatch {
  id: number
  /** 101 in context, 100 the same, down to `least`. */
  score: number
}

export interface Memory {
  /** The best matches, highest score first, then the newest, then by id. */
  find(query: MemoryQuery, options?: { least?: number; most?: number }): MemoryMatch[]
  /** The same answers, found by comparing with every segment of fitting length. For checks and benchmarks. */
  findSlowly(query: MemoryQuery, options?: { least?: number; most?: number }): MemoryMatch[]
  add(entry: Remembered): void
  remove(id: number): void
  readonly size: number
}

/** One source, with the pairs that have it. */
interface Row {
  text: string
  tokens: Int32Array
  numbers: Int32Array
  addresses: Int32Array
  pairs: { id: number; before: number; after: number; at: number }[]
}

const smallest = 70
/** The highest score first, then the newest, then by id. */
const inOrder = (x: MemoryMatch & { at: number }, y: MemoryMatch & { at: number }) =>
  y.score - x.score || y.at - x.at || x.id - y.id

const bounds = new Map<number, Int16Array>()
/** The most edits that still reach a score, by the larger token count. */
function boundsOf(least: number, longest: number): Int16Array {
  let found = bounds.get(least)
  if (!found || found.length <= longest)
    bounds.set(least, (found = Int16Array.from({ length: longest + 64 }, (_, m) => mostEdits(m, least))))
  return found
}

/** How many bits of a number are set. */
function bitsOf(x: number): number {
  x -= (x >>> 1) & 0x55555555
  x = (x & 0x33333333) + ((x >>> 2) & 0x33333333)
  return (((x + (x >>> 4)) & 0x0f0f0f0f) * 0x01010101) >>> 24
}
/** One of 64 bits for a token, spread over both halves. */
const bitOf = (token: number) => Math.imul(token, 0x9e3779b1) >>> 26
/** So many rows are compared one by one before the index is made anew. */
const unsorted = 2000

/**
 * A memory of one source language. Rows are numbered by their length, so that a length is a range of numbers, and are
 * found by their rarest ⌊0.3·n⌋ + 1 tokens: two sequences of n and m tokens that share at least t have one in common
 * among the rarest n − t + 1 and m − t + 1 (prefix filtering: Chaudhuri, Ganti and Kaushik 2006).
 */
export function createMemory(language: string, entries: Iterable<Remembered> = []): Memory {
  const words = new Map<string, number>()
  const wordOf = (text: string) => {
    let n = words.get(text)
    if (n === undefined) words.set(text, (n = words.size + 1))
    return n
  }
  // Most segments have neither numbers nor placeholders.
  const none = new Int32Array(0)
  const numbersOf = (list: readonly string[]) => (list.length === 0 ? none : Int32Array.from(list, wordOf))
  const byText = new Map<string, Row>()
  const rowOfId = new Map<number, Row>()
  let index = sorted([], 0)
  let recent: Row[] = []

  function put(entry: Remembered, into: Row[]) {
    drop(entry.id)
    const key = `${entry.text}\n${entry.tokens.addresses.join('\n')}`
    let row = byText.get(key)
    if (!row) {
      row = {
        text: entry.text,
        tokens: Int32Array.from(entry.tokens.tokens, wordOf),
        numbers: numbersOf(entry.tokens.numbers),
        addresses: numbersOf(entry.tokens.addresses),
        pairs: [],
      }
      byText.set(key, row)
      into.push(row)
    }
    row.pairs.push({
      id: entry.id,
      before: wordOf(`\n${entry.before}`),
      after: wordOf(`\n${entry.after}`),
      at: entry.at,
    })
    rowOfId.set(entry.id, row)
  }
  function drop(id: number) {
    const row = rowOfId.get(id)
    if (!row) return
    row.pairs = row.pairs.filter((p) => p.id !== id)
    rowOfId.delete(id)
  }
  const rebuild = () => {
    index = sorted([...index.rows, ...recent], words.size)
    recent = []
  }

  for (const e of entries) put(e, recent)
  rebuild()

  let masks = new Int32Array(words.size + 64)
  function asked(query: MemoryQuery) {
    const { tokens, numbers, addresses } = tokensOf(query, language)
    // Words that the memory does not know are numbered below nothing else's, each by itself.
    const strange = new Map<string, number>()
    const number = (w: string) => {
      const known = words.get(w)
      if (known !== undefined) return known
      let s = strange.get(w)
      if (s === undefined) strange.set(w, (s = words.size + 1 + strange.size))
      return s
    }
    const sequence = Int32Array.from(tokens, number)
    if (masks.length < words.size + tokens.length + 2) masks = new Int32Array(words.size + tokens.length + 4096)
    return {
      sequence,
      numbers: Int32Array.from(numbers, number),
      addresses: Int32Array.from(addresses, number),
      distance: distanceFrom(sequence, masks),
    }
  }

  type Asked = ReturnType<typeof asked>
  /** Keeps the best: what is compared next has to reach at least the last of them. */
  function best(query: MemoryQuery, { least = smallest, most = 5 }: { least?: number; most?: number }) {
    const found: (MemoryMatch & { at: number })[] = []
    const floor = Math.max(least, 1)
    const before = words.get(`\n${query.before ?? ''}`)
    const after = words.get(`\n${query.after ?? ''}`)
    return {
      least: () => (found.length < most ? floor : Math.max(floor, Math.min(100, found.at(-1)!.score))),
      take(row: Row, d: number, a: Asked) {
        const m = Math.max(row.tokens.length, a.sequence.length)
        const plain = scoreOf({
          m,
          d,
          numbers: differing(a.numbers, row.numbers),
          addresses: differing(a.addresses, row.addresses),
          sameText: row.text === query.text,
        })
        if (plain < floor) return
        for (const p of row.pairs) {
          const one = {
            id: p.id,
            score: plain === 100 && p.before === before && p.after === after ? 101 : plain,
            at: p.at,
          }
          // In a memory of templates very many are as good as the last: what comes after it is not put in order.
          if (found.length >= most && inOrder(found[most - 1]!, one) <= 0) continue
          let i = found.length
          while (i > 0 && inOrder(found[i - 1]!, one) > 0) i--
          found.splice(i, 0, one)
          if (found.length > most) found.length = most
        }
      },
      result: () => found.map(({ id, score }) => ({ id, score })),
    }
  }

  function compare(rows: readonly Row[], a: Asked, keep: ReturnType<typeof best>) {
    const n = a.sequence.length
    for (const row of rows) {
      const m = Math.max(n, row.tokens.length)
      const most = mostEdits(m, keep.least())
      if (row.pairs.length === 0 || Math.abs(n - row.tokens.length) > most) continue
      const d = a.distance.to(row.tokens, 0, row.tokens.length, most)
      if (d <= most) keep.take(row, d, a)
    }
  }

  return {
    get size() {
      return rowOfId.size
    },
    add(entry) {
      put(entry, recent)
      if (recent.length > unsorted + index.rows.length / 20) rebuild()
    },
    remove: drop,
    find(query, options = {}) {
      const a = asked(query)
      const keep = best(query, options)
      compare(recent, a, keep)
      index.search(a, keep)
      a.distance.end()
      return keep.result()
    },
    findSlowly(query, options = {}) {
      const a = asked(query)
      const keep = best(query, options)
      compare(recent, a, keep)
      compare(index.rows, a, keep)
      a.distance.end()
      return keep.result()
    },
  }
}

interface Sought {
  sequence: Int32Array
  numbers: Int32Array
  addresses: Int32Array
  distance: ReturnType<typeof distanceFrom>
}

/**
 * Rows by length, with the lists of those that have a token among their rarest. `vocabulary` is the highest number of a
 * token.
 */
function sorted(given: Row[], vocabulary: number) {
  const rows = given.filter((r) => r.pairs.length > 0).sort((a, b) => a.tokens.length - b.tokens.length)
  const frequency = new Int32Array(vocabulary + 1)
  for (const r of rows) for (const t of r.tokens) frequency[t]!++
  const often = (t: number) => (t < frequency.length ? frequency[t]! : 0)
  const rarest = (tokens: Int32Array) => Int32Array.from(tokens).sort((x, y) => often(x) - often(y) || x - y)
  const prefix = (n: number) => Math.floor((n * (100 - smallest)) / 100) + 1

  // Where each length begins, and all tokens in one run.
  const longest = rows.at(-1)?.tokens.length ?? 0
  const firstOf = new Int32Array(longest + 2)
  for (const r of rows) firstOf[r.tokens.length + 1]!++
  for (let l = 1; l < firstOf.length; l++) firstOf[l]! += firstOf[l - 1]!
  const offsets = new Int32Array(rows.length + 1)
  rows.forEach((r, i) => {
    offsets[i + 1] = offsets[i]! + r.tokens.length
  })
  const all = new Int32Array(offsets[rows.length]!)
  rows.forEach((r, i) => all.set(r.tokens, offsets[i]))
  // Which of 64 kinds of token a row has: each kind that only one side has costs an edit at least.
  const kinds = new Int32Array(rows.length * 2)
  const mark = (into: Int32Array, at: number, token: number) => {
    const bit = bitOf(token)
    into[at + (bit >> 5)]! |= 1 << (bit & 31)
  }
  rows.forEach((r, i) => {
    for (const t of r.tokens) mark(kinds, i * 2, t)
  })

  const starts = new Int32Array(vocabulary + 2)
  const prefixes = rows.map((r) => [...new Set(rarest(r.tokens).subarray(0, prefix(r.tokens.length)))])
  for (const p of prefixes) for (const t of p) starts[t + 1]!++
  for (let t = 1; t < starts.length; t++) starts[t]! += starts[t - 1]!
  const postings = new Int32Array(starts.at(-1)!)
  const filled = starts.slice()
  prefixes.forEach((p, i) => {
    for (const t of p) postings[filled[t]!++] = i
  })

  const seen = new Int32Array(rows.length)
  let turn = 0
  /** The first place in a list at which the number of a row is at least `row`. */
  const from = (low: number, high: number, row: number) => {
    while (low < high) {
      const mid = (low + high) >> 1
      if (postings[mid]! < row) low = mid + 1
      else high = mid
    }
    return low
  }
  return {
    rows,
    search(a: Sought, keep: { least(): number; take(row: Row, d: number, a: Sought): void }) {
      turn++
      const n = a.sequence.length
      if (n === 0) return
      const order = rarest(a.sequence)
      const mine = new Int32Array(2)
      for (const t of a.sequence) mark(mine, 0, t)
      const [mine0, mine1] = [mine[0]!, mine[1]!]
      const distance = a.distance
      let least = keep.least()
      let most = boundsOf(least, Math.max(n, longest))
      const shortest = (least: number) => Math.ceil((n * least) / 100)
      const farthest = (least: number) => Math.min(longest, Math.floor((n * 100) / least))
      for (let k = 0; k < n; k++) {
        // With a higher score to reach, fewer tokens have to be looked under.
        if (k > n - Math.ceil((n * least) / 100)) break
        const token = order[k]!
        if (token > vocabulary || (k > 0 && order[k - 1] === token)) continue
        const low = firstOf[Math.min(shortest(least), longest + 1)] ?? rows.length
        const high = firstOf[farthest(least) + 1] ?? rows.length
        const end = from(starts[token]!, starts[token + 1]!, high)
        for (let at = from(starts[token]!, end, low); at < end; at++) {
          const i = postings[at]!
          if (seen[i] === turn) continue
          seen[i] = turn
          const start = offsets[i]!
          const length = offsets[i + 1]! - start
          const edits = most[n > length ? n : length]!
          if (n - length > edits || length - n > edits) continue
          const [theirs0, theirs1] = [kinds[2 * i]!, kinds[2 * i + 1]!]
          if (
            bitsOf(mine0 & ~theirs0) + bitsOf(mine1 & ~theirs1) > edits ||
            bitsOf(theirs0 & ~mine0) + bitsOf(theirs1 & ~mine1) > edits
          )
            continue
          const d = distance.to(all, start, length, edits)
          if (d > edits) continue
          keep.take(rows[i]!, d, a)
          if (keep.least() !== least) {
            least = keep.least()
            most = boundsOf(least, Math.max(n, longest))
          }
        }
      }
    },
  }
}
