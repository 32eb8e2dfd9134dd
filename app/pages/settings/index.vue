<script setup lang="ts">
await navigateTo('/settings/types', { replace: true })
</script>

<template>
  <div />
</template>
