<script setup lang="ts">
import {
  messageStates,
  type Connection,
  type ConnectionMessage,
  type ConnectionTest,
  type MessageState,
} from '@contracts/connections'
import { connectionStateWords, eventWords, messageStateWords, tryWords } from './connectionWords'

/** The secret of a connection, the test of its address, and what was sent to it with every try. */
const props = defineProps<{ record: Connection; changed: boolean }>()
const code = computed(() => props.record.code)
/** Files are signed by nobody. */
const isSigned = computed(() => props.record.kind !== 'files')
const setup = useSetupStore()
const { data: all, refresh: refreshAll } = useAnswer('listConnections', () => ({}), { on: () => props.record.address })
const connection = computed(() => all.value?.items.find((c) => c.code === code.value))
const state = ref<MessageState | ''>('')
const messages = useMore('listMessages', (before) => ({
  query: {
    connection: code.value,
    ...(state.value === '' ? {} : { state: state.value }),
    ...(before === undefined ? {} : { before: Number(before) }),
  },
}))
const refresh = () => Promise.all([refreshAll(), messages.refresh()])

const isTestable = computed(() => !isSigned.value || connection.value?.hasSecret === true)
/** Whether somebody is asked before the secret is replaced, which the other side has to be told of. */
const replacing = ref(false)
/** The secret that was just made, which is shown this once. */
const secret = ref('')
const test = shallowRef<ConnectionTest>()
watch(code, () => {
  replacing.value = false
  secret.value = ''
  test.value = undefined
})
const { busy, during } = useBusy()
const params = computed(() => ({ code: code.value }))
const makeSecret = () =>
  during(async () => {
    replacing.value = false
    secret.value = (await call('makeConnectionSecret', { params: params.value })).secret
    await refresh()
  })
const sendTest = () =>
  during(async () => {
    test.value = await call('testConnection', { params: params.value })
    await refresh()
  })
const sendAll = () =>
  during(async () => {
    const { storefronts } = await call('sendEverything', { params: params.value })
    tell(`What is live in ${countShown(storefronts, 'storefront')} will be sent within seconds.`)
    await refresh()
  })
const sendAgain = ({ id }: ConnectionMessage) =>
  during(async () => {
    await call('sendMessageAgain', { params: { id: String(id) } })
    tell('The message is sent again.')
    await refresh()
  })
const discard = ({ id }: ConnectionMessage) =>
  during(async () => {
    await call('discardMessage', { params: { id: String(id) } })
    await refresh()
  })
const verifiedWords: Record<Connection['kind'], string> = {
  webhook: 'The address is verified: messages are sent to it.',
  shop: 'The address is verified: pages are sent to it as they change.',
  files: 'Files can be written there.',
}
const testWords = ({ verified, problem }: ConnectionTest) =>
  verified && problem === null ? verifiedWords[props.record.kind] : problem
const titleOf = ({ event, storefront }: ConnectionMessage) =>
  [eventWords[event], ...(storefront === null ? [] : [setup.storefrontName(storefront)])].join(' · ')
const nextWords = ({ due }: ConnectionMessage) => (due === null ? '' : `next try ${whenShown(due)}`)
</script>

<template>
  <section class="mt-6 border-t border-hair2 pt-4" aria-labelledby="sending">
    <h2 id="sending" class="flex items-baseline gap-3">
      Sending
      <span v-if="connection" class="text-[13px] font-normal text-ink2">{{ connectionStateWords(connection) }}</span>
    </h2>
    <p v-if="isSigned" class="mt-1 max-w-[720px] text-ink2">
      Messages are signed with a secret that the other side knows too. A test sends a challenge; once the address
      answers with it, messages are sent there.
    </p>
    <p class="mt-2 flex items-center gap-3">
      <template v-if="isSigned">
        <button v-if="!connection?.hasSecret" type="button" class="act" :disabled="busy" @click="makeSecret">
          Create signing secret
        </button>
        <button v-else-if="!replacing" type="button" class="act" @click="replacing = true">New signing secret …</button>
        <span v-else role="alert" class="inline-row">
          Messages are signed with the new one at once.
          <button type="button" class="act main" :disabled="busy" @click="makeSecret">Replace</button>
          <button type="button" class="plain min-h-6" @click="replacing = false">Cancel</button>
        </span>
      </template>
      <button type="button" class="act" :disabled="busy || changed || !isTestable" @click="sendTest">
        {{ isSigned ? 'Send a test' : 'Test the folder' }}
      </button>
      <button
        v-if="record.kind !== 'webhook'"
        type="button"
        class="act"
        :disabled="busy || changed || !connection?.verified || record.resting"
        @click="sendAll"
      >
        {{ isSigned ? 'Send everything' : 'Write files now' }}
      </button>
      <span v-if="changed" class="text-ink2">Save the changes before you test.</span>
      <span v-else-if="test" role="status" :class="test.verified && !test.problem ? 'text-weld' : 'text-madder'">
        {{ testWords(test) }}
      </span>
    </p>
    <ShownOnce v-if="secret" :secret="secret" class="max-w-[720px]">
      Copy the secret now; it will not be shown again. Messages are signed with it from now on.
    </ShownOnce>

    <div class="mt-5 flex items-center gap-3">
      <h2>Messages</h2>
      <SelectField
        v-model="state"
        class="w-40"
        label="Messages that are shown"
        :options="[option('', 'all'), ...messageStates.map((s) => option(s, messageStateWords[s]))]"
      />
      <button type="button" class="plain min-h-6" @click="refresh()">Refresh</button>
    </div>
    <p v-if="messages.problem.value" class="mt-2 text-madder" role="alert">{{ messages.problem.value.sentence }}</p>
    <p v-else-if="messages.items.value.length === 0" class="mt-2 text-ink2">No messages.</p>
    <table v-else class="listing mt-2" aria-label="Messages">
      <colgroup>
        <col class="w-[30%]" />
        <col class="w-[16%]" />
        <col class="w-[12%]" />
        <col />
        <col class="w-[16%]" />
      </colgroup>
      <thead>
        <tr>
          <th>Message</th>
          <th>Created</th>
          <th>State</th>
          <th>Tries</th>
          <th><span class="sr-only">Actions</span></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="m in messages.items.value" :key="m.id">
          <td class="truncate">{{ titleOf(m) }}</td>
          <td class="truncate text-ink2">{{ whenShown(m.created) }}</td>
          <td :class="{ 'text-madder': m.state === 'dead' }">{{ messageStateWords[m.state] }}</td>
          <td>
            <p v-for="(t, i) in m.tries" :key="i" class="break-words text-ink2">
              {{ whenShown(t.at) }} · {{ tryWords(t) }}
            </p>
            <p v-if="m.due && m.tries.length > 0" class="text-ink2">{{ nextWords(m) }}</p>
          </td>
          <td class="text-right">
            <button
              v-if="m.state !== 'waiting' || m.tries.length > 0"
              type="button"
              class="plain min-h-6"
              :disabled="busy"
              @click="sendAgain(m)"
            >
              {{ m.state === 'waiting' ? 'Send now' : 'Send again' }}
            </button>
            <button
              v-if="m.state !== 'sent'"
              type="button"
              class="plain ml-3 min-h-6"
              :disabled="busy"
              @click="discard(m)"
            >
              Discard
            </button>
          </td>
        </tr>
      </tbody>
    </table>
    <button v-if="messages.hasMore.value" type="button" class="plain mt-2" @click="messages.showMore()">
      Older messages
    </button>
  </section>
</template>
