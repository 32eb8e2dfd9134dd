<script setup lang="ts">
import type { ImportReport, Upload } from '@contracts/imports'
import type { UndoReport } from '@contracts/bulk'
import type { SuggestedColumn } from '@core/imports/mapping'

const jobs = useJobsStore()
const setup = useSetupStore()
const file = shallowRef<File>()
const upload = shallowRef<Upload>()
const columns = ref<SuggestedColumn[]>([])
const type = ref('')
const report = shallowRef<ImportReport>()
const failure = ref('')
const busy = ref<'send' | 'check' | 'apply' | 'back' | ''>('')
const jobId = ref('')
const job = computed(() => jobs.jobs.get(jobId.value))
const over = ref(false)
/** Equal problems once, with the lines that have them; those of most lines first. */
const problemGroups = computed(() => {
  const groups = new Map<string, ImportReport['rejected'][number] & { rows: number[] }>()
  for (const r of report.value?.rejected ?? []) {
    const key = `${r.column}\n${r.value}\n${r.message}`
    const group = groups.get(key)
    if (group) group.rows.push(r.row)
    else groups.set(key, { ...r, rows: [r.row] })
  }
  return [...groups.values()].sort((a, b) => b.rows.length - a.rows.length || a.row - b.row)
})
const mappings = useAnswer('listSaved', () => ({ query: { kind: 'mapping' } }))
const chosenId = ref<number | ''>('')

const chosenMapping = computed(() => mappings.data.value?.items.find((m) => m.id === chosenId.value))
async function removeMapping() {
  const { id, name } = chosenMapping.value!
  try {
    await call('removeSaved', { params: { id: String(id) } })
    chosenId.value = ''
    tell(`Deleted the mapping “${name}”`)
    await mappings.refresh()
  } catch (e) {
    tellProblem(e)
  }
}
/** What cells are read as, by the header of their column and what stands in them. */
const replacements = ref<Record<string, Record<string, string>>>({})
const mapping = computed(() => ({
  columns: columns.value.map(({ header, means, unit }) => {
    const values = replacements.value[header]
    return { header, means, unit, ...(values && Object.keys(values).length > 0 ? { values } : {}) }
  }),
  type: type.value,
}))
const columnOf = (header: string) => columns.value.find((c) => c.header === header && c.means !== '')
/** Whether all cells like it can be read as something else. */
const isMendable = (r: { column: string; value: string }) =>
  upload.value !== undefined && !report.value?.applied && r.value !== '' && columnOf(r.column) !== undefined
function replaceAll(header: string, cell: string, by: string) {
  const { [cell]: _before, ...others } = replacements.value[header] ?? {}
  replacements.value = { ...replacements.value, [header]: by === '' ? others : { ...others, [cell]: by } }
  isChecked.value = false
}
const replacementOf = (r: { column: string; value: string }) => replacements.value[r.column]?.[r.value.trim()] ?? ''
/** The problem whose cells are being given another reading. */
const mending = ref('')
const keyOf = (r: { column: string; value: string }) => `${r.column}\n${r.value}`
const replacementList = computed(() =>
  Object.entries(replacements.value).flatMap(([header, values]) =>
    Object.entries(values).map(([cell, by]) => ({ header, cell, by })),
  ),
)
/** Whether the report has seen all replacements. */
const isChecked = ref(true)
const missesSku = computed(() => upload.value !== undefined && !columns.value.some((c) => c.means === 'sku'))

/** Runs work, and says in words what went wrong with it. */
async function attempt(what: typeof busy.value, work: () => Promise<void>) {
  busy.value = what
  failure.value = ''
  try {
    await work()
  } catch (e) {
    failure.value =
      e instanceof ApiProblem
        ? e.sentence
        : `The file cannot be read (${(e as Error).message}). Was it changed or moved since you chose it? ` +
          'Choose it again.'
  } finally {
    busy.value = ''
  }
}
const send = () =>
  attempt('send', async () => {
    const data = await call('uploadFile', {
      query: {
        name: file.value!.name,
        ...(chosenId.value === '' ? {} : { mapping: chosenId.value }),
        ...(type.value ? { type: type.value } : {}),
      },
      body: file.value!,
      headers: { 'content-type': 'application/octet-stream' },
    })
    upload.value = data
    columns.value = data.suggested
    replacements.value = Object.fromEntries(data.suggested.flatMap((c) => (c.values ? [[c.header, c.values]] : [])))
    isChecked.value = true
    const known = chosenMapping.value
    if (known) takeType((known.content as { type?: string }).type ?? '')
  })
