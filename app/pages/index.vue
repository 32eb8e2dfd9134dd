<script setup lang="ts">
definePageMeta({ middleware: () => navigateTo('/readiness', { replace: true }) })
</script>

<template>
  <div />
</template>
