<script setup lang="ts">
/** How much of something is done, as a small bar; the figure stands beside it in words. */
const props = defineProps<{ of: number; done: number }>()
const share = computed(() => (props.of === 0 ? 0 : Math.min(1, props.done / props.of)))
</script>

<template>
  <span class="share-bar" aria-hidden="true"><span :style="{ width: `${share * 100}%` }" /></span>
</template>

<style scoped>
.share-bar {
  display: block;
  height: 4px;
  background: var(--hair);
}
.share-bar > span {
  display: block;
  height: 100%;
  background: var(--weld);
}
</style>
