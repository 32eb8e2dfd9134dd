<script setup lang="ts">
const parts = [
  { to: '/review/waiting', name: 'Waiting to be read' },
  { to: '/translation?show=to-review', name: 'Translations to review' },
  { to: '/review/recipes', name: 'Recipes' },
  { to: '/review/same-texts', name: 'Texts that say the same' },
]
</script>

<template>
  <PartsHead label="Review" :parts="parts"><slot /></PartsHead>
</template>
