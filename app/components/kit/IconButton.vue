<script setup lang="ts">
import { ArrowDown, ArrowUp, X } from '@lucide/vue'

/** A button that is a sign alone; `label` says what it does. */
const icons = { remove: X, close: X, up: ArrowUp, down: ArrowDown }
defineProps<{ icon: keyof typeof icons; label: string }>()
</script>

<template>
  <button type="button" class="icon-button" :aria-label="label">
    <component :is="icons[icon]" :size="14" aria-hidden="true" />
  </button>
</template>
