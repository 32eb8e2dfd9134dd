/** A set of product numbers, 32 to a word. */
export type Bitmap = Uint32Array

/** The set of some numbers, each 0 or more. */
export function bitmapOf(numbers: Iterable<number>, size: number): Bitmap {
  const map = new Uint32Array(Math.ceil((size + 1) / 32))
  for (const n of numbers) map[n >>> 5]! |= 1 << (n & 31)
  return map
}

/** Whether a number is in a set. */
export function hasBit(map: Bitmap, n: number): boolean {
  return ((map[n >>> 5] ?? 0) & (1 << (n & 31))) !== 0
}

/** Puts a number in, or takes it out; the set must be large enough for it. */
export function setBit(map: Bitmap, n: number, on: boolean): void {
  if (on) map[n >>> 5]! |= 1 << (n & 31)
  else map[n >>> 5]! &= ~(1 << (n & 31))
}

/** What is in both sets. */
export function both(a: Bitmap, b: Bitmap): Bitmap {
  const map = new Uint32Array(Math.min(a.length, b.length))
  for (let i = 0; i < map.length; i++) map[i] = a[i]! & b[i]!
  return map
}

/** What is in the first set and not in the second. */
export function without(a: Bitmap, b: Bitmap): Bitmap {
  const map = a.slice()
  for (let i = 0; i < Math.min(a.length, b.length); i++) map[i] = map[i]! & ~b[i]!
  return map
}

/** What is in any of some sets. */
export function either(maps: readonly Bitmap[]): Bitmap {
  const map = new Uint32Array(Math.max(0, ...maps.map((m) => m.length)))
  for (const m of maps) for (let i = 0; i < m.length; i++) map[i]! |= m[i]!
  return map
}

/**
 * How many numbers are in a set: bits of each word added up in parallel (Warren, Hacker's Delight, figure 5-2; from
 * memory).
 */
export function countBits(map: Bitmap): number {
  let n = 0
  for (let i = 0; i < map.length; i++) {
    let w = map[i]!
    if (w === 0) continue
    w -= (w >>> 1) & 0x55555555
    w = (w & 0x33333333) + ((w >>> 2) & 0x33333333)
    n += Math.imul((w + (w >>> 4)) & 0x0f0f0f0f, 0x01010101) >>> 24
  }
  return n
}

/** The numbers in a set, in order, at most so many. */
export function numbersIn(map: Bitmap, most = Infinity): number[] {
  const list: number[] = []
  for (let i = 0; i < map.length && list.length < most; i++) {
    for (let w = map[i]!; w !== 0 && list.length < most; w &= w - 1) list.push(i * 32 + 31 - Math.clz32(w & -w))
  }
  return list
}
