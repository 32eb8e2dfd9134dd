<script setup lang="ts">
const lens = useLensStore()
const { data, problem } = useAnswer('workProgress', () => ({}))
const choose = (e: { storefront: string; language: string }) =>
  navigateTo({ path: '/translation', query: { ...lens.query, in: `${e.storefront}/${e.language}` } })
</script>

<template>
  <div class="page">
    <PageHead stage="translation" title="Progress" />
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
