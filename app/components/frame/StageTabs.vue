<script setup lang="ts">
import type { Screen } from '~/composables/screens'

/** The screens of a stage: which there are, and where you are. */
const props = defineProps<{ stage: string }>()
const route = useRoute()
const stage = computed(() => stageOf(props.stage))
const parts = computed(() => stage.value.parts.filter((p) => !p.aside))
const isHere = (p: Screen) => (p.exact ? route.path === p.to : route.path.startsWith(p.to))
</script>

<template>
  <nav class="stage-tabs" :aria-label="stage.name">
    <NuxtLink v-for="p in parts" :key="p.to" :to="p.to" :aria-current="isHere(p) ? 'page' : undefined">{{
      p.tab ?? p.name
    }}</NuxtLink>
  </nav>
</template>
