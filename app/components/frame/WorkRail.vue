<script setup lang="ts">
const route = useRoute()
const waiting = useWaitingStore()
const session = useSessionStore()
onMounted(() => {
  if (session.me) void waiting.load()
})
</script>

<template>
  <nav class="flex flex-col gap-px border-r border-hair py-2" aria-label="Main sections">
    <NuxtLink
      v-for="s in stages"
      :key="s.to"
      :to="s.to"
      class="stage"
      :class="{ on: isInStage(s, route.path), 'mt-auto': s.foot }"
      :aria-current="isInStage(s, route.path) ? 'page' : undefined"
    >
      <svg viewBox="0 0 24 24" fill="none" stroke="currentColor" aria-hidden="true"><path :d="s.drawing" /></svg
      ><span class="stage-name">{{ s.name }}</span
      ><small v-if="s.code === 'review' && waiting.own" class="text-[10.5px] leading-none text-ink2"
        >{{ numberShown(waiting.own) }}<span class="sr-only"> of yours to review</span></small
      >
    </NuxtLink>
  </nav>
</template>

<style scoped>
.stage {
  display: flex;
  flex-direction: column;
  align-items: center;
  gap: 3px;
  padding: 7px 0 6px;
  color: var(--ink-2);
  font-size: 11.5px;
  position: relative;
}
.stage svg {
  width: 19px;
  height: 19px;
  stroke-width: 1.6;
}
.stage.on {
  color: var(--ink);
  font-weight: 600;
}
.stage.on::before {
  content: '';
  position: absolute;
  left: 0;
  top: 4px;
  bottom: 4px;
  width: 3px;
  background: repeating-linear-gradient(var(--ink) 0 3px, transparent 3px 5px);
}
</style>
