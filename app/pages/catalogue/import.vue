<script setup lang="ts">
import type { ImportReport } from '@contracts/imports'

const jobs = useJobsStore()
const file = shallowRef<File>()
const report = shallowRef<ImportReport>()
const failure = ref('')
const busy = ref<'check' | 'apply' | ''>('')
const jobId = ref('')
const job = computed(() => jobs.jobs.get(jobId.value))
const number = (n: number) => n.toLocaleString('en-GB')
const over = ref(false)

async function run(mode: 'check' | 'apply', take: 'all' | 'good') {
  if (!file.value) return
  busy.value = mode
  failure.value = ''
  try {
    const { data } = await ask<Job>('POST', '/api/imports', { query: { mode, take, name: file.value.name }, body: file.value, headers: { 'content-type': 'text/csv', 'prefer': 'respond-async' } })
    jobId.value = data.id
    const ended = await jobs.end(data.id)
    if (ended.state === 'done') report.value = ended.result as ImportReport
    else failure.value = howItEnded(ended)
    if (mode === 'apply' && report.value?.applied) useProofFocus().refresh()
  } catch (e) {
    failure.value = e instanceof ApiProblem ? e.sentence : `The file cannot be read (${(e as Error).message}). Was it changed or moved since you chose it? Choose it again.`
  } finally {
    busy.value = ''
  }
}
function choose(chosen: File | undefined | null) {
  if (!chosen) return
  file.value = chosen
  report.value = undefined
  void run('check', 'all')
}
const chosen = (e: Event) => {
  const input = e.target as HTMLInputElement
  choose(input.files?.[0])
  // The same file, repaired, can be chosen again.
  input.value = ''
}
/** The report as a file, to work through beside the spreadsheet. */
function download() {
  const cell = (s: unknown) => `"${String(s).replace(/^[=+\-@]/, '\'$&').replaceAll('"', '""')}"`
  const csv = ['row,column,value,reason', ...report.value!.rejected.map((r) => [r.row, cell(r.column), cell(r.value), cell(r.message)].join(','))].join('\r\n')
  saveFile(new Blob([csv], { type: 'text/csv' }), `problems-in-${file.value?.name ?? 'import.csv'}`)
}
/** A report that was opened from the foot of the screen, after the page was left or loaded anew. */
const route = useRoute()
watch(() => route.query.job, async (id) => {
  if (typeof id !== 'string' || id === jobId.value) return
  try {
    jobId.value = id
    const known = await jobs.end(id)
    if (known.state === 'done') report.value = known.result as ImportReport
    else failure.value = howItEnded(known)
  } catch (e) {
    tellProblem(e)
  }
}, { immediate: true })
const signs = { '.': 'point', ',': 'comma' }
const separators = { ',': 'comma', ';': 'semicolon', '\t': 'tab' }
</script>

