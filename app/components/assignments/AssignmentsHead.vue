<script setup lang="ts">
const parts = [
  { to: '/assignments', name: 'Assignments' },
  { to: '/rules', name: 'Named rules' },
  { to: '/campaigns', name: 'Campaigns' },
  { to: '/coverage', name: 'Coverage' },
]
</script>

<template>
  <PartsHead label="Assignments" :parts="parts"><slot /></PartsHead>
</template>
