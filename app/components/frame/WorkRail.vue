<script setup lang="ts">
const route = useRoute()
/** The stages of the work that exist, in their order. The drawings are ours. */
const stages = [
  { to: '/readiness', name: 'Readiness', d: 'M5 4v16M10 4v16M15 4v9M20 4v16M3 20h18' },
  { to: '/catalogue', name: 'Catalogue', d: 'M4 5h16M4 10h16M4 15h16M4 20h10' },
  {
    to: '/library',
    also: ['/media', '/questions', '/tidy', '/content-files'],
    name: 'Library',
    d: 'M5 4h5v16H5zM10 4h4v16h-4zM15 5l4-1 2.6 15-4 1z',
  },
  {
    to: '/assignments',
    also: ['/rules', '/campaigns', '/coverage'],
    name: 'Assignments',
    d: 'M4 6h6l4 12h6M4 18h6l1.4-4M14 6h6',
  },
  { to: '/translation', name: 'Translation', d: 'M4 5h7v14H4zM13 5h7v14h-7M6 9h3M6 12h3M15 9h3M15 12h3' },
  { to: '/review', name: 'Review', d: 'M4 4h11v9M4 4v16h7M7 8h5M7 12h3M13 17l3 3 5-7' },
  // Settings stand at the foot.
  { to: '/settings', name: 'Settings', d: 'M5 4v16M12 4v16M19 4v16M3 9h4M10 15h4M17 7h4', foot: true },
]
const waiting = useWaitingStore()
const session = useSessionStore()
onMounted(() => {
  if (session.me) void waiting.load()
})
const isHere = (s: { to: string; also?: string[] }) => [s.to, ...(s.also ?? [])].some((to) => route.path.startsWith(to))
</script>

<template>
  <nav class="flex flex-col gap-px border-r border-hair py-2" aria-label="Main sections">
    <NuxtLink
      v-for="s in stages"
      :key="s.to"
      :to="s.to"
      class="stage"
      :class="{ on: isHere(s), 'mt-auto': s.foot }"
      :aria-current="isHere(s) ? 'page' : undefined"
    >
      <svg viewBox="0 0 24 24" fill="none" stroke="currentColor" aria-hidden="true"><path :d="s.d" /></svg>{{ s.name
      }}<small v-if="s.to === '/review' && waiting.open" class="text-[10.5px] leading-none text-ink2"
        >{{ numberShown(waiting.open) }}<span class="sr-only"> to review</span></small
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
