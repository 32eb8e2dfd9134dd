<script setup lang="ts">
import type { JobDocument } from '@contracts/jobs'
import type { SentBody } from '@contracts/operations'
import {
  exchangeFormats,
  type CheckAllReport,
  type EffortReport,
  type ExchangeFormat,
  type PretranslateReport,
  type TranslationImportReport,
} from '@contracts/translation'
import { effortBands, firstWeights, type EffortBand } from '@core/translation/effort'
import { targetChecks } from '@core/translation/checks/registry'

/**
 * What is done with all texts that are found, or with those selected: counted, checked, translated beforehand, sent out,
 * assigned to somebody; and files that come back.
 */
const props = defineProps<{
  /** The question as calls take it. */
  asked: Partial<SentBody<'weighWork'>>
  count: number
  selected: string[]
}>()
const emit = defineEmits<{ done: [] }>()
type Outcome = Partial<
  EffortReport & CheckAllReport & PretranslateReport & TranslationImportReport & { problem: { detail: string } }
>

const lens = useLensStore()
const session = useSessionStore()
const may = computed(() => session.mayTranslate(lens.language))
const { result, failure, busy, start } = useJobResult<Outcome>()
const tool = ref<'' | 'count' | 'check' | 'before' | 'out' | 'in' | 'give'>('')
const body = computed(() => ({
  target: { storefront: lens.storefront, language: lens.language },
  ...(props.selected.length > 0 ? { records: props.selected } : props.asked),
}))
const what = computed(() =>
  props.selected.length > 0 ? `${props.selected.length} selected` : `all ${numberShown(props.count)} found`,
)
const tools = computed(
  () =>
    [
      ['count', 'Count words'],
      ['check', 'Run checks'],
      ['out', 'Export for translation'],
      ...(may.value
        ? [
            ['before', 'Pre-translate'],
            ['in', 'Import translations'],
            ['give', 'Assign'],
          ]
        : []),
    ] as [typeof tool.value, string][],
)
function choose(t: typeof tool.value) {
  tool.value = tool.value === t ? '' : t
}
// What ended while another tool was open, or is named by the address, is shown where it belongs.
watch(
  result,
  (r) => {
    const of: typeof tool.value = !r
      ? ''
      : r.bands
        ? 'count'
        : r.counts
          ? 'check'
          : r.byMachine !== undefined
            ? 'before'
            : r.refusedCount !== undefined
              ? 'in'
              : ''
    if (of !== '') tool.value = of
  },
  { immediate: true },
)

const weights = ref<Record<EffortBand, number>>({ ...firstWeights })
const bandWords: Record<EffortBand, string> = {
  new: 'new',
  '70': '70–84',
  '85': '85–94',
  '95': '95–99',
  '100': '100',
  '101': '101, in context',
  repeated: 'repeated',
}
const from = ref<number | null>(85)
const memory = ref(true)
const machine = ref(true)
const format = ref<ExchangeFormat>('xliff-2.1')
const formatWords: Record<ExchangeFormat, string> = {
  'xliff-2.1': 'XLIFF 2.1',
  'xliff-1.2': 'XLIFF 1.2',
  tmx: 'TMX 1.4b',
}
const checkWords = (code: string) =>
  targetChecks.find((c) => c.code === code)?.label ?? `House style: ${code.replace('style:', '')}`

const { data: people } = useAnswer('translators', () => ({ query: { language: lens.language } }))
const person = ref<number | null>(null)
const due = ref('')

async function run(work: () => Promise<JobDocument>) {
  result.value = undefined
  await start(work)
}
const countWords = () => run(() => call('weighWork', { body: { show: 'open', ...body.value, weights: weights.value } }))
const runChecks = () => run(() => call('checkTranslations', { body: { ...body.value, show: 'all' } }))
const pretranslate = () =>
  run(() =>
    call('pretranslate', {
      body: {
        ...body.value,
        memoryFrom: memory.value ? from.value : null,
        machine: machine.value,
        show: 'missing',
      },
    }),
  )
