<script setup lang="ts">
import {
  releasedFileFormats,
  type ConnectionEventName,
  type ReleasedColumn,
  type ReleasedFileFormat,
  type ReleasedFiles,
} from '@contracts/connections'
import { releasedFieldNames, releasedFields, type ReleasedFieldName } from '@core/exports/released-fields'
import { toggled } from '@core/lists/toggled'
import { workdays } from '@core/release/plan'
import { formatWords } from './connectionWords'

/** What the files of a connection hold, and when they are written. */
const files = defineModel<ReleasedFiles>('files', { required: true })
const events = defineModel<ConnectionEventName[]>('events', { required: true })
const props = defineProps<{ storefronts: readonly string[]; disabled?: boolean }>()
const setup = useSetupStore()

const change = (part: Partial<ReleasedFiles>) => {
  files.value = { ...files.value, ...part }
}
const languages = computed(() => {
  const wanted = setup.storefronts.filter((s) => props.storefronts.length === 0 || props.storefronts.includes(s.code))
  return [...new Set(wanted.flatMap((s) => s.editions.map((e) => e.language)))]
})

// JSON-LD has words of its own: what was chosen for other formats comes back with them.
const otherColumns = ref<ReleasedColumn[]>([])
function chooseFormat(format: ReleasedFileFormat) {
  if (format === 'jsonld') otherColumns.value = files.value.columns
  const columns = files.value.columns.length > 0 ? files.value.columns : otherColumns.value
  change({ format, columns: format === 'jsonld' ? [] : columns })
}

const columns = computed({
  get: () => files.value.columns,
  set: (list) => change({ columns: list }),
})
/** A header that no column has yet, for another column of a field. */
function freeHeader(field: ReleasedFieldName): string {
  const { label } = releasedFields[field]
  const taken = new Set(columns.value.map((c) => c.header))
  let header: string = label
  for (let n = 2; taken.has(header); n++) header = `${label} ${n}`
  return header
}
const unused = computed(() => {
  const used = new Set(columns.value.map((c) => c.field))
  return [...releasedFieldNames].sort((a, b) => Number(used.has(a)) - Number(used.has(b)))
})
function add(field: ReleasedFieldName | '') {
  if (field !== '') columns.value = [...columns.value, { field, header: freeHeader(field) }]
}
const rename = (i: number, header: string) => {
  columns.value = columns.value.map((c, j) => (j === i ? { ...c, header } : c))
}
const list = useTemplateRef<HTMLElement>('list')
const move = useMovableFields(() => list.value, columns)

const schedule = computed(() => files.value.schedule)
const setTimes = (part: Partial<NonNullable<ReleasedFiles['schedule']>>) =>
  change({ schedule: { days: [...workdays], time: '06:00', ...schedule.value, ...part } })
const setScheduled = (on: boolean) => (on ? setTimes({}) : change({ schedule: null }))
</script>

<template>
  <FormField path="files.format" beside for="format" label="Format">
    <SelectField
      id="format"
      class="w-56"
      label="Format"
      :disabled="disabled"
      :model-value="files.format"
      :options="releasedFileFormats.map((f) => option(f, formatWords[f]))"
      @update:model-value="chooseFormat"
    />
  </FormField>
  <FormField path="files.languages" beside label="Languages">
    <div class="cluster" role="group" aria-label="Languages">
      <CheckBox
        v-for="language in languages"
        :key="language"
        :disabled="disabled"
        :model-value="files.languages.includes(language)"
        @update:model-value="change({ languages: toggled(files.languages, language) })"
        >{{ languageName(language) }}</CheckBox
      >
    </div>
    <p class="text-[12.5px] text-ink2">A file for each storefront and language. Without a choice, all languages.</p>
  </FormField>
  <FormField path="events" beside label="Written">
    <div class="grid gap-0.5" role="group" aria-label="Written">
      <CheckBox
        :disabled="disabled"
        :model-value="events.includes('release.live')"
        @update:model-value="events = toggled(events, 'release.live')"
        >After each release</CheckBox
      >
      <CheckBox :disabled="disabled" :model-value="schedule !== null" @update:model-value="setScheduled"
        >On a schedule</CheckBox
      >
    </div>
    <div v-if="schedule" class="mt-1 grid gap-1.5 pl-6">
      <div class="cluster" role="group" aria-label="Days">
        <DayBoxes :model-value="schedule.days" :disabled="disabled" @update:model-value="setTimes({ days: $event })" />
      </div>
      <label class="inline-row"
        >at
        <TextField
          class="w-32"
          label="Time"
          type="time"
          :disabled="disabled"
          :model-value="schedule.time"
          @update:model-value="setTimes({ time: $event })"
        />
        <span class="text-ink2">by the clock of the storefront</span></label
      >
    </div>
  </FormField>
  <FormField v-if="files.format !== 'jsonld'" path="files.columns" beside label="Columns">
    <ul ref="list" aria-label="Columns">
      <li
        v-for="(column, i) in columns"
        :key="i"
        data-entry
        class="grid grid-cols-[22px_minmax(0,1fr)_minmax(0,1fr)_auto] items-center gap-x-2 py-px"
        @keydown.alt.up.prevent="move(i, i - 1)"
        @keydown.alt.down.prevent="move(i, i + 1)"
      >
        <span data-handle class="drag-number" :title="`Drag to move ${column.header}`">{{ i + 1 }}</span>
        <TextField
          class="!py-0.5"
          maxlength="120"
          :disabled="disabled"
          :label="`Header of column ${i + 1}`"
          :model-value="column.header"
          @update:model-value="rename(i, $event)"
        />
        <span class="truncate text-ink2">{{ releasedFields[column.field].label }}</span>
        <span v-if="!disabled" class="whitespace-nowrap">
          <IconButton icon="up" :label="`Move column ${i + 1} up`" :disabled="i === 0" @click="move(i, i - 1)" />
          <IconButton
            icon="down"
            :label="`Move column ${i + 1} down`"
            :disabled="i === columns.length - 1"
            @click="move(i, i + 1)"
          />
          <IconButton
            icon="remove"
            :label="`Remove column ${i + 1}`"
            @click="columns = columns.filter((_, j) => j !== i)"
          />
        </span>
      </li>
    </ul>
    <SelectField
      v-if="!disabled"
      class="mt-1 w-64"
      label="Add a column"
      model-value=""
      :options="[option('', 'Add a column …'), ...unused.map((f) => option(f, releasedFields[f].label))]"
      @update:model-value="add"
    />
  </FormField>
</template>
