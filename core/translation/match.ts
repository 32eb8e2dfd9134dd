/**
 * Counts how two token sequences differ, for one query held against many. Sequences are numbers of a common vocabulary.
 */
export interface Distance {
  /** The Levenshtein distance to `other`, or anything above `most` where it is greater than that. */
  to(other: Int32Array, from: number, length: number, most: number): number
  /** Gives the masks back. */
  end(): void
}

/**
 * The distance from one sequence. Up to 32 tokens it is counted bit-parallel (Myers 1999, in the form of Hyyrö 2003);
 * beyond, in a band of the width asked for (Ukkonen 1985). `masks` is longer than the highest number of a token and all
 * zeros; it is lent until `end`.
 */
export function distanceFrom(query: Int32Array, masks: Int32Array): Distance {
  const n = query.length
  if (n === 0) return { to: (_other, _from, length) => length, end: () => undefined }
  if (n > 32) return banded(query)
  const top = 1 << (n - 1)
  for (let i = 0; i < n; i++) masks[query[i]!]! |= 1 << i
  return {
    end() {
      for (let i = 0; i < n; i++) masks[query[i]!] = 0
    },
    to(other, from, length, most) {
      let vp = -1
      let vn = 0
      let d = n
      for (let j = 0; j < length; j++) {
        const eq = masks[other[from + j]!]!
        const xv = eq | vn
        const xh = (((eq & vp) + vp) ^ vp) | eq
        let hp = vn | ~(xh | vp)
        let hn = vp & xh
        if (hp & top) d++
        if (hn & top) d--
        // What is left can lower the distance by one a token.
        if (d - (length - 1 - j) > most) {
          d = most + 1
          break
        }
        hp = (hp << 1) | 1
        hn <<= 1
        vp = hn | ~(xv | hp)
        vn = hp & xv
      }
      return d
    },
  }
}

function banded(query: Int32Array): Distance {
  const n = query.length
  let row = new Int32Array(n + 1)
  let next = new Int32Array(n + 1)
  return {
    end: () => undefined,
    to(other, from, length, most) {
      if (Math.abs(n - length) > most) return most + 1
      const far = most + 1
      for (let i = 0; i <= n; i++) row[i] = i <= most ? i : far
      for (let j = 1; j <= length; j++) {
        const low = Math.max(1, j - most)
        const high = Math.min(n, j + most)
        next.fill(far)
        next[0] = j <= most ? j : far
        let best = next[0]!
        const token = other[from + j - 1]!
        for (let i = low; i <= high; i++) {
          const d = Math.min(row[i - 1]! + (query[i - 1] === token ? 0 : 1), row[i]! + 1, next[i - 1]! + 1, far)
          next[i] = d
          if (d < best) best = d
        }
        if (best > most) return far
        ;[row, next] = [next, row]
      }
      return row[n]!
    },
  }
}

/** How many of two lists differ, held against each other place by place; what only one has was counted as an edit. */
export function differing(a: ArrayLike<number>, b: ArrayLike<number>): number {
  const n = Math.min(a.length, b.length)
  let out = 0
  for (let i = 0; i < n; i++) if (a[i] !== b[i]) out++
  return out
}

/**
 * The score of a match in whole numbers: ⌊100 · (m − d) / m⌋ with m the larger token count and d the distance, less one
 * for each placeholder and number that differs, less one where all tokens agree but the text does not. No tokens: no
 * match.
 */
export function scoreOf({
  m,
  d,
  numbers,
  addresses,
  sameText,
}: {
  m: number
  d: number
  numbers: number
  addresses: number
  sameText: boolean
}): number {
  if (m === 0) return 0
  const deducted = numbers + addresses
  return Math.floor((100 * (m - d)) / m) - deducted - (d === 0 && deducted === 0 && !sameText ? 1 : 0)
}

/** The most edits at which a larger token count still reaches a score. */
export const mostEdits = (m: number, score: number): number => {
  let d = Math.floor(((100 - score) * m) / 100)
  // The quotient of floats can fall on the wrong side of a whole number.
  while (Math.floor((100 * (m - d - 1)) / m) >= score && d < m) d++
  while (d > 0 && Math.floor((100 * (m - d)) / m) < score) d--
  return d
}
