<script setup lang="ts">
import { useElementSize } from '@vueuse/core'

/** Shows what it holds at a width in pixels, made smaller where there is less room for it, never larger. */
const props = defineProps<{ width: number }>()
/** How much smaller it is shown: 1 is its own size. */
const scale = defineModel<number>('scale', { default: 1 })
const box = useTemplateRef('box')
const { width: room, height } = useElementSize(box)
watchEffect(() => {
  scale.value = room.value === 0 ? 1 : Math.min(1, room.value / props.width)
})
const style = computed(() => ({
  width: `${props.width}px`,
  height: `${height.value / scale.value}px`,
  left: `${(room.value - props.width * scale.value) / 2}px`,
  transform: `scale(${scale.value})`,
}))
</script>

<template>
  <div ref="box" class="relative min-h-0 flex-1 overflow-hidden">
    <!-- Before its room is known, it would stand elsewhere, and jump. -->
    <div v-if="room > 0" class="absolute top-0 origin-top-left" :style="style"><slot /></div>
  </div>
</template>
