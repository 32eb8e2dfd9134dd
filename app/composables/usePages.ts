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
      // The first page that comes of a new question takes the place of all pages of the old one.
      pages.value = new Map([...(isOfBefore ? [] : pages.value), [page, answer.items]])
      isOfBefore = false
      count.value = answer.count
      problem.value = undefined
    } catch (e) {
      if (signal.aborted) return
      asked.delete(page)
      if (e instanceof ApiProblem) problem.value = e
    } finally {
      if (!signal.aborted) busy.value = false
    }
  }
  /** Whether the pages that are there answer the question before. */
  let isOfBefore = false
  /** From here on every page is asked for anew, and what is still under way comes too late. */
  function begin() {
    going.abort()
    going = new AbortController()
    asked.clear()
    under.clear()
  }
  function refresh() {
    begin()
    isOfBefore = true
    void load(0)
  }
  let timer: ReturnType<typeof setTimeout> | undefined
  watch(
    // What says the same is the same question, also where what it is read from was read anew.
    () => JSON.stringify(on()),
    () => {
      clearTimeout(timer)
      timer = setTimeout(refresh, count.value === undefined ? 0 : 80)
    },
    { immediate: true },
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
    begin()
    return ensure(from, to)
  }
  return { count, row, show, rowsBetween, renew, problem, busy, refresh }
}
