<script setup lang="ts">
import { translationStates, type TranslationState } from '@core/translation/state'
import { stateWords } from './unit'

/** How far a segment is, as threads drawn through: none is missing, four is final. */
const props = defineProps<{ state: TranslationState; missing: boolean; stale: boolean }>()
const threads = computed(() => (props.missing ? 0 : translationStates.indexOf(props.state) + 1))
const words = computed(() => `${props.missing ? 'missing' : stateWords[props.state]}${props.stale ? ', stale' : ''}`)
</script>

<template>
  <span class="mark" :class="{ stale }" :title="words"
    ><i v-for="n in 4" :key="n" :class="{ on: n <= threads }" /><span class="sr-only">{{ words }}</span></span
  >
</template>

<style scoped>
.mark {
  display: inline-flex;
  flex-direction: column;
  gap: 2px;
  width: 14px;
  padding-top: 6px;
}
.mark i {
  height: 2px;
  border-bottom: 1px dashed var(--hair-strong);
}
.mark i.on {
  border-bottom: 2px solid var(--ink-2);
}
.mark.stale i.on {
  border-bottom-color: var(--ochre);
}
</style>
