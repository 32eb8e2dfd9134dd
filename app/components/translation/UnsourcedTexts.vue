<script setup lang="ts">
import { attributeTypes } from '@core/attributes/types/registry'
import { missingValue } from '@core/values/resolve'
import { useProductPatch } from '../product/useProductPatch'

/**
 * Search texts of a product that its source language has not: nothing is translated there, but shoppers of this
 * language may look for other words, so they are written for it alone.
 */
const props = defineProps<{ sku: string; readonly: boolean }>()
const lens = useLensStore()
const setup = useSetupStore()
const { version, refresh } = useProofFocus()
const product = useAnswer('getProduct', () => ({ params: { sku: props.sku } }), { on: () => version.value })
const resolved = useAnswer(
  'getResolved',
  () => ({ params: { sku: props.sku }, query: { storefront: lens.storefront, language: lens.language } }),
  { on: () => version.value },
)
const { patchValue } = useProductPatch(
  () => props.sku,
  () => product.data.value,
  () => refresh(),
)

const hasSource = (attribute: string) =>
  product.data.value!.values.some(
    (v) =>
      v.attribute === attribute &&
      v.language === setup.source &&
      (v.storefront === null || v.storefront === lens.storefront),
  )
const attributes = computed(() => {
  const type = setup.types.get(product.data.value?.type ?? '')
  return (type?.attributes ?? [])
    .flatMap((use) => setup.attributes.get(use.attribute) ?? [])
    .filter((a) => a.serves.includes('search') && a.translatable && attributeTypes[a.type].isText)
    .filter((a) => !hasSource(a.code))
})
const resolvedOf = (code: string) =>
  resolved.data.value?.items.find((r) => r.attribute === code) ?? { ...missingValue(code), shown: null }
</script>

<template>
  <section v-if="attributes.length" class="mt-4 border-t border-hair px-5 pt-3" aria-labelledby="unsourced">
    <h2 id="unsourced">Without a source text</h2>
    <p class="text-[12px] text-ink2">
      {{ languageName(setup.source) }} has no text here. What you write is for {{ languageName(lens.language) }} alone.
    </p>
    <dl class="unsourced mt-1">
      <template v-for="a in attributes" :key="a.code">
        <dt class="pt-0.5 text-[12px] font-semibold">{{ setup.label(a.labels, a.code) }}</dt>
        <dd>
          <ValueCell
            :sku="sku"
            :parent-name="null"
            :attribute="a"
            :resolved="resolvedOf(a.code)"
            :own="product.data.value!.values"
            :storefront="lens.storefront"
            :language="lens.language"
            :wanted="false"
            :values="[]"
            :readonly="readonly"
            :write="patchValue"
          />
        </dd>
      </template>
    </dl>
  </section>
</template>

<style scoped>
.unsourced {
  display: grid;
  grid-template-columns: 160px minmax(0, 1fr);
  gap: 4px 14px;
}
</style>
