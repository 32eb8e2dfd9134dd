<script setup lang="ts">
import { cropTo, type Shape } from '@core/media/crop'
import type { Box, Focus } from '@core/media/item'

/** Where a picture is cropped: its edges are drawn in, and the point that stays in sight is set by a click or by arrows. */
const crop = defineModel<Box | null>('crop', { required: true })
const focus = defineModel<Focus | null>('focus', { required: true })
const props = defineProps<{ name: string; width: number; height: number; disabled: boolean; digest: string }>()
const frame = useTemplateRef<HTMLElement>('frame')
const whole: Box = { left: 0, top: 0, width: 1, height: 1 }
const box = computed(() => crop.value ?? whole)
const least = 0.05
const round = (n: number) => Math.round(n * 1000) / 1000

type Edge = 'left' | 'right' | 'top' | 'bottom'
const edges: Edge[] = ['left', 'right', 'top', 'bottom']
const at = (e: Edge) =>
  ({
    left: box.value.left,
    right: box.value.left + box.value.width,
    top: box.value.top,
    bottom: box.value.top + box.value.height,
  })[e]
/** Puts an edge of the crop to a share of the picture; the crop keeps a twentieth at least. */
function put(edge: Edge, share: number) {
  const lying = edge === 'left' || edge === 'right'
  const [from, to] = lying ? [at('left'), at('right')] : [at('top'), at('bottom')]
  const [start, end] =
    edge === 'left' || edge === 'top'
      ? [Math.min(Math.max(share, 0), to - least), to]
      : [from, Math.max(Math.min(share, 1), from + least)]
  const next = lying
    ? { ...box.value, left: round(start), width: round(end - start) }
    : { ...box.value, top: round(start), height: round(end - start) }
  crop.value = next.left <= 0 && next.top <= 0 && next.width >= 1 && next.height >= 1 ? null : next
}
function pointed(e: PointerEvent): Focus {
  const r = frame.value!.getBoundingClientRect()
  return {
    x: Math.min(Math.max((e.clientX - r.left) / r.width, 0), 1),
    y: Math.min(Math.max((e.clientY - r.top) / r.height, 0), 1),
  }
}
function drag(edge: Edge, e: PointerEvent) {
  if (props.disabled) return
  const target = e.currentTarget as HTMLElement
  target.setPointerCapture(e.pointerId)
  const move = (m: PointerEvent) => put(edge, edge === 'left' || edge === 'right' ? pointed(m).x : pointed(m).y)
  target.addEventListener('pointermove', move)
  target.addEventListener('pointerup', () => target.removeEventListener('pointermove', move), { once: true })
}
function click(e: PointerEvent) {
  if (props.disabled || (e.target as Element).closest('[role=slider]')) return
  const p = pointed(e)
  focus.value = { x: round(p.x), y: round(p.y) }
}
const stepOf = (e: KeyboardEvent) =>
  (e.shiftKey ? 0.05 : 0.01) * ({ ArrowLeft: -1, ArrowUp: -1, ArrowRight: 1, ArrowDown: 1 }[e.key] ?? 0)
function edgeKey(edge: Edge, e: KeyboardEvent) {
  const step = stepOf(e)
  if (step === 0 || props.disabled) return
  e.preventDefault()
  put(edge, at(edge) + step)
}
const point = computed(
  () => focus.value ?? { x: box.value.left + box.value.width / 2, y: box.value.top + box.value.height / 2 },
)
function pointKey(e: KeyboardEvent) {
  const step = stepOf(e)
  if (step === 0 || props.disabled) return
  e.preventDefault()
  const lying = e.key === 'ArrowLeft' || e.key === 'ArrowRight'
  const next = (n: number, d: number) => round(Math.min(Math.max(n + d, 0), 1))
  focus.value = { x: next(point.value.x, lying ? step : 0), y: next(point.value.y, lying ? 0 : step) }
}
const percent = (n: number) => `${n * 100}%`
const edgeStyle = (e: Edge) =>
  e === 'left' || e === 'right'
    ? { left: percent(at(e)), top: percent(box.value.top), height: percent(box.value.height) }
    : { top: percent(at(e)), left: percent(box.value.left), width: percent(box.value.width) }
