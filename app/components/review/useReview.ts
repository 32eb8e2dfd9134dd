import type { SentBody } from '@contracts/operations'
import {
  type DecisionReport,
  type Grouping,
  type SuggestionDocument,
  type SuggestionFilter,
  groupings,
} from '@contracts/drafting'
import type { Value } from '@core/attributes/attribute'

const shows = ['open', 'decided', 'refused', 'replaced'] as const

/** The queue of suggestions as the address says it: grouped, filtered, paged; and what is decided of it. */
export function useReview() {
  const route = useRoute()
  const router = useRouter()
  const text = (k: string) => (typeof route.query[k] === 'string' ? route.query[k] : '')
  const by = computed<Grouping>(() => groupings.find((g) => g === text('by')) ?? 'run')
  const state = computed(() => shows.find((s) => s === text('show')) ?? 'open')
  const group = computed(() => text('group'))
  const language = computed(() => text('language'))
  const outdated = computed(() => text('outdated') === 'yes')
  const mine = computed(() => text('mine') === 'yes')
  const go = (change: Record<string, string | undefined>) =>
    void router.replace({ query: { ...route.query, ...change } })
  /** What is asked for without the chosen group, and with it. */
  const around = computed(
    () =>
      ({
        state: state.value,
        ...(language.value ? { language: language.value } : {}),
        ...(outdated.value ? { outdated: true } : {}),
        ...(mine.value ? { mine: true } : {}),
      }) satisfies SuggestionFilter,
  )
  const filter = computed<SuggestionFilter>(() => {
    if (group.value === '') return around.value
    if (by.value === 'run') return { ...around.value, run: Number(group.value) }
    if (by.value === 'product') return { ...around.value, sku: group.value }
    const [field, of] = group.value.split('@') as [string, string | undefined]
    return { ...around.value, field, ...(of ? { language: of } : {}) }
  })
  const list = usePages<SuggestionDocument>(
    (offset, limit, signal) =>
      call('listSuggestions', { query: { ...filter.value, by: by.value, offset, limit }, signal }),
    () => [filter.value, by.value],
    50,
  )
  const groups = useAnswer('groupSuggestions', () => ({ query: { ...around.value, by: by.value } }))
  const waiting = useWaitingStore()

  async function send(
    body: SentBody<'decideSuggestions'>,
    wordsFor: (r: DecisionReport) => string,
  ): Promise<DecisionReport | undefined> {
    try {
      const report = await call('decideSuggestions', { body })
      if (report.failedCount > 0)
        tellProblem(
          new ApiProblem({
            title: `${report.failedCount} could not be decided`,
            status: 422,
            detail: report.failed[0]!.message,
          }),
        )
      const words = wordsFor(report)
      if (words) tell(words)
      void groups.refresh()
      void waiting.load()
      await list.renew(0, 0)
      return report
    } catch (e) {
      tellProblem(e)
      return undefined
    }
  }
  const many = (n: number, what: string) =>
    n === 0 ? '' : `${what} ${numberShown(n)} ${n === 1 ? 'suggestion' : 'suggestions'}`
  /** Decides some, as they were seen; told only where it is more than one. */
  const decide = (some: SuggestionDocument[], what: 'accept' | 'refuse' | 'reopen', value?: Value) =>
    send(
      {
        decisions: some.map((s) => ({
          id: s.id,
          do: what,
          ...(what === 'accept' ? { now: s.now } : {}),
          ...(value === undefined ? {} : { value }),
        })),
      },
      (r) =>
        some.length > 1
          ? many(r.accepted, 'Accepted') || many(r.refused, 'Rejected')
          : what === 'reopen' && r.reopened
            ? 'Back in the list'
            : '',
    )
  const decideAll = (what: 'accept' | 'refuse') =>
    send({ all: { ...filter.value, do: what } }, (r) => many(r.accepted, 'Accepted') || many(r.refused, 'Rejected'))
  return { by, state, group, language, outdated, mine, go, list, groups, decide, decideAll }
}
