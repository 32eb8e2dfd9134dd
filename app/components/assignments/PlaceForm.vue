<script setup lang="ts">
import { mostWhole } from '@core/units/typed'
import { areaName } from '@core/assignments/areas'

/** Where on the page something stands: the area, and its order among everything else there. */
const place = defineModel<{ area: string; order: number; resting: boolean }>({ required: true })
defineProps<{ disabled: boolean }>()
const setup = useSetupStore()
const areas = computed(() => {
  const all = new Map(setup.storefronts.flatMap((s) => s.layout.areas).map((a) => [a.area, a]))
  return [...all.values()].map((a) => ({ code: a.area, label: areaName(a.area, [a]) }))
})
</script>

<template>
  <div class="flex flex-wrap items-end gap-4 pt-1.5">
    <label class="text-ink2"
      >Area<select
        class="field mt-0.5 block"
        :value="place.area"
        :disabled="disabled"
        @change="place = { ...place, area: ($event.target as HTMLSelectElement).value }"
      >
        <option v-for="a in areas" :key="a.code" :value="a.code">{{ a.label }}</option>
      </select></label
    >
    <label class="text-ink2"
      >Order, low numbers first<NumberField
        class="mt-0.5 block w-28"
        label="Order, low numbers first"
        :model-value="place.order"
        :disabled="disabled"
        required
        whole
        :least="-mostWhole"
        @update:model-value="place = { ...place, order: $event! }"
    /></label>
    <label class="flex min-h-6 items-center gap-1.5 pb-1.5"
      ><input
        type="checkbox"
        :checked="place.resting"
        :disabled="disabled"
        @change="place = { ...place, resting: ($event.target as HTMLInputElement).checked }"
      />paused</label
    >
  </div>
</template>
