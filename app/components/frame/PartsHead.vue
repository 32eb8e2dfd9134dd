<script setup lang="ts">
/** The head of a stage that has several parts: which there are, and where you are. */
defineProps<{
  label: string
  parts: {
    to: string
    name: string
    /** Whether only the page itself is meant, not those under it. */ exact?: boolean
  }[]
}>()
const route = useRoute()
const isHere = (p: { to: string; exact?: boolean }) => (p.exact ? route.path === p.to : route.path.startsWith(p.to))
</script>

<template>
  <nav class="flex flex-wrap items-baseline gap-4 px-5 pt-3.5" :aria-label="label">
    <NuxtLink
      v-for="p in parts"
      :key="p.to"
      :to="p.to"
      class="text-[13px]"
      :class="isHere(p) ? 'border-b-[1.5px] border-ink font-semibold' : 'text-ink2 hover:text-ink'"
      :aria-current="isHere(p) ? 'page' : undefined"
      >{{ p.name }}</NuxtLink
    >
    <span class="ml-auto flex gap-3"><slot /></span>
  </nav>
</template>
