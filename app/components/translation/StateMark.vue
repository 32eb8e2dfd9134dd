<script setup lang="ts">
import { translationStates } from '@core/translation/state'
import { standingWords, type DeskSegment } from './unit'

/**
 * How far a segment is, as threads drawn through: none is missing, four is final. A thread that nobody has confirmed is
 * dotted; a segment that was returned has a knot.
 */
const props = defineProps<{ segment: DeskSegment }>()
const threads = computed(() => (props.segment.target === null ? 0 : translationStates.indexOf(props.segment.state) + 1))
const words = computed(() => standingWords(props.segment))
</script>

<template>
  <span
    class="mark"
    :class="{ stale: segment.was !== null, unread: segment.unread, returned: segment.returned }"
    :title="words"
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
.mark.unread i.on {
  border-bottom-style: dotted;
}
.mark.stale i.on,
.mark.unread i.on {
  border-bottom-color: var(--ochre);
}
.mark.returned::after {
  content: '';
  width: 6px;
  height: 6px;
  margin: 1px auto 0;
  border-radius: 50%;
  background: var(--madder);
}
</style>
