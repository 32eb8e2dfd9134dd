<script setup lang="ts">
/** A list whose entries can be dragged by their handles. */
const emit = defineEmits<{ move: [number, number] }>()
const root = useTemplateRef<HTMLElement>('root')
useReorder(
  () => root.value,
  (from, to) => emit('move', from, to),
)
</script>

<template>
  <ol ref="root">
    <slot />
  </ol>
</template>
