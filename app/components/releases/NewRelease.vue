<script setup lang="ts">
import type { ReleaseScope } from '@contracts/release'
import type { Condition } from '@core/rules/condition'
import { toggled } from '@core/lists/toggled'

type Covers = 'everything' | 'condition' | 'campaign' | 'skus'

const open = defineModel<boolean>({ required: true })
const props = defineProps<{ storefront: string }>()
const setup = useSetupStore()
const lens = useLensStore()
const title = ref('')
const covers = ref<Covers>('everything')
const skus = ref<string[]>([])
const condition = ref<Condition | null>(null)
const rule = useRuleFilter(condition)
const campaign = ref<string | null>(null)
const languages = ref<string[]>([])
const { busy, during } = useBusy()
const offered = computed(
  () => setup.storefronts.find((s) => s.code === props.storefront)?.editions.map((e) => e.language) ?? [],
)

/** What products are covered; undefined where that is still to be said. */
const products = computed((): Omit<ReleaseScope, 'languages'> | undefined => {
  switch (covers.value) {
    case 'everything':
      return {}
    case 'condition':
      // Without a condition, it finds everything.
      return condition.value === null ? {} : { condition: condition.value }
    case 'campaign':
      return campaign.value === null ? undefined : { campaign: campaign.value }
    case 'skus':
      return skus.value.length === 0 ? undefined : { skus: skus.value }
  }
})
const found = useAnswer(
  'reach',
  () =>
    covers.value === 'condition' && condition.value !== null
      ? { body: { condition: condition.value, lens: { storefront: props.storefront }, limit: 1 } }
      : undefined,
  { wait: 150 },
)

async function create() {
  const covered = products.value
  if (covered === undefined) return
  await during(async () => {
    const scope = { ...covered, ...(languages.value.length > 0 ? { languages: languages.value } : {}) }
    const release = await call('createRelease', {
      body: { storefront: props.storefront, title: title.value, scope },
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
      <fieldset>
        <legend class="font-semibold">Products</legend>
        <div class="cluster">
          <label class="inline-row"><input v-model="covers" type="radio" value="everything" /> all products</label>
          <label class="inline-row"
            ><input v-model="covers" type="radio" value="condition" /> products that match conditions</label
          >
          <label v-if="setup.campaigns.size" class="inline-row"
            ><input v-model="covers" type="radio" value="campaign" /> products of a campaign</label
          >
          <label class="inline-row"><input v-model="covers" type="radio" value="skus" /> selected products</label>
        </div>
        <div v-if="covers === 'condition'" class="pt-2">
          <ConditionGroup v-model="rule" />
          <p class="pt-1 text-ink2" role="status" :aria-busy="found.busy.value">
            <template v-if="found.problem.value">{{ found.problem.value.sentence }}</template>
            <template v-else-if="found.data.value"
              >{{ countShown(found.data.value.count, 'product') }} at present</template
            >
          </p>
        </div>
        <NamePicker
          v-else-if="covers === 'campaign'"
          v-model="campaign"
          class="mt-2 w-72"
          label="Campaign"
          placeholder="Campaign"
          :offered="[...setup.campaigns.values()]"
        />
        <SkuList v-else-if="covers === 'skus'" v-model="skus" class="mt-2" label="Products of the release" />
      </fieldset>
      <fieldset v-if="offered.length > 1">
        <legend class="font-semibold">Languages <span class="font-normal text-ink2">none selected: all</span></legend>
        <div class="cluster">
          <CheckBox
            v-for="l in offered"
            :key="l"
            :model-value="languages.includes(l)"
            @update:model-value="languages = toggled(languages, l)"
            >{{ languageName(l) }}</CheckBox
          >
        </div>
      </fieldset>
      <p class="text-ink2">
        The pages are put together and compared with what is live. Nothing reaches shoppers until you release it.
      </p>
      <div class="actions">
        <button type="submit" class="act main" :disabled="products === undefined || busy">
          Prepare the release <span class="opacity-70">Ctrl Enter</span>
        </button>
      </div>
    </form>
  </ModalDialog>
</template>
