<script setup lang="ts">
import { toggled } from '@core/lists/toggled'

const open = defineModel<boolean>({ required: true })
const props = defineProps<{ storefront: string }>()
const setup = useSetupStore()
const lens = useLensStore()
const title = ref('')
const covers = ref<'everything' | 'products'>('everything')
const skus = ref('')
const languages = ref<string[]>([])
const { busy, during } = useBusy()
const offered = computed(
  () => setup.storefronts.find((s) => s.code === props.storefront)?.editions.map((e) => e.language) ?? [],
)
const named = computed(() => skusIn(skus.value))
const isReady = computed(() => covers.value === 'everything' || named.value.length > 0)
async function create() {
  if (!isReady.value) return
  await during(async () => {
    const scope = {
      ...(covers.value === 'products' ? { skus: named.value } : {}),
      ...(languages.value.length > 0 ? { languages: languages.value } : {}),
    }
    const release = await call('createRelease', {
      body: { storefront: props.storefront, title: title.value, scope },
    })
    open.value = false
    await navigateTo({ path: `/releases/${release.id}`, query: lens.query })
  })
}
</script>

<template>
  <ModalDialog v-model="open" :title="`New release of ${setup.storefrontName(storefront)}`">
    <form class="mt-3 grid gap-3" @submit.prevent="create" @keydown.ctrl.enter.prevent="create">
      <FormField label="Title">
        <TextField v-model="title" class="w-full" label="Title" placeholder="What it is for; may stay empty" />
      </FormField>
      <fieldset>
        <legend class="font-semibold">Covers</legend>
        <label class="inline-row"
          ><input v-model="covers" type="radio" value="everything" /> everything that is ready</label
        >
        <label class="inline-row"><input v-model="covers" type="radio" value="products" /> some products</label>
        <TextArea
          v-if="covers === 'products'"
          v-model="skus"
          class="mt-1 w-full"
          :rows="3"
          label="SKUs of the products"
          placeholder="SKUs, separated by spaces, commas or lines"
        />
      </fieldset>
      <fieldset v-if="offered.length > 1">
        <legend class="font-semibold">Languages <span class="font-normal text-ink2">none selected: all</span></legend>
        <CheckBox
          v-for="l in offered"
          :key="l"
          :model-value="languages.includes(l)"
          @update:model-value="languages = toggled(languages, l)"
          >{{ languageName(l) }}</CheckBox
        >
      </fieldset>
      <p class="text-ink2">
        The pages are put together and compared with what is live. Nothing reaches shoppers until you release it.
      </p>
      <div class="actions">
        <button type="submit" class="act main" :disabled="!isReady || busy">
          Prepare the release <span class="opacity-70">Ctrl Enter</span>
        </button>
      </div>
    </form>
  </ModalDialog>
</template>