/** The type that a mapping has: its columns are looked at with it already. */
let typeOfMapping: string | undefined
function takeType(code: string) {
  if (type.value === code) return
  typeOfMapping = code
  type.value = code
}
/** Whether what would replace values waits to review. */
const careful = ref(false)
const run = (mode: 'check' | 'apply', take: 'all' | 'good') =>
  attempt(mode, async () => {
    const data = await callForJob('importProducts', {
      query: {
        mode,
        take,
        over: careful.value ? 'suggest' : 'write',
        name: upload.value!.name,
        upload: upload.value!.upload,
      },
      body: { mapping: mapping.value },
    })
    jobId.value = data.id
    const ended = await jobs.end(data.id)
    if (ended.state === 'done') {
      report.value = ended.result as ImportReport
      isChecked.value = true
    } else failure.value = howItEnded(ended)
    if (mode === 'apply' && report.value?.applied) useProofFocus().refresh()
  })
async function choose(chosen: File | undefined | null) {
  if (!chosen) return
  file.value = chosen
  report.value = undefined
  upload.value = undefined
  back.value = undefined
  await send()
  // A file in which every column is sure is checked at once.
  if (upload.value && !missesSku.value && columns.value.every((c) => c.because === 'name')) await run('check', 'all')
}
/** With another mapping or type, the columns are looked at anew. */
watch([chosenId, type], ([k, t], [was]) => {
  const isTaken = k === was && t === typeOfMapping
  typeOfMapping = undefined
  if (isTaken) return
  if (file.value && !report.value?.applied && (k !== was || !columns.value.some((c) => c.because === ''))) void send()
})
watch(
  columns,
  () => {
    if (!report.value?.applied) report.value = undefined
  },
  { deep: true },
)
const back = shallowRef<UndoReport>()
const undoImport = () =>
  attempt('back', async () => {
    const id = report.value?.step
    if (!id) return
    const ended = await jobs.end((await call('undoStep', { params: { id } })).id)
    if (ended.state === 'done') back.value = ended.result as UndoReport
    else failure.value = howItEnded(ended)
    useProofFocus().refresh()
  })
/** The report as a file, to work through beside the spreadsheet. */
function download() {
  const cell = (s: unknown) =>
    `"${String(s)
      .replace(/^[=+\-@]/, "'$&")
      .replaceAll('"', '""')}"`
  const csv = [
    'row,column,value,reason',
    ...report.value!.rejected.map((r) => [r.row, cell(r.column), cell(r.value), cell(r.message)].join(',')),
  ].join('\r\n')
  saveFile(new Blob([csv], { type: 'text/csv' }), `problems-in-${file.value?.name ?? 'import.csv'}`)
}
/** A report that was opened from the foot of the screen, after the page was left or loaded anew. */
const route = useRoute()
watch(
  () => route.query.job,
  async (id) => {
    if (typeof id !== 'string' || id === jobId.value) return
    try {
      jobId.value = id
      const known = await jobs.end(id)
      if (known.state === 'done' && 'rows' in (known.result as object)) report.value = known.result as ImportReport
      else if (known.state === 'done') failure.value = 'The feed had no changes.'
      else failure.value = howItEnded(known)
    } catch (e) {
      tellProblem(e)
    }
  },
  { immediate: true },
)
const signs = { '.': 'point', ',': 'comma' }
const separators = { ',': 'comma', ';': 'semicolon', '\t': 'tab' }
const formats = { csv: 'CSV', xlsx: 'spreadsheet', jsonl: 'JSON Lines' }
const busyWords = { send: 'Uploading', check: 'Checking', apply: 'Importing', back: 'Undoing' }
const accepts = '.csv,.txt,.tsv,.xlsx,.jsonl,.ndjson,text/csv'
function dropped(e: DragEvent) {
  over.value = false
  choose(e.dataTransfer?.files[0])
}
</script>

