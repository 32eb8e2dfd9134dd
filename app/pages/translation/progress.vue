<script setup lang="ts">
const lens = useLensStore()
const { data, problem } = useAnswer('workProgress', () => ({}))
const choose = (e: { storefront: string; language: string }) =>
  navigateTo({ path: '/translation', query: { ...lens.query, in: `${e.storefront}/${e.language}` } })
</script>

<template>
  <div class="page">
    <PartsHead stage="translation" />
    <div class="px-5 pb-2.5 pt-2"><h1>Progress</h1></div>
    <div
      class="min-h-0 flex-1 overflow-auto border-t border-hair2 bg-sheet px-5 py-4"
      tabindex="0"
      aria-label="Progress of each edition"
    >
      <p v-if="problem" class="text-madder" role="alert">{{ problem.sentence }}</p>
      <ProgressChart v-else-if="data" :editions="data.items" @choose="choose" />
      <p v-else class="text-ink2">Counting …</p>
    </div>
  </div>
</template>
