<script setup lang="ts">
definePageMeta({ middleware: () => navigateTo('/catalogue', { replace: true }) })
</script>

<template>
  <div />
</template>
