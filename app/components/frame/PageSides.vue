<script setup lang="ts" generic="S extends string">
/** The sides of a page that is about one thing: its values, its prices, its history. */
const side = defineModel<S>({ required: true })
defineProps<{ sides: Partial<Record<S, string>> }>()
</script>

<template>
  <div class="page-sides">
    <button
      v-for="(words, s) in sides"
      :key="s"
      type="button"
      :aria-pressed="side === s"
      @click="side = s as unknown as S"
    >
      {{ words }}
    </button>
  </div>
</template>

<style scoped>
.page-sides {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 16px;
  font-size: 12.5px;
}
.page-sides > button {
  min-width: 24px;
  min-height: 24px;
  color: var(--ink-2);
}
.page-sides > [aria-pressed='true'] {
  border-bottom: 1.5px solid var(--ink);
  color: var(--ink);
  font-weight: 600;
}
</style>
