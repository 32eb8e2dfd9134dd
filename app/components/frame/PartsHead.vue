<script setup lang="ts">
/** The head of a stage that has several parts: which there are, and where you are. */
defineProps<{ label: string; parts: { to: string; name: string }[] }>()
const route = useRoute()
</script>

<template>
  <nav class="flex flex-wrap items-baseline gap-4 px-5 pt-3.5" :aria-label="label">
    <NuxtLink v-for="p in parts" :key="p.to" :to="p.to" class="text-[13px]" :class="route.path.startsWith(p.to) ? 'border-b-[1.5px] border-ink font-semibold' : 'text-ink2 hover:text-ink'" :aria-current="route.path.startsWith(p.to) ? 'page' : undefined">{{ p.name }}</NuxtLink>
    <span class="ml-auto flex gap-3"><slot /></span>
  </nav>
</template>
