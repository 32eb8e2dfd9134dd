<script setup lang="ts">
import type { ReleaseScope } from '@contracts/release'

const open = defineModel<boolean>({ required: true })
const props = defineProps<{ storefront: string }>()
const setup = useSetupStore()
const lens = useLensStore()
const title = ref('')
const scope = ref<ReleaseScope | undefined>({})
const { busy, during } = useBusy()

async function create() {
  const covered = scope.value
  if (covered === undefined) return
  await during(async () => {
    const release = await call('createRelease', {
      body: { storefront: props.storefront, title: title.value, scope: covered },
    })
    open.value = false
    await navigateTo({ path: `/releases/${release.id}`, query: lens.query })
  })
}
</script>

<template>
  <ModalDialog v-model="open" wide :title="`New release of ${setup.storefrontName(storefront)}`">
    <form class="dialog-form" @submit.prevent="create" @keydown.ctrl.enter.prevent="create">
      <FormField label="Title">
        <TextField v-model="title" class="w-full" label="Title" placeholder="Purpose (optional)" />
      </FormField>
      <ReleaseScopeFields v-model="scope" :storefront="storefront" />
      <p class="text-ink2">
        The pages are put together and compared with what is live. Nothing reaches shoppers until you release it.
      </p>
      <div class="actions">
        <button type="submit" class="act main" :disabled="scope === undefined || busy">
          Prepare the release <span class="opacity-70">Ctrl Enter</span>
        </button>
      </div>
    </form>
  </ModalDialog>
</template>
