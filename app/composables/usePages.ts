/**
 * A long list read page by page as it is scrolled: row `i` is there once its page has come. Pages of an older
 * question are thrown away.
 */
export function usePages<T>(ask: (offset: number, limit: number, signal: AbortSignal) => Promise<{ items: T[]; count: number }>, on: () => unknown, size = 100) {
  const count = ref<number>()
  const pages = shallowRef(new Map<number, T[]>())
  const problem = shallowRef<ApiProblem>()
  const busy = ref(false)
  let going = new AbortController()
  const asked = new Set<number>()
  async function load(page: number) {
    if (asked.has(page)) return
    asked.add(page)
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
    first = 0
    void load(0)
  }
  let timer: ReturnType<typeof setTimeout> | undefined
  watch(on, () => {
    clearTimeout(timer)
    timer = setTimeout(refresh, count.value === undefined ? 0 : 80)
  }, { immediate: true, deep: true })
  const row = (i: number): T | undefined => pages.value.get(Math.floor(i / size))?.[i % size]
  /** Asks for the pages that a stretch of rows lies on. */
  const show = (from: number, to: number) => { for (let p = Math.floor(from / size); p <= Math.floor(to / size); p++) void load(p) }
  return { count, row, show, problem, busy, refresh }
}
