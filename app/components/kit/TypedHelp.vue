<script setup lang="ts">
/** Below a field that is typed in: why what is typed cannot be taken, else how it was understood. */
defineProps<{ id: string; problem: string | undefined; understood: string }>()
</script>

<template>
  <small v-if="problem" :id="id" role="alert" class="max-w-72 text-madder">{{ problem }}</small>
  <small v-else-if="understood" :id="id" class="text-ink2">{{ understood }}</small>
</template>
