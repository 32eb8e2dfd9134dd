import type { JobDocument } from '@contracts/jobs'

/**
 * The result of queued work that the address names, so that a reload, or a link, shows it again. `start` puts work into
 * the queue and follows it.
 */
export function useJobResult<T>() {
  const route = useRoute()
  const router = useRouter()
  const jobs = useJobsStore()
  const result = shallowRef<T>()
  const failure = ref('')
  const busy = ref(false)
  async function start(enqueue: () => Promise<JobDocument>) {
    busy.value = true
    failure.value = ''
    try {
      const job = await enqueue()
      await router.replace({ query: { ...route.query, job: job.id } })
    } catch (e) {
      tellProblem(e)
      busy.value = false
    }
  }
  watch(
    () => route.query.job,
    async (id) => {
      if (typeof id !== 'string') return
      busy.value = true
      failure.value = ''
      try {
        const ended = await jobs.end(id)
        if (ended.state === 'done') result.value = ended.result as T
        else failure.value = ended.error ?? 'It did not finish.'
      } catch (e) {
        tellProblem(e)
      } finally {
        busy.value = false
      }
    },
    { immediate: true },
  )
  return { result, failure, busy, start }
}
