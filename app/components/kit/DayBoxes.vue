<script setup lang="ts">
import { toggled } from '@core/lists/toggled'
import { weekdays } from '@core/release/plan'

/** A box to tick for each day of the week; 1 is Monday. */
const days = defineModel<number[]>({ required: true })
defineProps<{ disabled?: boolean }>()
</script>

<template>
  <CheckBox
    v-for="(name, i) in weekdays"
    :key="name"
    :disabled="disabled"
    :model-value="days.includes(i + 1)"
    @update:model-value="days = toggled(days, i + 1)"
    >{{ name }}</CheckBox
  >
</template>
