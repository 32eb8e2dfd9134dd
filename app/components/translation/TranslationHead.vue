<script setup lang="ts">
const parts = [
  { to: '/translation', name: 'Work', exact: true },
  { to: '/translation/progress', name: 'Progress' },
  { to: '/translation/came-along', name: 'Carried over' },
  { to: '/translation/memory', name: 'Memory' },
  { to: '/translation/glossary', name: 'Glossary' },
]
</script>

<template>
  <PartsHead label="Translation" :parts="parts"><slot /></PartsHead>
</template>
