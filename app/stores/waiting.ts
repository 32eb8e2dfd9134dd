/** How many suggestions wait to be read, and which of them come from work that you started. */
export const useWaitingStore = defineStore('waiting', () => {
  const open = ref(0)
  const mine = ref<{ run: number; title: string; open: number }[]>([])
  /** How many of those that wait are from work that you started. */
  const own = computed(() => mine.value.reduce((sum, run) => sum + run.open, 0))
  async function load() {
    try {
      const answer = await call('waitingSuggestions')
      open.value = answer.open
      mine.value = answer.mine
    } catch (e) {
      // Who is signed out is told where that matters.
      if (!(e instanceof ApiProblem)) throw e
    }
  }
  return { open, mine, own, load }
})
