<script setup lang="ts">
import { useProofRoom } from './useProofRoom'

/** The frame of the proof: the screen on which the page is shown, whose page it is, and the way to pull or hide it. */
defineProps<{ sku?: string }>()
const emit = defineEmits<{ fold: [] }>()
const screen = useProofWidth()
const { room, least, most, makeRoomFor } = useProofRoom()
const whole = useWholeProof()
const lens = useLensStore()
watch(screen, makeRoomFor)

/** One press of an arrow pulls it so far, in pixels. */
const keyStep = 24
const widths: Record<string, () => number> = {
  ArrowLeft: () => room.value + keyStep,
  ArrowRight: () => room.value - keyStep,
  Home: () => least,
  End: () => most.value,
}
function pullByKey(e: KeyboardEvent) {
  const width = widths[e.key]
  if (!width) return
  e.preventDefault()
  room.value = width()
}
/** It stands at the right edge of the window: what is right of the pointer is its own. */
function pull(e: PointerEvent) {
  const handle = e.currentTarget as HTMLElement
  if (handle.hasPointerCapture(e.pointerId)) room.value = window.innerWidth - e.clientX
}
const take = (e: PointerEvent) => (e.currentTarget as HTMLElement).setPointerCapture(e.pointerId)
</script>

<template>
  <aside class="proof-shell" :style="{ '--proof-room': `${room}px` }" aria-label="Proof: the page as a shopper gets it">
    <div
      class="pull-edge"
      role="separator"
      aria-orientation="vertical"
      aria-label="Width of the proof"
      tabindex="0"
      :aria-valuenow="room"
      :aria-valuemin="least"
      :aria-valuemax="most"
      @keydown="pullByKey"
      @pointerdown="take"
      @pointermove="pull"
    />
    <div class="flex items-center gap-3 px-3.5 py-2 text-[12px] text-ink2">
      <h2 class="text-[14px]">Proof</h2>
      <ScreenChoice v-model="screen" />
      <span class="code ml-auto truncate">{{ sku }}</span>
      <SharePreview v-if="sku" :sku="sku" :editions="lens.editions" />
      <button v-if="sku" class="plain min-h-6" type="button" @click="whole.open()">Enlarge</button>
      <button class="plain min-h-6" type="button" @click="emit('fold')">Hide</button>
    </div>
    <slot />
  </aside>
</template>
