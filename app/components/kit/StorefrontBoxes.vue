<script setup lang="ts">
import { toggled } from '@core/lists/toggled'

/** A box to tick for each storefront, by their codes. */
const chosen = defineModel<string[]>({ required: true })
defineProps<{ disabled?: boolean }>()
const setup = useSetupStore()
</script>

<template>
  <CheckBox
    v-for="s in setup.storefronts"
    :key="s.code"
    :disabled="disabled"
    :model-value="chosen.includes(s.code)"
    :class="`thread-${s.code}`"
    @update:model-value="chosen = toggled(chosen, s.code)"
    ><span class="dot mr-1.5" />{{ s.name }}</CheckBox
  >
</template>
