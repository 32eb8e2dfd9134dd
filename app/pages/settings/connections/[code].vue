<script setup lang="ts">
import { connectionEventNames } from '@contracts/connections'
import { toggled } from '@core/lists/toggled'
import { eventWords } from '~/components/settings/connectionWords'

const route = useRoute()
const session = useSessionStore()
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
const { draft, stored, changed } = record
const readonly = computed(() => !session.mayAdminister)
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
            v-model="draft!.address"
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
        <span /><CheckBox v-model="draft!.resting" :disabled="readonly">Paused</CheckBox>
      </div>
      <ConnectionSending v-if="code && stored && !readonly" :code="code" :address="stored.address" :changed="changed" />
    </div>
  </RecordPage>
</template>
