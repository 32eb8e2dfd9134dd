/**
 * Draws the rows of a long list few at a time: however far a wheel turns, no frame has more than some of them to draw,
 * and the page never stops answering. `wanted` gives the rows that could be drawn whole, by number; those in the middle
 * come first. A row that left is drawn anew when it comes back.
 */
export function useDrawing(wanted: () => number[], perFrame: number) {
  const drawn = shallowRef<ReadonlySet<number>>(new Set())
  let frame = 0
  function draw() {
    frame = 0
    const rows = wanted()
    const next = new Set(rows.filter((i) => drawn.value.has(i)))
    const middle = rows.length === 0 ? 0 : (rows[0]! + rows.at(-1)!) / 2
    const missing = rows.filter((i) => !next.has(i)).sort((a, b) => Math.abs(a - middle) - Math.abs(b - middle))
    for (const i of missing.slice(0, perFrame)) next.add(i)
    if (missing.length > 0 || next.size < drawn.value.size) drawn.value = next
    if (missing.length > perFrame) frame = requestAnimationFrame(draw)
  }
  /** In the frame after this one, which has its own work: rows have gone and come. */
  function ask() {
    frame ||= requestAnimationFrame(() => {
      frame = requestAnimationFrame(draw)
    })
  }
  watch(wanted, ask, { immediate: true })
  onScopeDispose(() => cancelAnimationFrame(frame))
  /** Whether a row is drawn whole by now. */
  return (i: number) => drawn.value.has(i)
}
