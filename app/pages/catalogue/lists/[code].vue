<script setup lang="ts">
const route = useRoute()
const setup = useSetupStore()
const session = useSessionStore()
const code = computed(() => (route.params.code === 'new' ? null : String(route.params.code)))
const record = useRecord(
  'lists',
  () => code.value,
  () => ({ code: '', name: '', note: '', skus: [] }),
  (r) => r.name,
)
const { draft, stored, changed, problem, conflict, busy } = record
const readonly = computed(() => !session.mayEdit)
const past = ref(false)
async function save() {
  if (!readonly.value && changed.value && (await record.save())) await setup.reload()
}
useKeys('Named list', [
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
      <PageHead :title="draft.name || 'New list'" :back="{ to: '/catalogue/lists', label: 'Named lists' }">
        <template #line>{{ countShown(draft.skus.length, 'product') }}</template>
        <template #actions
          ><RecordActions
            v-model="past"
            it="List"
            :history="code !== null"
            :changed="changed"
            :readonly="readonly"
            :blocked="busy || !draft.name.trim()"
            @leave="record.reset"
            @save="save"
            ><NuxtLink
              v-if="code"
              class="plain"
              :to="{
                path: '/catalogue',
                query: { where: JSON.stringify({ field: 'list', is: 'equals', value: code }) },
              }"
              >Show in catalogue</NuxtLink
            ></RecordActions
          ></template
        >
      </PageHead>
      <div class="page-body padded" tabindex="0" aria-label="The list">
        <ConflictNote v-if="conflict" @theirs="record.takeTheirs()" @mine="record.keepMine()" />
        <HistoryList
          v-if="past && code"
          :of="{ kind: 'lists', code }"
          :version="stored"
          :after="() => record.takeTheirs()"
        />
        <div v-else class="grid max-w-[760px] grid-cols-[80px_minmax(0,1fr)] items-start gap-x-4 gap-y-2.5">
          <FormField path="name" beside for="name" label="Name">
            <TextField id="name" v-model="draft.name" maxlength="120" :disabled="readonly" class="w-full" />
          </FormField>

          <FormField path="note" beside for="note" label="Note">
            <TextField
              id="note"
              v-model="draft.note"
              maxlength="1000"
              :disabled="readonly"
              placeholder="Purpose of the list"
              class="w-full"
            />
          </FormField>

          <span class="pt-1.5 text-ink2">Products</span
          ><SkuList v-model="draft.skus" label="Products of the list" :disabled="readonly" />
          <p class="col-start-2 text-[12.5px] text-ink2">
            A variant counts as its parent. Paste SKUs from a spreadsheet, or add products from the catalogue.
          </p>
          <p
            v-for="e in record.otherErrors.value.slice(0, 5)"
            :key="e.path"
            class="col-start-2 text-madder"
            role="alert"
          >
            {{ e.message }}
          </p>
          <p v-if="code && !readonly" class="col-start-2">
            <button type="button" class="plain" @click="record.remove(setup.reload)">Delete list</button>
            {{ ' ' }}<span class="text-[12.5px] text-ink2">Its products stay.</span>
          </p>
        </div>
      </div>
    </template>
  </div>
</template>
