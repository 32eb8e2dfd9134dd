<script setup lang="ts">
const parts = [
  { to: '/library', name: 'Pieces', exact: true },
  { to: '/questions', name: 'Question sets' },
  { to: '/tidy', name: 'Put in order' },
  { to: '/content-files', name: 'Files in and out' },
  { to: '/media', name: 'Pictures and files' },
]
</script>

<template>
  <PartsHead label="Library" :parts="parts"><slot /></PartsHead>
</template>
