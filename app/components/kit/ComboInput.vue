<script setup lang="ts">
import { ComboboxInput } from '@headlessui/vue'

/** What is typed in to find an option of the combobox around it. */
const query = defineModel<string>({ required: true })
defineProps<{ label: string; shown?: (chosen: unknown) => string }>()
const onTyped = (e: Event) => {
  query.value = (e.target as HTMLInputElement).value
}
</script>

<template>
  <ComboboxInput :aria-label="label" :display-value="shown ?? (() => query)" autocomplete="off" @change="onTyped" />
</template>
