import { useVirtualizer } from '@tanstack/vue-virtual'
import type { Key } from './useKeys'

interface Walked<T> {
  count: Readonly<Ref<number | undefined>>
  row: (i: number) => T | undefined
  /** Asks for some consecutive rows, and gives those that are there then. */
  rowsBetween: (from: number, to: number) => Promise<T[]>
}

/** A list of lines that asks for those that come into view. */
export type Lines<T> = Walked<T> & { show: (from: number, to: number) => void }

/** So many rows are selected at most on the way to a far one; whole lists have actions of their own. */
const selectedAtMost = 2000

/**
 * Walking along a long list by keys, and selecting rows on the way. `at` is the row the keys act on, `reveal` scrolls to
 * a row, `page` is how many are seen at once. Give `walking` to `useKeys`, and `selecting` where rows can be selected.
 */
export function useListKeys<T, K = string>(
  list: Walked<T>,
  {
    at,
    reveal,
    page,
    keyOf,
    onMove,
  }: { at: Ref<number>; reveal: (i: number) => void; page: () => number; keyOf: (row: T) => K; onMove?: () => void },
) {
  const selected = shallowRef<ReadonlySet<K>>(new Set())
  const last = () => (list.count.value ?? 1) - 1
  // Where the list has become shorter, the keys stay on it.
  watch(list.count, (n) => {
    if (n !== undefined && at.value >= n) at.value = Math.max(0, n - 1)
  })
  function move(to: number) {
    at.value = Math.max(0, Math.min(last(), to))
    onMove?.()
    reveal(at.value)
  }
  function toggle(row: T | undefined) {
    if (row === undefined) return
    const next = new Set(selected.value)
    if (!next.delete(keyOf(row))) next.add(keyOf(row))
    selected.value = next
  }
  /** Marks all from the row in focus to another, and goes there. */
  async function selectTo(to: number) {
    const from = at.value
    move(to)
    const [top, bottom] = [Math.min(from, at.value), Math.max(from, at.value)]
    if (bottom - top >= selectedAtMost) return tell(`${numberShown(selectedAtMost)} rows can be selected at most`)
    selected.value = new Set([...selected.value, ...(await list.rowsBetween(top, bottom)).map(keyOf)])
  }
  const clearSelection = () => {
    selected.value = new Set()
  }
  const ways: [string, () => number, string][] = [
    ['ArrowDown', () => at.value + 1, 'Next'],
    ['ArrowUp', () => at.value - 1, 'Previous'],
    ['PageDown', () => at.value + page(), 'A page down'],
    ['PageUp', () => at.value - page(), 'A page up'],
    ['Home', () => 0, 'The first'],
    ['End', last, 'The last'],
  ]
  const walking: Key[] = ways.map(([keys, to, does]) => ({ keys, does, run: () => move(to()) }))
  const selecting: Key[] = [
    { keys: ' ', does: 'Select or deselect', run: () => toggle(list.row(at.value)) },
    ...ways.map(([keys, to], i): Key => ({
      keys: `Shift+${keys}`,
      does: i === 0 ? 'Select while moving' : '',
      run: () => void selectTo(to()),
    })),
  ]
  return { selected, move, toggle, selectTo, clearSelection, walking, selecting }
}

/**
 * A list of lines of one height, in pixels, under a head that stays where it has one, in the element `scroller`: what
 * of it is in view, and its keys.
 */
export function useLineList<T, K = string>(
  list: Lines<T>,
  {
    at,
    keyOf,
    lineHeight = 33,
    headHeight = 28,
  }: { at: Ref<number>; keyOf: (row: T) => K; lineHeight?: number; headHeight?: number },
) {
  const scroller = useTemplateRef<HTMLElement>('scroller')
  const virtual = useVirtualizer(
    computed(() => ({
      count: list.count.value ?? 0,
      getScrollElement: () => scroller.value,
      estimateSize: () => lineHeight,
      overscan: 12,
      scrollPaddingEnd: headHeight,
    })),
  )
  const rows = computed(() => virtual.value.getVirtualItems())
  watch(rows, (r) => {
    if (r.length) list.show(r[0]!.index, r.at(-1)!.index)
  })
  const reveal = (i: number) => virtual.value.scrollToIndex(i)
  return {
    virtual,
    rows,
    reveal,
    ...useListKeys(list, {
      at,
      reveal,
      page: () => Math.floor((scroller.value?.clientHeight ?? 400) / lineHeight) - 2,
      keyOf,
    }),
  }
}
