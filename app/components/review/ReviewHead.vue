<script setup lang="ts">
const parts = [
  { to: '/review/waiting', name: 'Suggestions' },
  { to: '/translation?show=to-review', name: 'Translations to review' },
  { to: '/review/recipes', name: 'Recipes' },
  { to: '/review/same-texts', name: 'Duplicate texts' },
]
</script>

<template>
  <PartsHead label="Review" :parts="parts"><slot /></PartsHead>
</template>
