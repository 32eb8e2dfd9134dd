<script setup lang="ts">
import type { DeliveryKey } from '@contracts/delivery'

const setup = useSetupStore()
const session = useSessionStore()
const { data, problem, refresh } = useAnswer('listDeliveryKeys', () => (session.mayAdminister ? {} : undefined))
const keys = computed(() => data.value?.items ?? [])
const creating = ref(false)
/** The key that is about to be revoked. */
const revoking = ref<number>()

const storefrontsOf = ({ storefronts }: DeliveryKey) =>
  storefronts.length === setup.storefronts.length ? 'all' : storefronts.map(setup.storefrontName).join(', ')
const createdWords = ({ made, maker }: DeliveryKey) => [whenShown(made), ...(maker ? [maker] : [])].join(', ')
const usedWords = ({ used }: DeliveryKey) => (used === null ? 'never' : whenShown(used))

async function revoke({ id, name }: DeliveryKey) {
  revoking.value = undefined
  try {
    await call('endDeliveryKey', { params: { id: String(id) } })
    tell(`The key “${name}” has been revoked.`)
  } catch (e) {
    tellProblem(e)
  }
  await refresh()
}
useKeys('Delivery keys', [
  {
    keys: 'n',
    does: 'New delivery key',
    run: () => {
      if (session.mayAdminister) creating.value = true
    },
  },
])
</script>

<template>
  <div class="page">
    <PageHead stage="settings" title="Delivery keys">
      <template #line
        >With a key, a shop also gets the pages of customer groups, and releases that are no longer live.</template
      >
      <template #actions
        ><button v-if="session.mayAdminister" type="button" class="act" @click="creating = true">
          New delivery key <span class="key">n</span>
        </button></template
      >
    </PageHead>
    <p v-if="!session.mayAdminister" class="px-5 text-ink2">Only administrators can see and create delivery keys.</p>
    <p v-else-if="problem" class="px-5 text-madder" role="alert">{{ problem.sentence }}</p>
    <EmptyState v-else-if="data && keys.length === 0">
      There are no delivery keys. Pages for everybody need none.
    </EmptyState>
    <div v-else-if="keys.length > 0" class="page-body" tabindex="0" aria-label="Delivery keys">
      <table class="listing">
        <colgroup>
          <col class="w-[22%]" />
          <col />
          <col class="w-[24%]" />
          <col class="w-[16%]" />
          <col class="w-[18%]" />
        </colgroup>
        <thead>
          <tr>
            <th>Name</th>
            <th>Storefronts</th>
            <th>Created</th>
            <th>Last used</th>
            <th><span class="sr-only">Actions</span></th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="k in keys" :key="k.id">
            <td class="truncate font-semibold" :title="k.name">{{ k.name }}</td>
            <td class="truncate" :title="storefrontsOf(k)">{{ storefrontsOf(k) }}</td>
            <td class="truncate text-ink2">{{ createdWords(k) }}</td>
            <td class="truncate text-ink2">{{ usedWords(k) }}</td>
            <td class="text-right">
              <button
                v-if="revoking !== k.id"
                type="button"
                class="plain min-h-6"
                :aria-label="`Revoke the key ${k.name}`"
                @click="revoking = k.id"
              >
                Revoke …
              </button>
              <span v-else role="alert" class="inline-row">
                <button type="button" class="act main" @click="revoke(k)">Revoke</button>
                <button type="button" class="plain min-h-6" @click="revoking = undefined">Cancel</button>
              </span>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <NewDeliveryKey v-model="creating" @created="refresh" />
  </div>
</template>
