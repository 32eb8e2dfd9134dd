<script setup lang="ts">
/** Of which type and category products are shown: writes into the filter of its page. */
const filter = defineModel<{ type: string; category: string }>({ required: true })
const setup = useSetupStore()
const lens = useLensStore()
const types = computed(() => [...setup.types.values()].map((t) => option(t.code, lens.label(t.labels, t.code))))
</script>

<template>
  <SelectField
    v-model="filter.type"
    class="max-w-36"
    label="Product type"
    :options="[option('', 'All types'), ...types]"
  />
  <div class="min-w-24 max-w-36 flex-1">
    <CategoryPicker
      :model-value="filter.category || null"
      label="Category"
      placeholder="All categories"
      @update:model-value="filter.category = $event ?? ''"
    />
  </div>
</template>
