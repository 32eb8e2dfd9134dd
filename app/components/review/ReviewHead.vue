<script setup lang="ts">
const parts = [{ to: '/review/waiting', name: 'Waiting to be read' }, { to: '/review/recipes', name: 'Recipes' }]
</script>

<template>
  <PartsHead label="Review" :parts="parts"><slot /></PartsHead>
</template>
