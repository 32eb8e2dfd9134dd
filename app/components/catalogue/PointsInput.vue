<script setup lang="ts">
import { directionOf } from '@core/language/chain'
import type { FoundPlace } from '../editor/places'
import type { OfferedValue } from '../editor/offered'

/** Key points: a line each, dragged or moved with Alt and the arrows into their order. */
const points = defineModel<string[] | null>({ required: true })
const props = defineProps<{
  label: string
  language: string
  values: OfferedValue[]
  /** How many there should be, in words. */ wanted?: string
  disabled?: boolean
  places?: readonly FoundPlace[]
}>()
const list = computed(() => points.value ?? [''])
const root = useTemplateRef<HTMLElement>('root')
const set = (i: number, html: string) => {
  points.value = list.value.map((p, j) => (j === i ? html.replace(/^<p>|<\/p>$/g, '') : p))
}
/**
 * What was found, by point, each of which is a text of its own in its editor; the same until the checks have looked
 * again.
 */
const placesIn = computed(() => {
  const points = new Map<number, FoundPlace[]>()
  for (const f of props.places ?? []) points.set(f.stretch, [...(points.get(f.stretch) ?? []), { ...f, stretch: 0 }])
  return points
})
function move(from: number, to: number) {
  if (to < 0 || to >= list.value.length) return
  points.value = moved(list.value, from, to)
  focusPoint(to)
}
/** Writing goes on in a point; the editor of a new one comes a moment later than the rest. */
function focusPoint(i: number, tries = 20) {
  void nextTick(() => {
    const editors = root.value?.querySelectorAll<HTMLElement>('[contenteditable=true]') ?? []
    if (editors.length === list.value.length) editors[i]?.focus()
    else if (tries > 0) requestAnimationFrame(() => focusPoint(i, tries - 1))
  })
}
/** An empty point at a place, which is written in next. */
function add(at: number) {
  points.value = [...list.value.slice(0, at), '', ...list.value.slice(at)]
  focusPoint(at)
}
/** An empty point goes, and what is before it is written on. */
function remove(at: number) {
  if (list.value.length < 2) return
  points.value = list.value.filter((_, j) => j !== at)
  focusPoint(Math.max(0, at - 1))
}
useReorder(() => root.value, move)
const filled = computed(() => list.value.filter((p) => plainShown(p) !== '').length)
</script>

<template>
  <div>
    <ol ref="root" class="space-y-1.5">
      <li
        v-for="(p, i) in list"
        :key="i"
        data-entry
        class="flex items-start gap-1.5"
        @keydown.alt.up.prevent.stop="move(i, i - 1)"
        @keydown.alt.down.prevent.stop="move(i, i + 1)"
      >
        <span data-handle class="w-5 shrink-0 cursor-grab pt-2 text-ink3" :title="`Drag to move point ${i + 1}`">{{
          i + 1
        }}</span>
        <RichEditor
          class="min-w-0 flex-1"
          compact
          one-line
          @next="add(i + 1)"
          @away="remove(i)"
          :model-value="p"
          :label="`${props.label}, point ${i + 1}`"
          :language="language"
          :direction="directionOf(language)"
          :values="values"
          :places="placesIn.get(i)"
          :disabled="disabled"
          @update:model-value="set(i, $event)"
        />
        <span v-if="!disabled" class="flex"
          ><IconButton
            icon="up"
            :disabled="i === 0"
            :label="`Move point ${i + 1} up`"
            @click="move(i, i - 1)" /><IconButton
            icon="down"
            :disabled="i === list.length - 1"
            :label="`Move point ${i + 1} down`"
            @click="move(i, i + 1)"
        /></span>
        <IconButton
          icon="remove"
          v-if="!disabled"
          :label="`Remove point ${i + 1}`"
          @click="points = list.filter((_, j) => j !== i)"
        />
      </li>
    </ol>
    <p v-if="!disabled" class="actions">
      <button type="button" class="plain" @click="add(list.length)">Add a point</button
      ><span v-if="wanted" class="text-ink2">{{ filled }} of {{ wanted }}</span>
    </p>
  </div>
</template>
