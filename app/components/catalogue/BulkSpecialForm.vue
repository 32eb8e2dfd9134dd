<script setup lang="ts">
import type { BulkSpecial } from '@core/bulk/shape'
import { lastPriority } from '@core/prices/effective'

/** A special price that many products get: an amount, or so many percent below the base price of each. */
const special = defineModel<BulkSpecial>({ required: true })
defineProps<{ currency: string }>()
const setup = useSetupStore()
const way = ref<'percent' | 'amount'>(special.value.amount === undefined ? 'percent' : 'amount')
const set = (part: Partial<BulkSpecial>) => {
  special.value = { ...special.value, ...part }
}
const figure = computed({
  get: () => (way.value === 'percent' ? special.value.percentOff : special.value.amount) ?? null,
  set: (n) => {
    const [percentOff, amount] = way.value === 'percent' ? [n ?? undefined, undefined] : [undefined, n ?? undefined]
    set({ percentOff, amount })
  },
})
watch(way, () => set({ percentOff: undefined, amount: undefined }))
</script>

<template>
  <FormField beside for="special-figure" label="Price">
    <div class="inline-row">
      <NumberField
        id="special-figure"
        :key="way"
        v-model="figure"
        class="w-28"
        live
        :label="way === 'percent' ? 'Percent below the base price' : 'Special price'"
        :least="0"
      />
      <SelectField
        v-model="way"
        label="How the price is given"
        :options="[option('percent', '% below the base price'), option('amount', currency || 'as an amount')]"
      />
    </div>
  </FormField>
  <FormField beside for="special-group" label="Customers">
    <SelectField
      id="special-group"
      :model-value="special.group"
      :options="[option(null, 'everybody'), ...byRecord(setup.groups)]"
      @update:model-value="set({ group: $event })"
    />
  </FormField>
  <FormField beside for="special-from" label="From">
    <div class="inline-row">
      <DateField
        id="special-from"
        :model-value="special.from"
        with-time="from"
        @update:model-value="set({ from: $event })"
      />
      <span class="text-ink2">to</span>
      <DateField :model-value="special.to" with-time="until" label="To" @update:model-value="set({ to: $event })" />
      <small class="text-ink2">in the storefront’s time zone</small>
    </div>
  </FormField>
  <FormField beside for="special-items" label="From items">
    <NumberField
      id="special-items"
      :model-value="special.quantity"
      class="w-20"
      label="From how many items on"
      live
      required
      whole
      :least="1"
      @update:model-value="set({ quantity: $event ?? 1 })"
    />
  </FormField>
  <FormField beside for="special-priority" label="Priority" help="The lowest counts where several special prices hold.">
    <NumberField
      id="special-priority"
      :model-value="special.priority ?? null"
      class="w-20"
      label="Priority"
      live
      whole
      :least="1"
      :most="lastPriority"
      @update:model-value="set({ priority: $event })"
    />
  </FormField>
</template>
