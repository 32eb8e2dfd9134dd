<script setup lang="ts">
const parts = [{ to: '/library', name: 'Pieces' }, { to: '/media', name: 'Pictures and files' }]
</script>

<template>
  <PartsHead label="Library" :parts="parts"><slot /></PartsHead>
</template>
