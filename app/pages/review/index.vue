<script setup lang="ts">
await navigateTo({ path: '/review/waiting', query: useRoute().query }, { replace: true })
</script>

<template>
  <div />
</template>
