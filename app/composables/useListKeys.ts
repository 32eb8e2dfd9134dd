import type { Key } from './useKeys'

interface Walked<T> {
  count: Readonly<Ref<number | undefined>>
  row: (i: number) => T | undefined
  ensure: (from: number, to: number) => Promise<unknown>
}

/** So many rows are marked at most on the way to a far one; whole lists have actions of their own. */
const markedAtMost = 2000

/**
 * Walking along a long list by keys, and marking rows on the way. `at` is the row the keys act on, `reveal` scrolls to a
 * row, `page` is how many are seen at once. Give `walking` to `useKeys`, and `marking` where rows can be marked.
 */
export function useListKeys<T, K = string>(list: Walked<T>, { at, reveal, page, keyOf, onMove }: { at: Ref<number>; reveal: (i: number) => void; page: () => number; keyOf: (row: T) => K; onMove?: () => void }) {
  const marked = shallowRef<ReadonlySet<K>>(new Set())
  const last = () => (list.count.value ?? 1) - 1
  function move(to: number) {
    at.value = Math.max(0, Math.min(last(), to))
    onMove?.()
    reveal(at.value)
  }
  function toggle(row: T | undefined) {
    if (row === undefined) return
    const next = new Set(marked.value)
    if (!next.delete(keyOf(row))) next.add(keyOf(row))
    marked.value = next
  }
  /** Marks all from the row in focus to another, and goes there. */
  async function markTo(to: number) {
    const from = at.value
    move(to)
    const [top, bottom] = [Math.min(from, at.value), Math.max(from, at.value)]
    if (bottom - top >= markedAtMost) return tell(`${markedAtMost.toLocaleString('en-GB')} at once are the most that are marked`)
    await list.ensure(top, bottom)
    const rows = Array.from({ length: bottom - top + 1 }, (_, i) => list.row(top + i)).filter((r): r is Awaited<T> & T => r !== undefined)
    marked.value = new Set([...marked.value, ...rows.map(keyOf)])
  }
  const unmark = () => { marked.value = new Set() }
  const ways: [string, () => number, string][] = [
    ['ArrowDown', () => at.value + 1, 'Next'], ['ArrowUp', () => at.value - 1, 'The one before'], ['PageDown', () => at.value + page(), 'A page down'], ['PageUp', () => at.value - page(), 'A page up'], ['Home', () => 0, 'The first'], ['End', last, 'The last'],
  ]
  const walking: Key[] = ways.map(([keys, to, does]) => ({ keys, does, run: () => move(to()) }))
  const marking: Key[] = [
    { keys: ' ', does: 'Mark it, or not', run: () => toggle(list.row(at.value)) },
    ...ways.map(([keys, to], i): Key => ({ keys: `Shift+${keys}`, does: i === 0 ? 'Mark on the way, with each of these' : '', run: () => void markTo(to()) })),
  ]
  return { marked, move, toggle, markTo, unmark, walking, marking }
}