watch(result, (r) => {
  if (r?.step !== undefined && r.step !== null) emit('done')
})
async function sendOut() {
  try {
    await download('exportTranslations', { body: { ...body.value, format: format.value } })
  } catch (e) {
    tellProblem(e)
  }
}
const back = shallowRef<string>()
async function bring([chosen]: File[]) {
  if (!chosen) return
  back.value = chosen.name
  await run(() =>
    callForJob('importTranslations', { body: chosen, headers: { 'content-type': 'application/xliff+xml' } }),
  )
}
async function give() {
  try {
    const data = await call('shareWork', {
      body: { language: lens.language, records: props.selected, person: person.value, due: due.value || null },
    })
    tell(
      person.value === null
        ? `${data.records} unassigned`
        : `${data.records} assigned to ${people.value?.items.find((p) => p.id === person.value)?.name ?? 'them'}`,
    )
    emit('done')
  } catch (e) {
    tellProblem(e)
  }
}
async function undoWork(step: number) {
  await start(() => call('undoStep', { params: { id: step } }))
  emit('done')
}
const number = (n: number | undefined) => numberShown(n ?? 0)
</script>

<template>
  <section class="border-t border-hair px-5 py-2 text-[13px]" aria-label="Bulk actions">
    <div class="flex flex-wrap items-baseline gap-x-4 gap-y-1">
      <span class="text-ink2">With {{ what }}:</span>
      <button
        v-for="[t, words] in tools"
        :key="t"
        type="button"
        class="plain min-h-6"
        :class="{ 'text-ink border-ink': tool === t }"
        :aria-expanded="tool === t"
        @click="choose(t)"
      >
        {{ words }}
      </button>
      <span v-if="busy" class="ml-auto text-ink2" role="status">Working …</span>
    </div>
    <p v-if="failure" class="pt-1.5 text-madder" role="alert">{{ failure }}</p>
    <div v-if="tool === 'count'" class="pt-2">
      <div class="flex flex-wrap items-end gap-3">
        <span class="text-ink2"
          >Weight of a word by match, in per cent of a new word (common practice; set as agreed):</span
        ><label v-for="b in effortBands" :key="b" class="text-ink2"
          >{{ bandWords[b]
          }}<NumberField
            class="ml-1 w-14"
            :label="bandWords[b]"
            :model-value="Math.round(weights[b] * 100)"
            required
            whole
            :least="0"
            :most="200"
            @update:model-value="weights[b] = $event! / 100"
        /></label>
        <button class="act main" type="button" :disabled="busy" @click="countWords">Count</button>
      </div>
      <template v-if="result?.bands">
        <p class="pt-2" role="status">
          <b class="font-semibold">{{ number(result.words) }}</b> words in
          {{ countShown(result.segments ?? 0, 'segment') }} that are open,
          <b class="font-semibold">{{ number(result.weighted) }}</b> weighted words
        </p>
        <table class="mt-1 tabular-nums">
          <thead>
            <tr>
              <th class="pr-5 text-left font-normal text-ink2">Match</th>
              <th v-for="b in effortBands" :key="b" class="px-3 text-right font-normal text-ink2">
                {{ bandWords[b] }}
              </th>
            </tr>
          </thead>
          <tbody>
            <tr>
              <th class="pr-5 text-left font-normal">Segments</th>
              <td v-for="b in effortBands" :key="b" class="px-3 text-right">{{ number(result.bands[b].segments) }}</td>
            </tr>
            <tr>
              <th class="pr-5 text-left font-normal">Words</th>
              <td v-for="b in effortBands" :key="b" class="px-3 text-right">{{ number(result.bands[b].words) }}</td>
            </tr>
          </tbody>
        </table>
      </template>
    </div>
    <div v-else-if="tool === 'check'" class="pt-2">
      <button class="act main" type="button" :disabled="busy" @click="runChecks">Check translations</button>
      <template v-if="result?.counts"
        ><p class="pt-2" role="status">
          {{ countShown(result.foundCount ?? 0, 'finding') }} in {{ countShown(result.segments ?? 0, 'segment')
          }}<template v-if="result.overruled">, {{ number(result.overruled) }} more are ignored</template>
        </p>
        <p class="flex flex-wrap gap-x-4 text-ink2">
          <span v-for="c in result.counts" :key="c.code">{{ checkWords(c.code) }}: {{ number(c.n) }}</span>
        </p>
        <ul class="mt-1 max-h-56 overflow-auto" tabindex="0" aria-label="Findings">
          <li v-for="(f, i) in result.found" :key="i" class="ruled">
            <NuxtLink class="plain" :to="{ path: `/translation/${segment(f.record)}`, query: lens.query }">{{
              f.title
            }}</NuxtLink>
            {{ ' ' }}<span class="text-ink2">{{ f.label }}, segment {{ f.segment + 1 }}</span> {{ ' '
            }}<span :class="f.level === 'blocker' ? 'text-madder' : 'text-ochre'">{{ f.message }}</span>
          </li>
        </ul></template
      >
    </div>
    <div v-else-if="tool === 'before'" class="flex flex-wrap items-center gap-4 pt-2">
      <CheckBox v-model="memory"> from the memory, matches of</CheckBox
      ><NumberField
        v-model="from"
        class="w-16"
        label="Minimum match score"
        live
        required
        whole
        :least="70"
        :most="101"
      /><span>and above</span>
      <CheckBox v-model="machine"> the rest by machine</CheckBox>
      <button class="act main" type="button" :disabled="busy || (!memory && !machine)" @click="pretranslate">
        Translate {{ what }}
      </button>
      <span class="text-ink2"
        >Pre-translated texts count as machine translations until somebody confirms them. Existing texts are never
        overwritten.</span
      >
      <p v-if="result?.byMachine !== undefined" class="w-full" role="status">
        {{ number(result.segments) }} open segments of {{ countShown(result.records ?? 0, 'record') }}:
        {{ number(result.fromMemory) }} from the memory, {{ number(result.byMachine) }} by machine,
        {{ number(result.left) }} left open.
        <button v-if="result.step != null" class="plain" type="button" @click="undoWork(result.step)">Undo</button
        ><span v-if="result.unknown?.length" class="block text-ink2"
          >Words the machine could not translate:
          {{
            result.unknown
              .slice(0, 20)
              .map((u) => `${u.word} (${u.times})`)
              .join(', ')
          }}</span
        >
      </p>
    </div>
    <div v-else-if="tool === 'out'" class="flex flex-wrap items-center gap-3 pt-2">
      <SelectField v-model="format" label="Format" :options="withWords(exchangeFormats, formatWords)" /><button
        class="act main"
        type="button"
        @click="sendOut"
      >
        Export {{ what }}</button
      ><span class="text-ink2">Includes translation memory matches and glossary terms.</span>
    </div>
    <div v-else-if="tool === 'in'" class="pt-2">
      <FileField class="act" label="Choose a translated file" accept=".xlf,.xliff,.xml" @choose="bring" />
      <span class="ml-2 text-ink2">XLIFF 2.1 or 1.2</span>
      <template v-if="result?.refusedCount !== undefined"
        ><p class="pt-1.5" role="status">
          <b class="font-semibold">{{ back }}</b>: {{ countShown(result.taken ?? 0, 'segment') }} imported,
          {{ number(result.unchanged) }} unchanged, {{ number(result.refusedCount) }} rejected.
          <button v-if="result.step != null" class="plain" type="button" @click="undoWork(result.step)">Undo</button>
        </p>
        <ul class="max-h-48 overflow-auto" tabindex="0" aria-label="Rejected segments">
          <li v-for="(r, i) in result.refused" :key="i" class="ruled">
            <span class="code">{{ r.unit }} {{ r.segment }}</span> <span class="text-madder">{{ r.reason }}</span>
          </li>
        </ul></template
      >
      <p v-else-if="result?.problem" class="pt-1.5 text-madder" role="alert">{{ result.problem.detail }}</p>
    </div>
    <div v-else-if="tool === 'give'" class="flex flex-wrap items-center gap-3 pt-2">
      <SelectField
        v-model="person"
        label="Assign to"
        :options="[option(null, 'nobody'), ...(people?.items ?? []).map((p) => option(p.id, p.name))]"
      /><label class="text-ink2">due<DateField v-model="due" class="ml-2" /></label
      ><button class="act main" type="button" :disabled="selected.length === 0" @click="give">
        Assign the {{ selected.length }} selected</button
      ><span v-if="selected.length === 0" class="text-ink2">Select texts in the list first (Space).</span>
    </div>
  </section>
</template>
