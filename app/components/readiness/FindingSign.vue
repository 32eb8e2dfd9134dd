<script setup lang="ts">
/** The sign before a finding: a knot for what blocks, an open one for a remark. */
defineProps<{ blocks: boolean }>()
</script>

<template>
  <svg
    width="11"
    height="11"
    viewBox="0 0 11 11"
    class="mt-1 shrink-0"
    role="img"
    :aria-label="blocks ? 'Blocker' : 'Remark'"
  >
    <path v-if="blocks" d="M5.5 0.5l5 5-5 5-5-5z" fill="var(--madder)" />
    <path v-else d="M5.5 1.5l4 4-4 4-4-4z" fill="none" stroke="var(--ochre)" stroke-width="1.5" />
  </svg>
</template>