const shown: { shape: Shape; name: string }[] = [
  { shape: 'whole', name: 'Page' },
  { shape: 'square', name: 'Square' },
  { shape: 'wide', name: 'Wide' },
  { shape: 'tall', name: 'Tall' },
]
const cropFor = (shape: Shape) => cropTo(shape, props.width, props.height, crop.value, focus.value)
const source = computed(() => `${pictureUrl(props.name, 960, 'uncropped')}&of=${props.digest.slice(0, 8)}`)
function clear() {
  crop.value = null
  focus.value = null
}
</script>

<template>
  <div>
    <div
      ref="frame"
      class="relative mx-auto w-fit max-w-full select-none border border-hair bg-white"
      @pointerdown="click"
    >
      <img :src="source" alt="" class="block max-h-[330px] max-w-full" draggable="false" />
      <div class="pointer-events-none absolute inset-0 overflow-hidden">
        <div
          class="shade absolute"
          :style="{
            left: percent(box.left),
            top: percent(box.top),
            width: percent(box.width),
            height: percent(box.height),
          }"
        />
      </div>
      <button
        type="button"
        class="point absolute"
        :disabled="disabled"
        :style="{ left: percent(point.x), top: percent(point.y) }"
        :aria-label="`Focal point, ${Math.round(point.x * 100)}% from the left, ${Math.round(point.y * 100)}% from the top`"
        @keydown="pointKey"
      />
      <div
        v-for="e in edges"
        :key="e"
        role="slider"
        :tabindex="disabled ? -1 : 0"
        class="edge absolute"
        :class="e"
        :style="edgeStyle(e)"
        :aria-label="`Crop, ${e} edge`"
        aria-valuemin="0"
        aria-valuemax="100"
        :aria-valuenow="Math.round(at(e) * 100)"
        :aria-valuetext="`${Math.round(at(e) * 100)}%`"
        :aria-orientation="e === 'left' || e === 'right' ? 'horizontal' : 'vertical'"
        :aria-disabled="disabled"
        @pointerdown.stop.prevent="drag(e, $event)"
        @keydown="edgeKey(e, $event)"
      />
    </div>
    <p class="mt-1.5 flex flex-wrap gap-x-4 text-[12px] text-ink2">
      <span>Click the focal point; drag the edges to crop. The arrow keys move both.</span
      ><button v-if="!disabled && (crop || focus)" type="button" class="plain" @click="clear">Reset crop</button>
    </p>
    <div class="mt-2.5 flex flex-wrap items-end gap-4" aria-label="Crops">
      <figure v-for="s in shown" :key="s.shape">
        <svg
          :viewBox="`${cropFor(s.shape).left} ${cropFor(s.shape).top} ${cropFor(s.shape).width} ${cropFor(s.shape).height}`"
          class="h-20 border border-hair bg-white"
          role="img"
          :aria-label="s.name"
        >
          <image :href="source" :width="width" :height="height" preserveAspectRatio="none" />
        </svg>
        <figcaption class="text-[11.5px] text-ink2">{{ s.name }}</figcaption>
      </figure>
    </div>
  </div>
</template>

<style scoped>
/* What is cropped away lies under paper. */
.shade {
  box-shadow: 0 0 0 4000px color-mix(in srgb, var(--ink) 42%, transparent);
  outline: 1px solid var(--ink);
}
.point {
  width: 24px;
  height: 24px;
  margin: -12px 0 0 -12px;
  border-radius: 50%;
  background:
    radial-gradient(circle, var(--ink) 0 2.5px, transparent 3px), color-mix(in srgb, var(--sheet) 45%, transparent);
  border: 1.5px solid var(--ink);
  box-shadow: 0 0 0 1.5px var(--sheet);
}
.edge {
  touch-action: none;
}
.edge.left,
.edge.right {
  width: 24px;
  margin-left: -12px;
  cursor: ew-resize;
}
.edge.top,
.edge.bottom {
  height: 24px;
  margin-top: -12px;
  cursor: ns-resize;
}
</style>
