<script setup lang="ts">
withDefaults(defineProps<{ size?: number }>(), { size: 30 })
</script>

<template>
  <svg :width="size" :height="size" viewBox="0 0 30 30" fill="none" stroke-width="2.4" aria-hidden="true">
    <path d="M5 8h5m4 0h11M5 15h13m4 0h3M5 22h5m4 0h11" stroke="var(--ink)" />
    <path d="M8 5v5.2M8 12.5V25M15 5v13M15 20.6V25M22 5v5.2M22 12.5V25" stroke="var(--madder)" />
  </svg>
</template>
