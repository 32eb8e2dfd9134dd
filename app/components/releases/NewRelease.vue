<script setup lang="ts">
import type { ReleaseScope } from '@contracts/release'
import { toggled } from '@core/lists/toggled'

const open = defineModel<boolean>({ required: true })
const props = defineProps<{ storefront: string }>()
const setup = useSetupStore()
const lens = useLensStore()
const title = ref('')
const scope = ref<ReleaseScope | undefined>({})
/** The other storefronts that the same is released in. */
const others = ref<string[]>([])
const otherStorefronts = computed(() => setup.storefronts.filter((s) => s.code !== props.storefront))
const { busy, during } = useBusy()

async function create() {
  const covered = scope.value
  if (covered === undefined) return
  await during(async () => {
    const release = await call('createRelease', {
      body: { storefront: props.storefront, with: others.value, title: title.value, scope: covered },
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
      <fieldset v-if="otherStorefronts.length > 0">
        <legend class="font-semibold">Together with</legend>
        <div class="cluster">
          <CheckBox
            v-for="s in otherStorefronts"
            :key="s.code"
            :class="`thread-${s.code}`"
            :model-value="others.includes(s.code)"
            @update:model-value="others = toggled(others, s.code)"
            ><span class="dot mr-1.5" />{{ s.name }}</CheckBox
          >
        </div>
        <p v-if="others.length > 0" class="text-[12.5px] text-ink2">
          Each storefront gets a release of its own. All of them go live at the same moment, or none.
        </p>
      </fieldset>
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
