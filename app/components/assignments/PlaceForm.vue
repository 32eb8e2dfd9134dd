<script setup lang="ts">
import { mostWhole } from '@core/units/typed'
import { areaName } from '@core/assignments/areas'

/** Where on the page something stands: the area, and its order among everything else there. */
const place = defineModel<{ area: string; order: number }>({ required: true })
defineProps<{ disabled: boolean }>()
const setup = useSetupStore()
const areas = computed(() => {
  const all = new Map(setup.storefronts.flatMap((s) => s.layout.areas).map((a) => [a.area, a]))
  return [...all.values()].map((a) => ({ code: a.area, label: areaName(a.area, [a]) }))
})
</script>

<template>
  <div class="flex flex-wrap items-end gap-4 pt-1.5">
    <FormField path="area" label="Area">
      <SelectField
        :disabled="disabled"
        :model-value="place.area"
        :options="byLabel(areas)"
        @update:model-value="place = { ...place, area: $event }"
      />
    </FormField>

    <FormField path="order" label="Order, low numbers first">
      <NumberField
        class="w-28"
        label="Order, low numbers first"
        :model-value="place.order"
        :disabled="disabled"
        required
        whole
        :least="-mostWhole"
        @update:model-value="place = { ...place, order: $event! }"
      />
    </FormField>
  </div>
</template>
