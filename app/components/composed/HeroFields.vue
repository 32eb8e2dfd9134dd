<script setup lang="ts">
import type { HeroHolds } from '@core/composed/sections/hero'

/** The picture of a hero, and where its link leads. */
const holds = defineModel<HeroHolds>({ required: true })
defineProps<{ path: string; readonly: boolean }>()
const set = (change: Partial<HeroHolds>) => {
  holds.value = { ...holds.value, ...change }
}
const pages = useAnswer('listComposedPages', () => ({ query: { limit: 500 } }))
type LeadsTo = 'nowhere' | 'product' | 'page'
const leadsTo = computed<LeadsTo>(() => {
  const { link } = holds.value
  if (link === null) return 'nowhere'
  return 'sku' in link ? 'product' : 'page'
})
const sku = computed(() => (holds.value.link && 'sku' in holds.value.link ? holds.value.link.sku : null))
const page = computed(() => (holds.value.link && 'page' in holds.value.link ? holds.value.link.page : null))
const begun: Record<LeadsTo, HeroHolds['link']> = { nowhere: null, product: { sku: '' }, page: { page: '' } }
const options = [option('nowhere', 'nowhere'), option('product', 'to a product'), option('page', 'to a page')] as const
const pageOptions = computed(() => (pages.data.value?.items ?? []).map((p) => option(p.code, p.name)))
</script>

<template>
  <SectionPicture
    :model-value="holds.picture"
    :path="`${path}.picture`"
    :readonly="readonly"
    @update:model-value="set({ picture: $event })"
  />
  <FormField :path="`${path}.link`" label="The link leads">
    <span class="flex items-center gap-3">
      <SelectField
        :model-value="leadsTo"
        label="The link leads"
        :options="options"
        :disabled="readonly"
        @update:model-value="set({ link: begun[$event] })"
      />
      <SkuPicker
        v-if="leadsTo === 'product'"
        class="w-48"
        label="Product of the link"
        :model-value="sku ?? undefined"
        @update:model-value="set({ link: { sku: $event ?? '' } })"
      />
      <SelectField
        v-if="leadsTo === 'page'"
        :model-value="page"
        label="Page of the link"
        placeholder="Choose a page"
        :options="pageOptions"
        :disabled="readonly"
        @update:model-value="set({ link: { page: $event } })"
      />
    </span>
  </FormField>
</template>
