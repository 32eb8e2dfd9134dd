<script setup lang="ts">
import type { ReleaseScope } from '@contracts/release'
import type { Condition } from '@core/rules/condition'
import { toggled } from '@core/lists/toggled'

type Covers = 'everything' | 'condition' | 'campaign' | 'skus'

/** What of a storefront is released; undefined where that is still to be said. */
const scope = defineModel<ReleaseScope | undefined>({ required: true })
const props = defineProps<{ storefront: string }>()
const setup = useSetupStore()

function coversOf({ skus, campaign, condition }: ReleaseScope): Covers {
  if (skus !== undefined) return 'skus'
  if (campaign !== undefined) return 'campaign'
  return condition === undefined ? 'everything' : 'condition'
}
const begun = scope.value ?? {}
const covers = ref<Covers>(coversOf(begun))
const skus = ref<string[]>(begun.skus ?? [])
const condition = ref<Condition | null>(begun.condition ?? null)
const rule = useRuleFilter(condition)
const campaign = ref<string | null>(begun.campaign ?? null)
const languages = ref<string[]>(begun.languages ?? [])
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
watchEffect(() => {
  const covered = products.value
  scope.value = covered && { ...covered, ...(languages.value.length > 0 ? { languages: languages.value } : {}) }
})
const found = useAnswer(
  'reach',
  () =>
    covers.value === 'condition' && condition.value !== null
      ? { body: { condition: condition.value, lens: { storefront: props.storefront }, limit: 1 } }
      : undefined,
  { wait: 150 },
)
</script>

<template>
  <fieldset>
    <legend class="font-semibold">Products</legend>
    <div class="cluster">
      <label class="inline-row"><input v-model="covers" type="radio" value="everything" /> all products</label>
      <label class="inline-row"
        ><input v-model="covers" type="radio" value="condition" /> products that match conditions</label
      >
      <label v-if="setup.campaigns.size" class="inline-row"
        ><input v-model="covers" type="radio" value="campaign" /> products and pages of a campaign</label
      >
      <label class="inline-row"><input v-model="covers" type="radio" value="skus" /> selected products</label>
    </div>
    <div v-if="covers === 'condition'" class="pt-2">
      <ConditionGroup v-model="rule" />
      <p class="pt-1 text-ink2" role="status" :aria-busy="found.busy.value">
        <template v-if="found.problem.value">{{ found.problem.value.sentence }}</template>
        <template v-else-if="found.data.value">{{ countShown(found.data.value.count, 'product') }} at present</template>
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
</template>
