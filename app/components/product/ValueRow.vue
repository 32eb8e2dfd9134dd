<script setup lang="ts">
/** A row of the page of a product: the name of an attribute, and its value in each edition. */
defineProps<{
  attribute: string
  columns: readonly { id: string; storefront: string; language: string }[]
  /** Whether it is asked for and not there. */
  required: boolean
}>()
const setup = useSetupStore()
</script>

<template>
  <div :id="`field-${attribute}`" class="value-row py-1" :class="{ one: columns.length === 1 }">
    <div class="pt-0.5 text-ink2">
      {{ setup.label(setup.attributes.get(attribute)?.labels, attribute) }}
      <b v-if="required" class="font-semibold text-madder">required</b>
    </div>
    <template v-for="(column, index) in columns" :key="column.id">
      <slot :column="column" :index="index" />
    </template>
  </div>
</template>
