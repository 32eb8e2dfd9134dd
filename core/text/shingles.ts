import { wordsOf } from '../house-style/count'
import { fold } from './fold'

/** Words that follow each other and are taken together. */
const together = 3
/** Numbers in a signature, and how many of them make a band: texts that share a band are looked at more closely. */
const size = 64
const band = 4

const latin = (s: string) => !/[^\u0020-\u02ff\u1e00-\u1eff\u2010-\u2027\u202f\u2030-\u205f\u20ac\ufffc]/.test(s)

/** A number for a text, FNV-1a. */
function hashOf(text: string): number {
  let h = 2166136261
  for (let i = 0; i < text.length; i++) h = Math.imul(h ^ text.charCodeAt(i), 16777619)
  return h >>> 0
}

/** The shingles of a text, as numbers: every three words in a row, folded; of shorter texts the words. */
export function shinglesOf(text: string, language: string): Set<number> {
  const words = wordsOf(text, { latin: latin(text), language }).map((w) => fold(w.word))
  if (words.length < together) return new Set(words.map(hashOf))
  return new Set(
    words.slice(0, words.length - together + 1).map((_, i) => hashOf(words.slice(i, i + together).join(' '))),
  )
}

/** Of two sets of shingles: what they share of all that either has (Jaccard), 0 to 1. */
export function shareOf(a: ReadonlySet<number>, b: ReadonlySet<number>): number {
  if (a.size === 0 && b.size === 0) return 1
  let both = 0
  for (const x of a) if (b.has(x)) both++
  return both / (a.size + b.size - both)
}

const factors = Uint32Array.from({ length: size }, (_, i) => (Math.imul(i + 1, 0x9e3779b1) | 1) >>> 0)

/**
 * The least of each of 64 scatterings of a set of shingles: two sets have as many of them alike as they share of all
 * that either has, give or take. A. Broder: On the resemblance and containment of documents (1997).
 */
export function signatureOf(shingles: ReadonlySet<number>): Uint32Array {
  const out = new Uint32Array(size).fill(0xffffffff)
  for (const s of shingles) {
    for (let i = 0; i < size; i++) {
      // Multiplied and folded, so that every bit counts (the finaliser of MurmurHash3, from memory).
      let h = Math.imul(s ^ factors[i]!, factors[i]!)
      h = Math.imul(h ^ (h >>> 15), 0x85ebca6b)
      h = (h ^ (h >>> 13)) >>> 0
      if (h < out[i]!) out[i] = h
    }
  }
  return out
}

/** How much two signatures are alike, 0 to 1. */
export function likeness(a: Uint32Array, b: Uint32Array): number {
  let same = 0
  for (let i = 0; i < size; i++) if (a[i] === b[i]) same++
  return same / size
}

/**
 * A group of texts that say nearly the same, by their places in the list, with the least likeness that holds it
 * together.
 */
export interface Alike {
  places: number[]
  least: number
}

/**
 * Groups of texts whose signatures are alike at least so much, the largest first. Only texts that share a band are
 * compared.
 */
export function groupAlike(signatures: readonly Uint32Array[], least: number): Alike[] {
  const leader = signatures.map((_, i) => i)
  const top = (i: number): number => {
    while (leader[i] !== i) i = leader[i] = leader[leader[i]!]!
    return i
  }
  const weakest = new Map<number, number>()
  for (let b = 0; b < size; b += band) {
    const buckets = new Map<string, number>()
    signatures.forEach((s, i) => {
      const key = s.subarray(b, b + band).join()
      const first = buckets.get(key)
      if (first === undefined) return void buckets.set(key, i)
      const [x, y] = [top(first), top(i)]
      if (x === y) return undefined
      const like = likeness(signatures[first]!, s)
      if (like < least) return undefined
      leader[y] = x
      weakest.set(x, Math.min(like, weakest.get(x) ?? 1, weakest.get(y) ?? 1))
      return undefined
    })
  }
  const groups = new Map<number, number[]>()
  signatures.forEach((_, i) => groups.set(top(i), [...(groups.get(top(i)) ?? []), i]))
  return [...groups]
    .filter(([, places]) => places.length > 1)
    .map(([x, places]) => ({ places, least: weakest.get(x) ?? 1 }))
    .sort((a, b) => b.places.length - a.places.length || a.places[0]! - b.places[0]!)
}
