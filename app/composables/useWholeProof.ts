/** What stands beside the page in the proof over the whole window. */
export type BesideKind = 'nothing' | 'live' | 'edition' | 'moment'

/**
 * The proof over the whole window: whether it is open, and what stands beside the page. The address carries it, so that
 * a link opens the same.
 */
export function useWholeProof() {
  const route = useRoute()
  const router = useRouter()
  const lens = useLensStore()
  const one = (v: unknown) => (typeof v === 'string' ? v : '')
  const isOpen = computed(() => route.query.proof === 'whole')
  /** `live`, an edition as `de/de-DE`, a local moment as `2026-12-24T08:00`, or nothing. */
  const beside = computed(() => one(route.query.beside))
  const kind = computed((): BesideKind => {
    if (beside.value === '') return 'nothing'
    if (beside.value === 'live') return 'live'
    return beside.value.includes('/') ? 'edition' : 'moment'
  })

  function write(change: { proof?: string | undefined; beside?: string | undefined }) {
    void router.replace({ query: { ...route.query, ...lens.query, ...change }, hash: route.hash })
  }
  return {
    isOpen,
    beside,
    kind,
    open: () => write({ proof: 'whole' }),
    close: () => write({ proof: undefined, beside: undefined }),
    setBeside: (to: string) => write({ beside: to || undefined }),
  }
}
