<script setup lang="ts">
const emit = defineEmits<{ keys: [] }>()
const jobs = useJobsStore()
const job = computed(() => jobs.running[0] ?? jobs.latest)
const left = computed(() => {
  const j = job.value
  if (!j?.started || !j.total || j.done === 0 || j.state !== 'running') return ''
  const s = Math.ceil((((session.now() - Date.parse(j.started)) / j.done) * (j.total - j.done)) / 1000)
  return s < 90 ? `${s} s left` : `${Math.ceil(s / 60)} min left`
})
const session = useSessionStore()
const waiting = useWaitingStore()
/** Whoever started work that suggests values is told when they wait. */
const told = new Set<string>()
const ended = () =>
  [...jobs.jobs.values()].filter((j) => maySuggestValues(j.kind) && (j.state === 'done' || j.state === 'cancelled'))
watch(
  () =>
    ended()
      .map((j) => j.id)
      .join(),
  async () => {
    const news = ended().filter((j) => !told.has(j.id))
    if (news.length === 0) return
    news.forEach((j) => told.add(j.id))
    await waiting.load()
    for (const j of news.filter((x) => x.person === session.me?.id && suggestsValues(x.kind))) {
      const run = waiting.mine.find((m) => m.title === j.title)
      tell(run ? `${j.title}: ${countShown(run.open, 'suggestion')} to review` : `${j.title}: no suggestions`)
    }
  },
)
const { focus, open } = useProofFocus()
const state = { queued: 'queued', running: '', done: 'done', failed: 'failed', cancelled: 'cancelled' }
const report = computed(() => job.value && reportOf(job.value))
const cancel = (id: string) => call('cancelJob', { params: { id } }).catch(tellProblem)
</script>

<template>
  <footer
    class="flex items-center gap-4 border-t border-hair bg-sheet px-3.5 text-[12px] text-ink2"
    aria-label="Running work"
  >
    <div v-if="job" class="flex min-w-0 items-center gap-3" role="status">
      <b class="truncate font-semibold text-ink">{{ job.title }}</b>
      <span v-if="job.state === 'running' && job.total"
        >{{ numberShown(job.done) }} of {{ countedWork(job.total, job.kind) }}</span
      >
      <progress
        v-if="job.state === 'running'"
        class="bar h-1 w-40"
        :value="job.total ? job.done : undefined"
        :max="job.total ?? undefined"
        :aria-label="job.title"
      />
      <span
        >{{ state[job.state] }}{{ job.state === 'done' && job.total ? `, ${countedWork(job.total, job.kind)}` : '' }}
        {{ left }}</span
      >
      <NuxtLink v-if="report" class="plain" :to="report.to">{{ report.label }}</NuxtLink>
      <span v-if="job.state === 'failed' || (job.state === 'queued' && job.error)" class="text-madder">{{
        job.error
      }}</span>
      <button
        v-if="job.state === 'queued' || job.state === 'running'"
        class="plain"
        type="button"
        @click="cancel(job.id)"
      >
        Cancel
      </button>
    </div>
    <span v-else>Nothing is running</span>
    <span v-if="jobs.running.length > 1">and {{ jobs.running.length - 1 }} more</span>
    <NuxtLink class="plain" to="/work">History of work</NuxtLink>
    <button v-if="focus" class="narrow-only plain ml-auto" type="button" @click="open = !open">
      {{ open ? 'Hide proof' : 'Show proof' }}
    </button>
    <span class="wide-only ml-auto flex items-center gap-1.5"
      ><span class="key">]</span> next language <span class="key ml-2">}</span> next storefront
      <button class="ml-2 flex items-center gap-1.5" type="button" @click="emit('keys')">
        <span class="key">?</span> keys
      </button></span
    >
  </footer>
</template>
