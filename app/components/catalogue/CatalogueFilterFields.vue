<script setup lang="ts">
import type { CatalogueFilter } from '~/composables/useCatalogueFilter'

/** By which type, category and status products are shown: writes into the filter of its page. */
const filter = defineModel<Pick<CatalogueFilter, 'type' | 'category' | 'status'>>({ required: true })
const setup = useSetupStore()
</script>

<template>
  <SelectField
    v-model="filter.type"
    class="max-w-36"
    label="Product type"
    :options="[option('', 'All types'), ...setup.typeOptions]"
  />
  <div class="w-36">
    <CategoryPicker
      :model-value="filter.category || null"
      label="Category"
      placeholder="All categories"
      @update:model-value="filter.category = $event ?? ''"
    />
  </div>
  <SelectField
    v-model="filter.status"
    label="Status"
    :options="[option('', 'All statuses'), ...asNamed(['draft', 'active', 'disabled'])]"
  />
</template>
