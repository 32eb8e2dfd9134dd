<script setup lang="ts" generic="Row">
import type { Lines } from '~/composables/useListKeys'

/** A long list of pages in which one is looked at; it is walked through by keys. What a line says is the slot's. */
const props = defineProps<{
  list: Lines<Row>
  keyOf: (row: Row) => string
  /** What is listed, for whoever cannot see it; and what its keys are said to move through. */
  label: string
  keysOf: string
  /** How high each line is, in pixels. */
  lineHeight: number
}>()
/** The number of the line in focus. */
const at = defineModel<number>('at', { required: true })
defineSlots<{ default(line: { row: Row }): unknown }>()
const { virtual, rows, walking } = useLineList(props.list, {
  at,
  keyOf: props.keyOf,
  lineHeight: props.lineHeight,
  headHeight: 0,
})
useKeys(props.keysOf, walking)
const id = useId()
const lines = computed(() => rows.value.map((line) => ({ ...line, row: props.list.row(line.index) })))
</script>

<template>
  <div
    ref="scroller"
    class="min-h-0 flex-1 overflow-auto"
    role="grid"
    tabindex="0"
    :aria-label="label"
    :aria-activedescendant="list.row(at) ? `${id}-${at}` : undefined"
  >
    <div class="relative" role="rowgroup" :style="{ height: `${virtual.getTotalSize()}px` }">
      <div
        v-for="line in lines"
        :id="`${id}-${line.index}`"
        :key="line.index"
        role="row"
        :aria-selected="line.index === at"
        class="absolute inset-x-0 cursor-pointer border-b border-hair px-3 py-1.5"
        :class="{ 'bg-indigowash': line.index === at }"
        :style="{ height: `${lineHeight}px`, transform: `translateY(${line.start}px)` }"
        @click="at = line.index"
      >
        <div v-if="line.row !== undefined" role="gridcell"><slot :row="line.row" /></div>
      </div>
    </div>
  </div>
</template>
