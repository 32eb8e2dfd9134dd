/**
 * A long list read page by page as it is scrolled: row `i` is there once its page has come. Pages of an older
 * question are thrown away.
 */
export function usePages<T>(
  ask: (offset: number, limit: number, signal: AbortSignal) => Promise<{ items: T[]; count: number }>,
  on: () => unknown,
  size = 100,
) {
  const count = ref<number>()
  const pages = shallowRef(new Map<number, T[]>())
  const problem = shallowRef<ApiProblem>()
  const busy = ref(false)
  let going = new AbortController()
  const asked = new Set<number>()
  const under = new Map<number, Promise<void>>()
  /** Asks for a page, once; where it is under way already, waits for that. */
  function load(page: number): Promise<void> {
    if (asked.has(page)) return under.get(page) ?? Promise.resolve()
    asked.add(page)
    const mine = fetchPage(page).finally(() => {
      if (under.get(page) === mine) under.delete(page)
    })
    under.set(page, mine)
    return mine
  }
  async function fetchPage(page: number) {
    const { signal } = going
    busy.value = true
    try {
      const answer = await ask(page * size, size, signal)
      if (signal.aborted) return
      // The first page of a new question takes the place of all pages of the old one.
      pages.value = new Map([...(page === first ? [] : pages.value), [page, answer.items]])
      if (page === first) first = -1
      count.value = answer.count
      problem.value = undefined
    } catch (e) {
      asked.delete(page)
      if (e instanceof ApiProblem && !signal.aborted) problem.value = e
    } finally {
      busy.value = false
    }
  }
  let first = 0
  function refresh() {
    going.abort()
    going = new AbortController()
    asked.clear()
    under.clear()
    first = 0
    void load(0)
  }
  let timer: ReturnType<typeof setTimeout> | undefined
  watch(
    on,
    () => {
      clearTimeout(timer)
      timer = setTimeout(refresh, count.value === undefined ? 0 : 80)
    },
    { immediate: true, deep: true },
  )
  const row = (i: number): T | undefined => pages.value.get(Math.floor(i / size))?.[i % size]
  /** Asks for the pages that some consecutive rows lie on. */
  const show = (from: number, to: number) => {
    for (let p = Math.floor(from / size); p <= Math.floor(to / size); p++) void load(p)
  }
  /** Waits until some consecutive rows are there. */
  const ensure = (from: number, to: number) =>
    Promise.all(
      Array.from({ length: Math.floor(to / size) - Math.floor(from / size) + 1 }, (_, i) =>
        load(Math.floor(from / size) + i),
      ),
    )
  /** The same, and gives the rows that are there then. */
  async function rowsBetween(from: number, to: number): Promise<T[]> {
    await ensure(from, to)
    return Array.from({ length: to - from + 1 }, (_, i) => row(from + i)).filter((r) => r !== undefined)
  }
  /** Asks anew for what was shown, after a change: the old rows stay until the new ones come. */
  function renew(from: number, to: number) {
    asked.clear()
    under.clear()
    return ensure(from, to)
  }
  return { count, row, show, rowsBetween, renew, problem, busy, refresh }
}
