<script setup lang="ts">
/** What a colour looks like, before its name; nothing where that is not known. */
defineProps<{ colour: string | undefined }>()
</script>

<template>
  <span v-if="colour" class="colour-dot" aria-hidden="true" :style="{ background: colour }" />
</template>

<style scoped>
.colour-dot {
  display: inline-block;
  width: 11px;
  height: 11px;
  margin-inline-end: 5px;
  border: 1px solid var(--hair-strong);
  border-radius: 50%;
  vertical-align: -1px;
}
</style>
