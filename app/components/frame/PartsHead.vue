<script setup lang="ts">
import type { Screen } from '~/composables/screens'

/** The head of a stage that has several parts: which there are, and where you are. */
const props = defineProps<{ stage: string }>()
const route = useRoute()
const stage = computed(() => stageOf(props.stage))
const parts = computed(() => stage.value.parts.filter((p) => !p.aside))
const isHere = (p: Screen) => (p.exact ? route.path === p.to : route.path.startsWith(p.to))
</script>

<template>
  <nav class="flex flex-wrap items-baseline gap-4 px-5 pt-3.5" :aria-label="stage.name">
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