<template>
  <div class="h-full overflow-auto px-5 py-3.5">
    <div class="flex items-baseline gap-4"><h1>Import products</h1><NuxtLink to="/catalogue" class="plain">Back to the catalogue</NuxtLink></div>
    <p class="mt-1 max-w-[75ch] text-ink2">A CSV file, one row a product, with a column <span class="code">sku</span>. It is checked first; nothing is written until you say so.</p>
    <label class="mt-3 flex cursor-pointer items-center gap-3 border border-dashed border-hair2 bg-sheet px-4 py-3.5 focus-within:border-indigo" :class="{ 'bg-indigowash': over }" @dragover.prevent="over = true" @dragleave="over = false" @drop.prevent="over = false; choose($event.dataTransfer?.files[0])">
      <span class="act">Choose a file</span><input class="sr-only" type="file" accept=".csv,text/csv,.txt" aria-label="Choose a CSV file" @change="chosen">
      <span v-if="file"><b class="font-semibold">{{ file.name }}</b> · {{ number(Math.ceil(file.size / 1024)) }} KB</span><span v-else class="text-ink2">or drop it here</span>
    </label>
    <div v-if="busy" class="mt-4 flex items-center gap-3" role="status">
      <span>{{ busy === 'check' ? 'Checking' : 'Importing' }}<template v-if="job?.total"> row {{ number(job.done) }} of {{ number(job.total) }}</template> …</span>
      <progress class="h-1.5 w-64" :value="job?.total ? job.done : undefined" :max="job?.total ?? undefined" aria-label="Progress" />
    </div>
    <p v-if="failure" class="mt-4 text-madder" role="alert">{{ failure }}</p>
    <section v-if="report && !busy" class="mt-4" aria-label="Report">
      <p class="text-[15px]" role="status">
        <template v-if="report.applied"><b class="font-semibold text-weld">Imported.</b></template>
        <template v-else-if="report.mode === 'apply'"><b class="font-semibold text-madder">Nothing was written,</b> because the file has problems.</template>
        <template v-else-if="report.rejectedCount === 0"><b class="font-semibold text-weld">No problem found.</b></template>
        <template v-else><b class="font-semibold text-madder">{{ number(report.rejectedCount) }} {{ report.rejectedCount === 1 ? 'problem' : 'problems' }}</b> in {{ number(report.rejectedRows) || 'no' }} {{ report.rejectedRows === 1 ? 'row' : 'rows' }}.</template>
        {{ ' ' }}<span class="text-ink2">{{ number(report.rows) }} rows: {{ number(report.created) }} new, {{ number(report.updated) }} changed, {{ number(report.unchanged) }} as they are.</span>
      </p>
      <div v-if="!report.applied" class="mt-3 flex flex-wrap items-center gap-3">
        <button v-if="file && report.rejectedCount === 0" class="act main" type="button" @click="run('apply', 'all')">Import {{ number(report.rows) }} rows</button>
        <template v-else>
          <label class="act"><input class="sr-only" type="file" accept=".csv,text/csv,.txt" @change="chosen">Choose the repaired file</label>
          <button v-if="file && report.created + report.updated > 0" class="act" type="button" @click="run('apply', 'good')">Take the {{ number(report.created + report.updated) }} good rows</button>
          <button class="plain" type="button" @click="download">Save the problems as a file</button>
        </template>
      </div>
      <div v-if="report.rejected.length" class="mt-3 max-h-[46vh] overflow-auto border-y border-hair2 bg-sheet" tabindex="0" aria-label="Problems">
        <table class="w-full">
          <thead class="sticky top-0 bg-sheet text-left text-[12.5px]"><tr><th class="px-3 py-1.5">Line</th><th>Column</th><th>Value</th><th>What is wrong</th></tr></thead>
          <tbody><tr v-for="(r, i) in report.rejected.slice(0, 500)" :key="i" class="border-t border-hair align-top"><td class="code px-3 py-1.5">{{ r.row }}</td><td class="py-1.5 pr-3">{{ r.column || '—' }}</td><td class="code max-w-[220px] break-words py-1.5 pr-3">{{ r.value }}</td><td class="py-1.5 pr-3">{{ r.message }}</td></tr></tbody>
        </table>
        <p v-if="report.rejectedCount > 500" class="px-3 py-2 text-ink2">and {{ number(report.rejectedCount - 500) }} more; the saved file holds the first 2,000.</p>
      </div>
      <details v-if="report.columns.length" class="mt-4" :open="report.rejectedCount === 0">
        <summary class="cursor-pointer">{{ report.columns.length }} columns recognised · decimal {{ signs[report.decimalSign] }} · {{ separators[report.separator] }} between cells</summary>
        <ul class="mt-2 grid grid-cols-2 gap-x-6 gap-y-1 xl:grid-cols-3"><li v-for="c in report.columns" :key="c.header" class="flex gap-2"><span class="code truncate">{{ c.header }}</span><span class="truncate text-ink2">{{ c.meaning }}</span></li></ul>
      </details>
    </section>
    <section v-else-if="!busy" class="mt-6 max-w-[75ch] text-ink2">
      <h2 class="text-ink">How columns are named</h2>
      <p class="mt-1"><span class="code">sku parent type category brand tags status kind gtin stock price@uk</span>, and attributes by their code: <span class="code">weight</span>, <span class="code">summary@/fr-CH</span> for a language, <span class="code">description@uk/en-GB</span> for a storefront’s language. A measure has its unit in the cell (<span class="code">1.2 kg</span>); an empty cell changes nothing, <span class="code">\-</span> clears.</p>
    </section>
  </div>
</template>
