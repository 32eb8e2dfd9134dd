<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import type { Because, Shown } from '@core/page/because'
import { spread } from '@core/page/spread'
import type { PartPlaces } from './partPlaces'
import { broughtBy } from './reachWords'

/** Beside a page, at the height of each of its parts that is in sight: what put it there, and why once it is asked. */
const props = defineProps<{
  parts: readonly Shown[]
  places: PartPlaces
  /** How much smaller the page is shown. */
  scale: number
  sku: string
}>()
const asked = defineModel<string | null>('asked', { required: true })
const margin = useTemplateRef('margin')
const { height } = useElementSize(margin)
/** A note is so high, in pixels. */
const noteHeight = 40
const notes = computed(() => {
  const inSight = props.parts
    .filter((part) => props.places[part.piece] !== undefined)
    .sort((a, b) => props.places[a.piece]! - props.places[b.piece]!)
  const tops = spread(
    inSight.map((part) => props.places[part.piece]! * props.scale),
    { gap: noteHeight, length: Math.max(0, height.value - noteHeight) },
  )
  return inSight.map((part, i) => ({ part, top: tops[i]!, isLow: tops[i]! > height.value / 2 }))
})
const isAsked = (part: Shown) =>
  part.piece === asked.value || (part.questions ?? []).some((q) => q.piece === asked.value)
/** Why a part is there, or the question in it that was asked about. */
const becauseOf = (part: Shown) =>
  ((part.questions ?? []).find((q) => q.piece === asked.value) ?? part).because as Because
</script>

<template>
  <div ref="margin" class="margin">
    <h2 class="sr-only">Why is this here?</h2>
    <ul>
      <li v-for="{ part, top, isLow } in notes" :key="part.piece" :style="{ top: `${top}px` }" :class="{ low: isLow }">
        <button
          type="button"
          class="note"
          :aria-expanded="isAsked(part)"
          @click="asked = isAsked(part) ? null : part.piece"
        >
          <b class="truncate">{{ part.title }}</b>
          <span class="truncate text-ink2">{{ broughtBy(part.because as Because) }}</span>
        </button>
        <ReasonBox v-if="isAsked(part)" class="reason" :because="becauseOf(part)" :sku="sku" />
      </li>
    </ul>
  </div>
</template>

<style scoped>
.margin {
  position: relative;
  min-height: 0;
  flex: 1;
  font-size: 12px;
}
li {
  position: absolute;
  width: 100%;
}
.note {
  display: grid;
  width: 100%;
  height: 38px;
  border-inline-start: 2px solid var(--hair-strong);
  padding-inline-start: 8px;
  line-height: 18px;
  text-align: start;
}
.note b {
  font-weight: 600;
}
.note:hover,
.note[aria-expanded='true'] {
  border-color: var(--indigo);
}
/* A reason lies over the notes below it, or over those above where it stands low. */
.reason {
  position: absolute;
  z-index: 2;
  top: 40px;
  inset-inline: 0;
  max-height: 260px;
  overflow: auto;
}
.low .reason {
  top: auto;
  bottom: 40px;
}
</style>
