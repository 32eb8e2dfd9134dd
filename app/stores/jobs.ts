import { backgroundWork, type JobDocument } from '@contracts/jobs'

/** Why work that ended has no result, in words. */
export function howItEnded(job: JobDocument): string {
  return job.state === 'cancelled'
    ? 'Cancelled. Nothing has been changed.'
    : `${job.error ?? 'It did not finish.'} Nothing has been changed.`
}

/** Running work, as the server tells of it. */
export const useJobsStore = defineStore('jobs', () => {
  const jobs = ref<Map<string, JobDocument>>(new Map())
  let source: EventSource | undefined
  function listen() {
    if (source) return
    source = new EventSource(addressOf('events'))
    source.addEventListener('job', (e) => take(JSON.parse((e as MessageEvent<string>).data) as JobDocument))
  }
  const take = (job: JobDocument) => {
    jobs.value.set(job.id, job)
  }
  const ended = (j: JobDocument) => j.state === 'done' || j.state === 'failed' || j.state === 'cancelled'
  /** Waits for a job's end; looks by itself now and then, should a message be lost. */
  async function end(id: string): Promise<JobDocument> {
    listen()
    for (;;) {
      const known = jobs.value.get(id)
      if (!known || ended(known)) {
        const job = await call('getJob', { params: { id } })
        take(job)
        if (ended(job)) return job
      }
      await new Promise<void>((resolve) => {
        const stop = watch(
          () => jobs.value.get(id),
          () => done(),
          { deep: true },
        )
        const timer = setTimeout(async () => {
          take(await call('getJob', { params: { id } }))
          done()
        }, 1500)
        const done = () => {
          clearTimeout(timer)
          stop()
          resolve()
        }
      })
    }
  }
  /** How work of some kinds stands, on one line: it changes whenever some of it begins or ends. */
  const standing = (isMeant: (kind: string) => boolean = () => true) =>
    [...jobs.value.values()]
      .filter((j) => isMeant(j.kind))
      .map((j) => `${j.id} ${j.state}`)
      .join()
  /** Work that nobody asked for: it is shown while it runs, and leaves the result of what people did in its place. */
  const behind = (j: JobDocument) => backgroundWork.includes(j.kind)
  const running = computed(() =>
    [...jobs.value.values()].filter((j) => !ended(j)).sort((a, b) => Number(behind(a)) - Number(behind(b))),
  )
  const latest = computed(() => [...jobs.value.values()].filter((j) => !behind(j)).at(-1))
  return { jobs, listen, take, end, standing, running, latest }
})
