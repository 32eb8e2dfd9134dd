<script setup lang="ts">
import type { ProductsHolds } from '@core/composed/sections/products'

/** The products of a row, and how many of them are shown. */
const holds = defineModel<ProductsHolds>({ required: true })
defineProps<{ path: string; readonly: boolean }>()
const set = (change: Partial<ProductsHolds>) => {
  holds.value = { ...holds.value, ...change }
}
</script>

<template>
  <FormField :path="`${path}.chosen`" label="Products, in their order">
    <SkuList
      :model-value="holds.chosen"
      label="Choose a product"
      :disabled="readonly"
      @update:model-value="set({ chosen: $event })"
    />
  </FormField>
  <div class="flex gap-4">
    <FormField :path="`${path}.atLeast`" label="Fewest">
      <NumberField
        class="w-20"
        label="Fewest products of the row"
        whole
        :least="0"
        :most="100"
        :model-value="holds.atLeast"
        :disabled="readonly"
        @update:model-value="set({ atLeast: $event ?? 0 })"
      />
    </FormField>
    <FormField :path="`${path}.atMost`" label="Most">
      <NumberField
        class="w-20"
        label="Most products of the row"
        whole
        :least="1"
        :most="100"
        :model-value="holds.atMost"
        :disabled="readonly"
        @update:model-value="set({ atMost: $event ?? 1 })"
      />
    </FormField>
    <p class="self-end pb-1.5 text-[12px] text-ink2">With fewer products, the row is not shown.</p>
  </div>
</template>
