<script setup lang="ts">
/** Searches products by SKU, name or GTIN. */
const q = defineModel<string>({ required: true })
const field = useTemplateRef<Focusable>('field')
defineExpose({ focus: () => field.value?.focus() })
</script>

<template>
  <TextField
    ref="field"
    v-model="q"
    placeholder="SKU, name or GTIN"
    type="search"
    label="Search by SKU, name or GTIN"
  />
</template>
