<script setup lang="ts">
/** The storefronts of something as dots in the colours of their threads, named for whoever hovers or listens. */
const props = defineProps<{ storefronts: readonly string[] }>()
const setup = useSetupStore()
const isAll = computed(() => setup.storefronts.every((s) => props.storefronts.includes(s.code)))
const names = computed(() => props.storefronts.map((code) => setup.storefrontName(code)).join(', '))
</script>

<template>
  <span v-if="isAll" class="text-ink2">All</span>
  <span v-else class="dots" :title="names"
    ><span v-for="code in storefronts" :key="code" :class="`thread-${code}`"><span class="dot" /></span
    ><span class="sr-only">{{ names || 'none' }}</span></span
  >
</template>

<style scoped>
.dots {
  display: inline-flex;
  gap: 4px;
}
</style>