<template>
  <div class="page">
    <PageHead stage="catalogue" title="Import products" />
    <div class="page-body padded">
      <p class="max-w-[75ch] text-ink2">
        CSV, spreadsheet (XLSX) or JSON Lines, one row per product. You can map any column names. The file is checked
        first; nothing is imported until you confirm.
      </p>
      <div class="mt-3 flex flex-wrap items-center gap-3">
        <div
          class="drop-zone"
          :class="{ over }"
          @dragover.prevent="over = true"
          @dragleave="over = false"
          @drop.prevent="dropped"
        >
          <FileField class="act" label="Choose a file" :accept="accepts" @choose="choose($event[0])" />
          <span v-if="file"
            ><b class="font-semibold">{{ file.name }}</b> · {{ numberShown(Math.ceil(file.size / 1024)) }} KB<template
              v-if="upload"
            >
              · {{ formats[upload.format] }}</template
            ></span
          ><span v-else class="text-ink2">or drop it here</span>
        </div>
        <label class="text-ink2"
          >Mapping<SelectField
            v-model="chosenId"
            class="ml-2 max-w-52"
            :options="[
              option('', 'detect columns'),
              ...(mappings.data.value?.items ?? []).map((m) =>
                option(m.id, `${m.name}${m.mine ? '' : `, of ${m.owner}`}`),
              ),
            ]" /></label
        ><button v-if="chosenMapping?.mine" type="button" class="plain" @click="removeMapping">
          Delete the mapping<span class="sr-only">: {{ chosenMapping.name }}</span>
        </button>
        <label class="text-ink2"
          >New products are<SelectField
            v-model="type"
            class="ml-2"
            :options="[option('', 'of the type given in the file'), ...setup.typeOptions]"
        /></label>
      </div>
      <div v-if="busy" class="mt-4 flex items-center gap-3" role="status">
        <span
          >{{ busyWords[busy]
          }}<template v-if="job?.total && busy !== 'send'">
            row {{ numberShown(job.done) }} of {{ numberShown(job.total) }}</template
          >
          …</span
        >
        <progress
          class="bar h-1.5 w-64"
          :value="job?.total ? job.done : undefined"
          :max="job?.total ?? undefined"
          aria-label="Progress"
        />
      </div>
      <p v-if="failure" class="mt-4 text-madder" role="alert">{{ failure }}</p>

      <section v-if="report && !busy" class="mt-4" aria-label="Report">
        <p class="text-[15px]" role="status">
          <template v-if="back"
            ><b class="font-semibold text-weld">Undone:</b> {{ countShown(back.removed, 'product') }} removed,
            {{ numberShown(back.products) }} restored<template v-if="back.skippedCount"
              >; {{ numberShown(back.skippedCount) }} changed since and were left unchanged:
              <span class="code">{{ back.skipped.map((k) => k.sku).join(', ') }}</span></template
            >.</template
          >
          <template v-else-if="report.applied"><b class="font-semibold text-weld">Imported.</b></template>
          <template v-else-if="report.mode === 'apply'"
            ><b class="font-semibold text-madder">Nothing was imported,</b> because the file has problems.</template
          >
          <template v-else-if="report.rejectedCount === 0"
            ><b class="font-semibold text-weld">No problem found.</b></template
          >
          <template v-else
            ><b class="font-semibold text-madder"
              >{{ numberShown(report.rejectedCount) }} {{ report.rejectedCount === 1 ? 'problem' : 'problems' }}</b
            >
            in {{ numberShown(report.rejectedRows) || 'no' }}
            {{ report.rejectedRows === 1 ? 'row' : 'rows' }}.</template
          >
          {{ ' '
          }}<span class="text-ink2"
            >{{ countShown(report.rows, 'row') }}: {{ numberShown(report.created) }} new,
            {{ numberShown(report.updated) }} changed, {{ numberShown(report.unchanged) }} unchanged<template
              v-if="report.suggested"
              >; {{ numberShown(report.suggested) }}
              {{ report.suggested === 1 ? 'value would replace another and' : 'values would replace others and' }}
              {{ report.applied ? (report.suggested === 1 ? 'waits' : 'wait') : 'would go' }} to review<template
                v-if="report.applied"
                >, <NuxtLink class="plain" to="/review/waiting">in Review</NuxtLink></template
              ></template
            >.</span
          >
        </p>
        <div class="mt-3 flex flex-wrap items-center gap-3">
          <button v-if="report.applied && report.step !== null && !back" class="act" type="button" @click="undoImport">
            Undo import
          </button>
          <button v-if="!isChecked && upload" class="act main" type="button" @click="run('check', 'all')">
            Check again with {{ countShown(replacementList.length, 'replacement') }}
          </button>
          <template v-else-if="!report.applied && upload">
            <button v-if="report.rejectedCount === 0" class="act main" type="button" @click="run('apply', 'all')">
              Import {{ countShown(report.rows, 'row') }}
            </button>
            <button
              v-else-if="report.created + report.updated + report.suggested > 0"
              class="act"
              type="button"
              @click="run('apply', 'good')"
            >
              Import the {{ numberShown(report.created + report.updated) }} good rows
            </button>
          </template>
          <CheckBox v-if="!report.applied && upload" v-model="careful" @update:model-value="run('check', 'all')"
            >values that replace others go to Review first</CheckBox
          >
          <button v-if="report.rejected.length" class="plain" type="button" @click="download">Export problems</button>
        </div>
        <div
          v-if="report.rejected.length"
          class="mt-3 max-h-[40vh] overflow-auto border-y border-hair2 bg-sheet"
          tabindex="0"
          aria-label="Problems"
        >
          <table class="listing sized-by-cells">
            <thead>
              <tr>
                <th>Lines</th>
                <th>Column</th>
                <th>Value</th>
                <th>Problem</th>
                <th v-if="upload && !report.applied">In all rows, read as</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="(r, i) in problemGroups.slice(0, 500)" :key="i">
                <td class="code">
                  {{ r.rows.slice(0, 4).join(', ')
                  }}<span v-if="r.rows.length > 4" class="block text-ink2"
                    >and {{ numberShown(r.rows.length - 4) }} more</span
                  >
                </td>
                <td>{{ r.column || '—' }}</td>
                <td class="code max-w-[220px] break-words">{{ r.value }}</td>
                <td>{{ r.message }}</td>
                <td v-if="upload && !report.applied" class="w-52 py-1">
                  <button
                    v-if="isMendable(r) && mending !== keyOf(r) && !replacementOf(r)"
                    type="button"
                    class="plain"
                    @click="mending = keyOf(r)"
                  >
                    Read<span class="sr-only"> “{{ r.value }}”</span> as …
                  </button>
                  <ReplacementField
                    v-else-if="isMendable(r)"
                    :means="columnOf(r.column)!.means"
                    :cell="r.value"
                    :model-value="replacementOf(r)"
                    @update:model-value="replaceAll(r.column, r.value.trim(), $event)"
                  />
                </td>
              </tr>
            </tbody>
          </table>
          <p v-if="report.rejectedCount > 500" class="side-note">
            and {{ numberShown(report.rejectedCount - 500) }} more; the export holds the first 2,000.
          </p>
        </div>
        <p v-if="report.columns.length" class="mt-2 text-ink2">
          {{ report.columns.length }} columns used · decimal sign {{ signs[report.decimalSign]
          }}<template v-if="report.separator"> · {{ separators[report.separator] }} as separator</template>
        </p>
      </section>

      <section v-if="upload && !report?.applied" class="mt-4" aria-label="Column mapping">
        <div class="flex flex-wrap items-baseline gap-4">
          <h2>Column mapping</h2>
          <span v-if="missesSku" class="text-madder" role="alert">Choose the column that holds the SKU.</span
          ><SaveForm
            class="ml-auto"
            kind="mapping"
            what="mapping"
            :content="() => mapping"
            @saved="mappings.refresh()"
          /><button
            v-if="!report"
            class="act main"
            type="button"
            :disabled="missesSku || busy !== ''"
            @click="run('check', 'all')"
          >
            Check the file
          </button>
        </div>
        <MappingTable v-model="columns" class="mt-2" :rows="upload.rows" />
        <template v-if="replacementList.length">
          <h3 class="mt-3 font-semibold">Cells that are read as something else</h3>
          <ul class="max-w-[760px]">
            <li v-for="r in replacementList" :key="r.header + r.cell" class="inline-row ruled">
              <span class="text-ink2">{{ r.header }}:</span> <span class="code">{{ r.cell }}</span>
              <span class="text-ink2">is read as</span> <span class="code">{{ r.by }}</span>
              <IconButton
                class="ml-auto"
                icon="remove"
                :label="`Read “${r.cell}” as it stands`"
                @click="replaceAll(r.header, r.cell, '')"
              />
            </li>
          </ul>
        </template>
      </section>
      <section v-else-if="!busy && !report" class="mt-6 max-w-[75ch] text-ink2">
        <h2 class="text-ink">Column names that are recognised</h2>
        <p class="mt-1">
          <span class="code">sku parent type category brand tags status kind gtin stock price@uk</span>, and attributes
          by their code: <span class="code">weight</span>, <span class="code">summary@/fr-CH</span> for a language,
          <span class="code">description@uk/en-GB</span> for a storefront’s language. A measure has its unit in the cell
          (<span class="code">1.2 kg</span>); an empty cell changes nothing, <span class="code">\-</span> clears.
        </p>
      </section>
    </div>
  </div>
</template>

<style scoped>
.drop-zone {
  display: flex;
  min-width: 340px;
  flex: 1;
  align-items: center;
  gap: 12px;
  border: 1px dashed var(--hair-strong);
  background: var(--sheet);
  padding: 12px 16px;
}
.drop-zone.over {
  background: var(--indigo-wash);
}
.drop-zone:focus-within {
  border-color: var(--indigo);
}
</style>
