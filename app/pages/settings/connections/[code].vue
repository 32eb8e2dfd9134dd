<script setup lang="ts">
import { connectionEventNames } from '@contracts/connections'
import { toggled } from '@core/lists/toggled'
import { eventWords } from '~/components/settings/connectionWords'

const route = useRoute()
const session = useSessionStore()
const setup = useSetupStore()
const code = computed(() => (route.params.code === 'new' ? null : String(route.params.code)))
const record = useRecord(
  'connections',
  () => code.value,
  () => ({
    code: '',
    name: '',
    kind: 'webhook',
    address: '',
    events: ['release.live'],
    storefronts: [],
    resting: false,
  }),
  (r) => r.name,
)
const { draft, stored, changed, problem, conflict, busy } = record
const readonly = computed(() => !session.mayAdminister)
const past = ref(false)
const save = async () => {
  if (!readonly.value && changed.value) await record.save()
}
useKeys('Connection', [
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
      <div class="page-head">
        <NuxtLink to="/settings/connections" class="code">Connections</NuxtLink>
        <h1>{{ draft.name || 'New connection' }}</h1>
        <RecordActions
          v-model="past"
          it="Connection"
          :history="code !== null"
          :changed="changed"
          :readonly="readonly"
          :blocked="busy || !draft.name.trim() || draft.events.length === 0"
          @leave="record.reset"
          @save="save"
        />
      </div>
      <div class="page-body padded" tabindex="0" aria-label="The connection">
        <ConflictNote v-if="conflict" @theirs="record.takeTheirs()" @mine="record.keepMine()" />
        <HistoryList
          v-if="past && code"
          :of="{ kind: 'connections', code }"
          :version="stored"
          :after="() => record.takeTheirs()"
        />
        <template v-else>
          <p v-if="readonly" class="text-ochre" role="status">
            Read only: only an administrator can change connections.
          </p>
          <div class="grid max-w-[720px] grid-cols-[96px_minmax(0,1fr)] items-start gap-x-4 gap-y-2.5">
            <FormField path="name" beside for="name" label="Name">
              <TextField
                id="name"
                v-model="draft.name"
                maxlength="120"
                :disabled="readonly"
                placeholder="Cache of the shop"
                class="w-full"
              />
            </FormField>
            <FormField path="address" beside for="address" label="Address">
              <TextField
                id="address"
                v-model="draft.address"
                maxlength="2000"
                :disabled="readonly"
                placeholder="https://shop.example/messages"
                class="w-full"
              />
            </FormField>
            <FormField path="events" beside label="Told when">
              <div class="grid gap-0.5" role="group" aria-label="Told when">
                <CheckBox
                  v-for="event in connectionEventNames"
                  :key="event"
                  :disabled="readonly"
                  :model-value="draft.events.includes(event)"
                  @update:model-value="draft.events = toggled(draft.events, event)"
                  >{{ eventWords[event] }}</CheckBox
                >
              </div>
            </FormField>
            <FormField path="storefronts" beside label="Storefronts">
              <div class="flex flex-wrap gap-x-4 gap-y-0.5" role="group" aria-label="Storefronts">
                <CheckBox
                  v-for="s in setup.storefronts"
                  :key="s.code"
                  :disabled="readonly"
                  :model-value="draft.storefronts.includes(s.code)"
                  @update:model-value="draft.storefronts = toggled(draft.storefronts, s.code)"
                  >{{ s.name }}</CheckBox
                >
              </div>
              <p class="text-[12.5px] text-ink2">Without a choice, all of them.</p>
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
          </div>
          <ConnectionSending v-if="code && !readonly" :code="code" :address="stored.address" :changed="changed" />
          <p v-if="code && !readonly" class="mt-6">
            <button type="button" class="plain" @click="record.remove()">Delete connection</button>
            {{ ' ' }}<span class="text-[12.5px] text-ink2">What still waits is not sent.</span>
          </p>
        </template>
      </div>
    </template>
  </div>
</template>
