<script setup lang="ts">
const parts = [
  { to: '/library', name: 'Pieces', exact: true },
  { to: '/questions', name: 'Question sets' },
  { to: '/tidy', name: 'Clean-up' },
  { to: '/content-files', name: 'Import and export' },
  { to: '/media', name: 'Pictures and files' },
]
</script>

<template>
  <PartsHead label="Library" :parts="parts"><slot /></PartsHead>
</template>
