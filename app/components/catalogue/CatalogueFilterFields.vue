<script setup lang="ts">
import type { CatalogueFilter } from '~/composables/useCatalogueFilter'

/** By which type, category and status products are shown: writes into the filter of its page. */
const filter = defineModel<Pick<CatalogueFilter, 'type' | 'category' | 'status'>>({ required: true })
</script>

<template>
  <TypeAndCategoryFields v-model="filter" />
  <SelectField
    v-model="filter.status"
    label="Status"
    :options="[option('', 'All statuses'), ...asNamed(['draft', 'active', 'disabled'])]"
  />
</template>
