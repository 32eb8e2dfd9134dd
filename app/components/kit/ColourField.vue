<script setup lang="ts">
/** A colour, as `#rrggbb`. */
const model = defineModel<string>({ required: true })
defineProps<{ label: string }>()
</script>

<template>
  <input v-model="model" type="color" class="h-6" :aria-label="label" />
</template>
