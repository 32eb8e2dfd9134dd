<script setup lang="ts" generic="K extends RecordKindName">
import type { RecordKindName, RecordOf } from '@contracts/operations/records'
import type { Key } from '~/composables/useKeys'

/**
 * The page of one record: its head with history, delete and save, what stands in the way of saving, and its form in the
 * slot.
 */
const props = defineProps<{
  record: ReturnType<typeof useRecord<K>>
  /** What one of its kind is called, and the list of them. */
  it: string
  many: string
  title: string
  readonly: boolean
  /** What is asked before it is deleted. */
  removal: string
  /** What has to be given before it can be saved; '' where nothing has. */
  missing?: string
  /** How the draft becomes what is saved, where that is not the draft itself. */
  prepare?: (record: RecordOf<K>) => RecordOf<K>
  /** Keys of the page beside those of every record. */
  keys?: Key[]
  /** Once it was saved, deleted or put back. */
  after?: () => unknown
}>()
const { draft, stored, changed, problem, conflict, busy, otherErrors, code, list, history } = props.record
const past = ref(false)
const sure = ref(false)
watch(code, () => {
  past.value = sure.value = false
})
async function save() {
  if (props.readonly || !draft.value) return
  if (props.missing)
    return tellProblem(new ApiProblem({ title: 'Not complete yet', status: 422, detail: props.missing }))
  if (await props.record.save(props.prepare)) await props.after?.()
}
async function afterUndo() {
  await props.record.takeTheirs()
  await props.after?.()
}
useKeys(props.it, [
  { keys: 'Ctrl+S', does: 'Save', always: true, run: () => void save() },
  {
    keys: 'h',
    does: 'Show or hide history',
    run: () => {
      past.value = !past.value
    },
  },
  ...(props.keys ?? []),
])
</script>

<template>
  <div class="page">
    <div v-if="problem" class="p-8" role="alert">
      <h1>{{ problem.problem.title }}</h1>
      <p class="mt-2">{{ problem.sentence }}</p>
      <NuxtLink :to="list" class="act mt-3">To the {{ many.toLowerCase() }}</NuxtLink>
    </div>
    <template v-else-if="draft">
      <PageHead :title="title || `New ${it.toLowerCase()}`" :back="{ to: list, label: many }">
        <template #place>
          <span>{{ code ?? 'new' }}</span>
          <slot name="beside" />
        </template>
        <template #actions>
          <RecordActions
            v-model="past"
            :it="it"
            :history="code !== null"
            :changed="changed"
            :readonly="readonly"
            :blocked="busy"
            @leave="record.reset"
            @save="save"
          >
            <span class="text-[12px] text-ink2" role="status">{{
              changed ? 'Not saved yet; stored in this browser' : code ? 'Saved' : ''
            }}</span>
            <button v-if="code && !readonly" type="button" class="plain" @click="sure = true">Delete</button>
          </RecordActions>
        </template>
        <template v-if="sure || $slots.under" #controls>
          <p v-if="sure" class="inline-row" role="alert">
            {{ removal }}
            <button type="button" class="act main" @click="record.remove(async () => after?.())">Delete</button
            ><button type="button" class="plain" @click="sure = false">Cancel</button>
          </p>
          <slot name="under" />
        </template>
      </PageHead>
      <div class="page-body padded" tabindex="0" :aria-label="`The ${it.toLowerCase()}`">
        <HistoryList v-if="past && history" :of="history" :version="stored" :after="afterUndo" />
        <template v-else>
          <ConflictNote v-if="conflict" class="mb-3" @theirs="record.takeTheirs()" @mine="record.keepMine()" />
          <ul v-if="otherErrors.length" class="mb-3 text-madder" role="alert">
            <li v-for="e in otherErrors" :key="e.path + e.message">
              <span v-if="e.path" class="code">{{ e.path }}</span> {{ e.message }}
            </li>
          </ul>
          <slot />
        </template>
      </div>
    </template>
    <p v-else class="p-8 text-ink2">Opening …</p>
  </div>
</template>
