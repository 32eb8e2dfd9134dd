import {
  keepPreviousData,
  notifyManager,
  QueryCache,
  QueryClient,
  useInfiniteQuery,
  useQueries,
  useQuery,
  type QueryKey,
} from '@tanstack/vue-query'
import type { ShallowRef } from 'vue'
import type { OperationName } from '@contracts/operations'
import type { Sending, AnswerTo } from './useApi'

/**
 * What was read from the server lately. Where it is asked for again it is shown at once, while the newer answer is on
 * its way; after a write, only what is on the screen is kept.
 */
export const answers = new QueryClient({
  defaultOptions: {
    queries: {
      retry: false,
      networkMode: 'always',
      refetchOnReconnect: false,
      // Whoever follows an answer is told of each, also of one that says the same.
      structuralSharing: false,
      shallow: true,
    },
  },
  queryCache: new QueryCache({
    onError(e) {
      if (!(e instanceof ApiProblem)) console.error(e)
    },
  }),
})

// An answer is there for whoever waited for it, and not a moment later; Vue gathers changes of the screen by itself.
notifyManager.setScheduler((tell) => tell())

/** Forgets what was read, but for what is on the screen: a write may have changed it. */
export const forgetAnswers = () => answers.removeQueries({ type: 'inactive' })

interface Following {
  /** Milliseconds that a question has to stand before it is asked, once there is an answer. */
  wait?: number
  /** What the answer depends on besides the question: where it changes, the same is asked again. */
  on?: () => unknown
}

/** What is sent, as it goes over the wire: a copy, and followed into its depth. */
const written = <S>(sending: S): S => (sending === undefined ? sending : (JSON.parse(JSON.stringify(sending)) as S))

/** A question that has stood for a while. */
function useSettled<S>(question: () => S, wait: number, isAnswered: () => boolean) {
  const now = computed(() => written(question()))
  const settled = shallowRef(now.value) as ShallowRef<S>
  let timer: ReturnType<typeof setTimeout> | undefined
  watch(now, (asked) => {
    clearTimeout(timer)
    const settle = () => {
      settled.value = asked
    }
    if (wait > 0 && isAnswered()) timer = setTimeout(settle, wait)
    else settle()
  })
  onScopeDispose(() => clearTimeout(timer))
  return { settled, isSettled: computed(() => settled.value === now.value) }
}

const problemOf = (error: unknown) => (error instanceof ApiProblem ? error : undefined)

/**
 * The answer to a call that reads, for as long as the component is there. It follows what is sent; the old answer stays
 * until the new one comes. Where `sending` gives undefined, nothing is asked and there is no answer.
 */
export function useAnswer<N extends OperationName>(
  name: N,
  sending: () => Sending<N> | undefined,
  { wait = 0, on }: Following = {},
) {
  const isAnswered = (): boolean => query.data.value !== undefined
  const { settled: sent, isSettled } = useSettled(sending, wait, isAnswered)
  const query = useQuery(
    {
      queryKey: computed((): QueryKey => [name, sent.value]),
      queryFn: ({ queryKey, signal }) => callWith(name, queryKey[1] as Sending<N>, signal),
      enabled: computed(() => sent.value !== undefined),
      placeholderData: keepPreviousData,
    },
    answers,
  )
  const data = computed(() => (sent.value === undefined ? undefined : (query.data.value as AnswerTo<N> | undefined)))
  const problem = computed(() => problemOf(query.error.value))
  /** Whether what was asked last has been answered: until then the data are those of the question before. */
  const isCurrent = computed(() => {
    const shown = query.data.value
    return isSettled.value && shown !== undefined && shown === answers.getQueryData([name, sent.value])
  })
  const refresh = async () => {
    if (sent.value !== undefined) await query.refetch()
  }
  /** Takes what a write was answered for the newest answer. */
  function set(answer: AnswerTo<N>) {
    const queryKey = [name, sent.value]
    void answers.cancelQueries({ queryKey })
    answers.setQueryData(queryKey, answer)
  }
  if (on) watch(on, refresh, { deep: true })
  return { data, problem, isCurrent, busy: computed(() => query.isFetching.value), refresh, set }
}

/** The answers to the same call with several things sent, in their order; the old ones stay until all new ones are there. */
export function useAnswers<N extends OperationName>(
  name: N,
  sendings: () => Sending<N>[],
  { on }: Pick<Following, 'on'> = {},
) {
  const sent = computed(() => written(sendings()))
  const queries = useQueries(
    {
      queries: computed(() =>
        sent.value.map((each) => ({
          queryKey: [name, each] as QueryKey,
          queryFn: ({ signal }: { signal: AbortSignal }) => callWith(name, each, signal),
        })),
      ),
    },
    answers,
  )
  const data = shallowRef<AnswerTo<N>[]>()
  watch(
    queries,
    (now) => {
      if (now.every((q) => q.data !== undefined)) data.value = now.map((q) => q.data as AnswerTo<N>)
    },
    { immediate: true },
  )
  const problem = computed(() => queries.value.map((q) => problemOf(q.error)).find(Boolean))
  const refresh = async () => {
    await Promise.all(queries.value.map((q) => q.refetch()))
  }
  if (on) watch(on, refresh, { deep: true })
  return { data, problem, refresh }
}

/** What a list that is read page by page is answered: its next page begins where `next` says. */
type Paged<N extends OperationName> =
  AnswerTo<N> extends { items: (infer I)[]; next: infer C } ? [I, NonNullable<C>] : never

/**
 * A list that is read from its beginning, and on from there as long as somebody asks for more. Where `sending` gives
 * undefined, nothing is asked, and there are no items.
 */
export function useMore<N extends OperationName>(
  name: N,
  sending: (from: Paged<N>[1] | undefined) => Sending<N> | undefined,
  { wait = 0, on }: Following = {},
) {
  type Item = Paged<N>[0]
  type Page = { items: Item[]; next: unknown }
  const isAnswered = (): boolean => query.data.value !== undefined
  const { settled: sent } = useSettled(() => sending(undefined), wait, isAnswered)
  const query = useInfiniteQuery(
    {
      queryKey: computed((): QueryKey => [name, 'pages', sent.value]),
      queryFn: async ({ pageParam, signal }) =>
        (await callWith(name, sending(pageParam as Paged<N>[1] | undefined)!, signal)) as Page,
      enabled: computed(() => sent.value !== undefined),
      initialPageParam: undefined as unknown,
      getNextPageParam: (last: Page) => last.next ?? undefined,
      placeholderData: keepPreviousData,
    },
    answers,
  )
  const pages = computed(() => (sent.value === undefined ? undefined : query.data.value?.pages))
  const refresh = async () => {
    if (sent.value !== undefined) await query.refetch()
  }
  if (on) watch(on, refresh, { deep: true })
  return {
    items: computed(() => pages.value?.flatMap((p) => p.items) ?? []),
    /** The first page as it was answered, with what it says beside its items. */
    first: computed(() => pages.value?.[0] as AnswerTo<N> | undefined),
    hasMore: computed(() => pages.value !== undefined && query.hasNextPage.value),
    showMore: async () => void (await query.fetchNextPage()),
    problem: computed(() => problemOf(query.error.value)),
    busy: computed(() => query.isFetching.value),
    refresh,
  }
}
