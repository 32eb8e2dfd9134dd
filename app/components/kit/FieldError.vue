<script setup lang="ts">
/** What is wrong with a field, said as soon as it is. */
defineProps<{ id?: string; error: string | undefined }>()
</script>

<template>
  <small v-if="error" :id="id" role="alert" class="block text-madder">{{ error }}</small>
</template>
