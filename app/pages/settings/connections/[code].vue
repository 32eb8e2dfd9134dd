<script setup lang="ts">
import { connectionEventNames, connectionKindNames, type Connection } from '@contracts/connections'
import { toggled } from '@core/lists/toggled'
import { releasedFields } from '@core/exports/released-fields'
import { eventWords, kindWords } from '~/components/settings/connectionWords'

const route = useRoute()
const session = useSessionStore()
const code = computed(() => (route.params.code === 'new' ? null : String(route.params.code)))
const usualFields = ['sku', 'name', 'summary', 'price', 'currency', 'availability', 'address', 'picture'] as const
/** What a new connection of each kind begins with. */
const blanks: Record<Connection['kind'], () => Pick<Connection, 'events' | 'files'>> = {
  webhook: () => ({ events: ['release.live'] }),
  shop: () => ({ events: ['page.changed'] }),
  files: () => ({
    events: ['release.live'],
    files: {
      format: 'csv',
      languages: [],
      columns: usualFields.map((field) => ({ field, header: releasedFields[field].label })),
      schedule: null,
    },
  }),
}
const record = useRecord(
  'connections',
  () => code.value,
  () => ({ code: '', name: '', kind: 'webhook', address: '', storefronts: [], resting: false, ...blanks.webhook() }),
  (r) => r.name,
)
const { draft, stored, changed } = record
const readonly = computed(() => !session.mayAdminister)

function chooseKind(kind: Connection['kind']) {
  const { files: _, ...rest } = draft.value!
  draft.value = { ...rest, kind, ...blanks[kind]() }
}
const placeholders: Record<Connection['kind'], { name: string; address: string }> = {
  webhook: { name: 'Cache of the shop', address: 'https://shop.example/messages' },
  shop: { name: 'Pages of the shop', address: 'https://shop.example/pages' },
  files: { name: 'Price list for the market', address: 'market/daily' },
}
</script>

<template>
  <RecordPage
    :record="record"
    it="Connection"
    many="Connections"
    :title="draft?.name ?? ''"
    :readonly="readonly"
    removal="Delete this connection? What still waits is not sent."
  >
    <div v-if="draft">
      <p v-if="readonly" class="text-ochre" role="status">Read only: only an administrator can change connections.</p>
      <div class="grid max-w-[720px] grid-cols-[96px_minmax(0,1fr)] items-start gap-x-4 gap-y-2.5">
        <FormField v-if="code === null" path="kind" beside for="kind" label="Sends">
          <SelectField
            id="kind"
            class="w-72"
            label="What it sends"
            :disabled="readonly"
            :model-value="draft.kind"
            :options="connectionKindNames.map((kind) => option(kind, kindWords[kind]))"
            @update:model-value="chooseKind"
          />
        </FormField>
        <template v-else>
          <span class="text-ink2">Sends</span><span>{{ kindWords[draft.kind] }}</span>
        </template>
        <FormField path="name" beside for="name" label="Name">
          <TextField
            id="name"
            v-model="draft.name"
            maxlength="120"
            :disabled="readonly"
            :placeholder="placeholders[draft.kind].name"
            class="w-full"
          />
        </FormField>
        <FormField path="address" beside for="address" :label="draft.kind === 'files' ? 'Folder' : 'Address'">
          <TextField
            id="address"
            v-model="draft!.address"
            maxlength="2000"
            :disabled="readonly"
            :placeholder="placeholders[draft.kind].address"
            class="w-full"
          />
          <p v-if="draft.kind === 'files'" class="text-[12.5px] text-ink2">
            Inside the folder or bucket for files that this installation has.
          </p>
        </FormField>
        <FormField v-if="draft.kind === 'webhook'" path="events" beside label="Told when">
          <div class="grid gap-0.5" role="group" aria-label="Told when">
            <CheckBox
              v-for="event in connectionEventNames"
              :key="event"
              :disabled="readonly"
              :model-value="draft!.events.includes(event)"
              @update:model-value="draft!.events = toggled(draft!.events, event)"
              >{{ eventWords[event] }}</CheckBox
            >
          </div>
        </FormField>
        <FormField path="storefronts" beside label="Storefronts">
          <div class="flex flex-wrap gap-x-4 gap-y-0.5" role="group" aria-label="Storefronts">
            <StorefrontBoxes v-model="draft!.storefronts" :disabled="readonly" />
          </div>
          <p class="text-[12.5px] text-ink2">Without a choice, all of them.</p>
        </FormField>
        <FilesForm
          v-if="draft.files"
          v-model:files="draft.files"
          v-model:events="draft.events"
          :storefronts="draft.storefronts"
          :disabled="readonly"
        />
        <span /><CheckBox v-model="draft!.resting" :disabled="readonly">Paused</CheckBox>
      </div>
      <ConnectionSending v-if="code && stored && !readonly" :record="stored" :changed="changed" />
    </div>
  </RecordPage>
</template>
