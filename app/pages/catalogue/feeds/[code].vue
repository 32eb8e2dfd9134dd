<script setup lang="ts">
import type { Feed } from '@contracts/feeds'
import { everyInWords, pauses } from '~/components/imports/feedWords'

const route = useRoute()
const session = useSessionStore()
const code = computed(() => (route.params.code === 'new' ? null : String(route.params.code)))
const record = useRecord(
  'feeds',
  () => code.value,
  () => ({
    code: '',
    name: '',
    source: 'folder',
    place: '',
    everyMinutes: 60,
    take: 'all',
    mapping: null,
    resting: false,
  }),
  (r) => r.name,
)
const { draft, stored, changed, problem, conflict, busy } = record
const readonly = computed(() => !session.mayAdminister)
const { data: saved } = useAnswer('listSaved', () => ({ query: { kind: 'mapping' } }))
const mappingOptions = computed(() => {
  const current = draft.value?.mapping
  const mappings = (saved.value?.items ?? []).map((k) => option(String(k.id), `by the mapping “${k.name}”`))
  return [
    option('', 'are named as in a product file'),
    ...(current ? [option('now', `current mapping, ${current.columns.length} columns`)] : []),
    ...mappings,
  ]
})
/** How often it can be checked, with what is chosen among them. */
const pausesOffered = computed(() => [...new Set([...pauses, draft.value!.everyMinutes])].sort((a, b) => a - b))
function takeMapping(id: string) {
  const found = saved.value?.items.find((k) => k.id === Number(id))
  draft.value!.mapping = found ? (found.content as unknown as Feed['mapping']) : null
}
const past = ref(false)
const save = async () => {
  if (!readonly.value && changed.value) await record.save()
}
useKeys('Feed', [
  { keys: 'Ctrl+S', does: 'Save', always: true, run: () => void save() },
  {
    keys: 'h',
    does: 'Show or hide history',
    run: () => {
      past.value = !past.value
    },
  },
])
</script>

<template>
  <div class="page">
    <div v-if="problem" class="p-8" role="alert">
      <h1>{{ problem.problem.title }}</h1>
      <p class="mt-2">{{ problem.sentence }}</p>
    </div>
    <template v-else-if="draft && stored">
      <PageHead :title="draft.name || 'New feed'" :back="{ to: '/catalogue/feeds', label: 'Feeds' }">
        <template #actions
          ><RecordActions
            v-model="past"
            it="Feed"
            :history="code !== null"
            :changed="changed"
            :readonly="readonly"
            :blocked="busy || !draft.name.trim()"
            @leave="record.reset"
            @save="save"
        /></template>
      </PageHead>
      <div class="page-body padded" tabindex="0" aria-label="The feed">
        <ConflictNote v-if="conflict" @theirs="record.takeTheirs()" @mine="record.keepMine()" />
        <HistoryList
          v-if="past && code"
          :of="{ kind: 'feeds', code }"
          :version="stored"
          :after="() => record.takeTheirs()"
        />
        <div v-else class="grid max-w-[720px] grid-cols-[96px_minmax(0,1fr)] items-start gap-x-4 gap-y-2.5">
          <p v-if="readonly" class="col-span-2 text-ochre" role="status">
            Read only: only an administrator can change feeds.
          </p>
          <FormField path="name" beside for="name" label="Name">
            <TextField
              id="name"
              v-model="draft.name"
              maxlength="120"
              :disabled="readonly"
              placeholder="Stock of the warehouse"
              class="w-full"
            />
          </FormField>

          <FormField path="source" beside for="source" label="From">
            <SelectField
              id="source"
              :disabled="readonly"
              v-model="draft.source"
              class="w-48"
              :options="[option('folder', 'a folder'), option('address', 'an address')]"
            />
          </FormField>

          <FormField path="place" beside for="place" :label="draft.source === 'folder' ? 'Folder' : 'Address'">
            <TextField
              id="place"
              v-model="draft.place"
              maxlength="2000"
              :disabled="readonly"
              :placeholder="draft.source === 'folder' ? 'warehouse/stock' : 'https://supplier.example/range.csv'"
              class="w-full"
            />
            <p class="text-[12.5px] text-ink2">
              {{
                draft.source === 'folder'
                  ? 'A folder inside the feeds folder. The newest CSV, XLSX or JSON Lines file in it is imported.'
                  : 'A CSV, XLSX or JSON Lines file. It is imported when it has changed.'
              }}
            </p>
          </FormField>

          <FormField path="everyMinutes" beside for="every" label="Checked">
            <SelectField
              id="every"
              :disabled="readonly"
              v-model="draft.everyMinutes"
              class="w-48"
              :options="withWords(pausesOffered, everyInWords)"
            />
          </FormField>

          <FormField beside for="mapping" label="Columns">
            <SelectField
              id="mapping"
              :disabled="readonly"
              :model-value="draft.mapping ? 'now' : ''"
              class="w-72"
              :options="mappingOptions"
              @update:model-value="takeMapping($event)"
            />
            <p class="text-[12.5px] text-ink2">
              Save a mapping when you import a file by hand. The feed uses a copy of it.
            </p>
          </FormField>

          <FormField path="take" beside for="take" label="With problems">
            <SelectField
              id="take"
              :disabled="readonly"
              v-model="draft.take"
              class="w-72"
              :options="[option('all', 'import nothing'), option('good', 'import the rows without problems')]"
            />
          </FormField>

          <span /><CheckBox v-model="draft.resting" :disabled="readonly">Paused</CheckBox>
          <p
            v-for="e in record.otherErrors.value.slice(0, 5)"
            :key="e.path"
            class="col-start-2 text-madder"
            role="alert"
          >
            {{ e.message }}
          </p>
          <p v-if="code && !readonly" class="col-start-2">
            <button type="button" class="plain" @click="record.remove()">Delete feed</button>
            {{ ' ' }}<span class="text-[12.5px] text-ink2">Imported data stays.</span>
          </p>
        </div>
      </div>
    </template>
  </div>
</template>
