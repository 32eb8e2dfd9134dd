<script setup lang="ts">
const parts = [
  { to: '/settings/types', name: 'Product types' },
  { to: '/settings/attributes', name: 'Attributes' },
  { to: '/settings/categories', name: 'Categories' },
  { to: '/settings/storefronts', name: 'Storefronts' },
  { to: '/settings/house-style', name: 'House style' },
  { to: '/settings/block-kinds', name: 'Block types' },
]
</script>

<template>
  <PartsHead label="Settings" :parts="parts"><slot /></PartsHead>
</template>
