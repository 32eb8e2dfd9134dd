/**
 * Places along a line, pushed apart so that each has room to be pressed: in their order, at least `gap` from each
 * other, between 0 and `length`, and no farther from where they belong than that takes. Where there is no room for all,
 * they stand evenly.
 */
export function spread(wanted: readonly number[], { gap, length }: { gap: number; length: number }): number[] {
  const room = wanted.length > 1 ? Math.min(gap, length / (wanted.length - 1)) : gap
  const out: number[] = []
  for (const place of wanted) out.push(Math.max(place, out.length > 0 ? out.at(-1)! + room : 0))
  // What was pushed beyond the end is pushed back, and what stands before it with it.
  let most = length
  for (let i = out.length - 1; i >= 0 && out[i]! > most; i--) {
    out[i] = most
    most -= room
  }
  return out
}
