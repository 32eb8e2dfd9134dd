import type { Cloth, ClothBody, ClothFilter, ClothRow, ClothRowsBody } from '@contracts/readiness'

/** A line of the cloth: the head of a group, or a product, which is there once its page has come. */
export type ClothLine = { kind: 'group'; group: string } | { kind: 'row'; group: string | null; offset: number }

/** By what rows are grouped; in one list without. */
export type Grouping = ClothBody['by'] | null

const pageSize = 100

/** The cloth as it is asked for: its columns and groups at once, its rows page by page as they are scrolled to. */
export function useCloth(
  asked: () => { body: Partial<ClothFilter>; by: Grouping; sort: ClothRowsBody['sort']; edition: string | undefined },
) {
  const cloth = shallowRef<Cloth>()
  const problem = shallowRef<ApiProblem>()
  /** By what the cloth that is there is grouped; another may be on its way. */
  const grouping = shallowRef<Grouping>(null)
  const pages = shallowRef(new Map<string, ClothRow[]>())
  const loading = new Set<string>()
  let going = new AbortController()

  const lines = computed(() => {
    if (!cloth.value) return { total: 0, starts: [] as { at: number; code: string | null; products: number }[] }
    const groups: { code: string | null; products: number }[] = grouping.value
      ? cloth.value.groups
      : [{ code: null, products: cloth.value.products }]
    let at = 0
    const starts = groups.map((g) => {
      const start = { at, code: g.code, products: g.products }
      at += g.products + (g.code === null ? 0 : 1)
      return start
    })
    return { total: at, starts }
  })
  /** What stands in a line. */
  function line(i: number): ClothLine {
    const { starts } = lines.value
    let low = 0
    for (let high = starts.length - 1; low < high;) {
      const mid = (low + high + 1) >> 1
      if (starts[mid]!.at <= i) low = mid
      else high = mid - 1
    }
    const group = starts[low]!
    if (group.code === null) return { kind: 'row', group: null, offset: i }
    return i === group.at
      ? { kind: 'group', group: group.code }
      : { kind: 'row', group: group.code, offset: i - group.at - 1 }
  }
  const pageOf = (l: { group: string | null; offset: number }) => `${l.group ?? ''}\n${Math.floor(l.offset / pageSize)}`
  const row = (i: number): ClothRow | undefined => {
    const l = line(i)
    return l.kind === 'row' ? pages.value.get(pageOf(l))?.[l.offset % pageSize] : undefined
  }
  /** Asks for the pages that some lines stand on. */
  function show(from: number, to: number) {
    for (let i = from; i <= to && i < lines.value.total; i++) {
      const l = line(i)
      if (l.kind === 'row') void load(l)
    }
  }
  async function load(l: { group: string | null; offset: number }) {
    const key = pageOf(l)
    if (loading.has(key)) return
    loading.add(key)
    const { signal } = going
    const { body, sort, edition } = asked()
    const by = grouping.value
    try {
      const offset = Math.floor(l.offset / pageSize) * pageSize
      const { items } = await call('clothRows', {
        body: {
          ...body,
          sort,
          ...(edition ? { edition } : {}),
          ...(by === null || l.group === null ? {} : { [by]: l.group }),
          offset,
          limit: pageSize,
        },
        signal,
      })
      if (!signal.aborted) pages.value = new Map([...pages.value, [key, items]])
    } catch (e) {
      loading.delete(key)
      if (e instanceof ApiProblem && !signal.aborted) problem.value = e
    }
  }
  const clothBody = () => ({ ...asked().body, by: asked().by ?? 'type' })
  async function refresh() {
    going.abort()
    going = new AbortController()
    const { signal } = going
    const { by } = asked()
    try {
      const next = await call('cloth', { body: clothBody(), signal })
      if (signal.aborted) return
      loading.clear()
      pages.value = new Map()
      grouping.value = by
      cloth.value = next
      problem.value = undefined
    } catch (e) {
      if (e instanceof ApiProblem && !signal.aborted) problem.value = e
    }
  }
  /** Reads anew what is shown, keeping the old rows until the new ones come. */
  async function renew(from: number, to: number) {
    const wanted = new Map<string, { group: string | null; offset: number }>()
    for (let i = from; i <= to && i < lines.value.total; i++) {
      const l = line(i)
      if (l.kind === 'row') wanted.set(pageOf(l), l)
    }
    cloth.value = await call('cloth', { body: clothBody() })
    loading.clear()
    pages.value = new Map([...pages.value].filter(([key]) => wanted.has(key)))
    for (const l of wanted.values()) void load(l)
  }
  watch(asked, () => void refresh(), { immediate: true, deep: true })
  return {
    cloth,
    grouping,
    problem,
    total: computed(() => lines.value.total),
    line,
    row,
    show,
    renew,
    pages,
    groupOf: (code: string) => cloth.value?.groups.find((g) => g.code === code),
  }
}
