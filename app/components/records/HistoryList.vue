<script setup lang="ts">
import type { HistoryEntry } from '@contracts/history'
import type { RecordKindName } from '@contracts/operations/records'

/**
 * The history of a product or of a record of a kind. `after` is called when a change was undone, even where people have
 * gone on meanwhile.
 */
const props = defineProps<{
  of: { sku: string } | { kind: RecordKindName; code: string }
  version: unknown
  after: () => unknown
}>()
const session = useSessionStore()
const { pathWords, valueWords } = useHistoryWords()
const filter = reactive({ field: '', person: '', from: null as string | null, to: null as string | null })
const isFiltered = computed(() => Object.values(filter).some(Boolean))
const clearFilter = () => Object.assign(filter, { field: '', person: '', from: null, to: null })
/** A day of the filter as the moment at which it begins here; the last day counts whole. */
const startOf = (day: string, after = 0) => {
  const date = new Date(`${day}T00:00`)
  date.setDate(date.getDate() + after)
  return date.toISOString()
}
const query = (before: number | undefined) => ({
  before,
  field: filter.field || undefined,
  person: filter.person || undefined,
  from: filter.from ? startOf(filter.from) : undefined,
  to: filter.to ? startOf(filter.to, 1) : undefined,
})
const on = () => props.version
const ofProduct = useMore(
  'getHistory',
  (before) => ('sku' in props.of ? { params: props.of, query: query(before) } : undefined),
  { on },
)
const ofRecord = useMore(
  'recordHistory',
  (before) => ('sku' in props.of ? undefined : { params: props.of, query: query(before) }),
  { on },
)
const history = 'sku' in props.of ? ofProduct : ofRecord
const { items: entries, problem, hasMore, showMore } = history
/** A history that is seen at a glance needs no filter. */
const leastFiltered = 6
const offersFilter = computed(() => isFiltered.value || hasMore.value || entries.value.length >= leastFiltered)
const facetsOfProduct = useAnswer(
  'getHistoryFacets',
  () => (offersFilter.value && 'sku' in props.of ? { params: props.of } : undefined),
  { on },
)
const facetsOfRecord = useAnswer(
  'recordHistoryFacets',
  () => (offersFilter.value && !('sku' in props.of) ? { params: props.of } : undefined),
  { on },
)
const facets = computed(() => facetsOfProduct.data.value ?? facetsOfRecord.data.value)
const fields = computed(() =>
  (facets.value?.fields ?? [])
    .map((field) => option(field, pathWords(field)))
    .sort((a, b) => a.label.localeCompare(b.label)),
)
const undo = (change: number) =>
  'sku' in props.of
    ? call('undoProductChange', { params: props.of, body: { change } })
    : call('undoRecordChange', { params: props.of, body: { change } })

const visible = (e: HistoryEntry) =>
  e.differences.filter((d) => !/^(state|source):/.test(d.path) || e.differences.length === 1)
/** Whether some of an entry is cut short at first. */
const isLong = (e: HistoryEntry) =>
  visible(e).length > 6 ||
  visible(e).some((d) => valueWords(d.path, d.before).length + valueWords(d.path, d.after).length > 80)
const open = ref<number[]>([])
async function undoChange(e: HistoryEntry) {
  try {
    const { skipped } = await undo(e.id)
    tell(skipped.length > 0 ? `Undone, except what has changed since: ${skipped.map(pathWords).join(', ')}` : 'Undone')
    props.after()
    await history.refresh()
  } catch (problemOf) {
    tellProblem(problemOf)
  }
}
</script>

<template>
  <section aria-label="History">
    <p v-if="problem" class="text-madder" role="alert">{{ problem.sentence }}</p>
    <div v-if="offersFilter" class="cluster pb-1 pt-2" role="search" aria-label="Filter the history">
      <SelectField v-model="filter.field" label="Field" :options="[option('', 'all fields'), ...fields]" />
      <SelectField
        v-model="filter.person"
        label="Person"
        :options="[option('', 'everybody'), ...(facets?.people ?? []).map((p) => option(p.email, p.name))]"
      />
      <label class="inline-row text-ink2">from<DateField v-model="filter.from" label="From day" /></label>
      <label class="inline-row text-ink2">to<DateField v-model="filter.to" label="To day" /></label>
      <button v-if="isFiltered" class="plain" type="button" @click="clearFilter">Show all</button>
    </div>
    <p v-if="isFiltered && entries.length === 0" class="py-2 text-ink2" role="status">No changes match the filter.</p>
    <ol>
      <li v-for="(e, i) in entries" :key="e.id" class="ruled py-2">
        <div class="title-row">
          <b class="font-semibold">{{ e.title }}</b><span class="text-ink2"
            >{{ e.person ?? 'Ink Loom' }}, {{ whenShown(e.at) }}</span
          >
          <button
            v-if="session.mayEdit && !e.made && e.differences.length"
            class="plain ml-auto"
            type="button"
            :aria-label="`Undo: ${e.title}, ${i + 1}`"
            @click="undoChange(e)"
          >
            Undo
          </button>
        </div>
        <template v-if="!e.made">
          <p
            v-for="d in visible(e).slice(0, open.includes(e.id) ? undefined : 6)"
            :key="d.path"
            :class="{ truncate: !open.includes(e.id) }"
          >
            <span class="text-ink2">{{ pathWords(d.path) }}:</span>{{ ' '
            }}<del class="gone">{{ valueWords(d.path, d.before) }}</del> {{ ' '
            }}<ins class="come">{{ valueWords(d.path, d.after) }}</ins>
          </p>
          <button
            v-if="!open.includes(e.id) && isLong(e)"
            class="plain text-[12px]"
            type="button"
            @click="open.push(e.id)"
          >
            {{ visible(e).length > 6 ? `Show all ${visible(e).length} changes` : 'Show in full' }}
          </button>
        </template>
      </li>
    </ol>
    <button v-if="hasMore" class="act mt-2" type="button" @click="showMore">Older changes</button>
  </section>
</template>
