<script setup lang="ts">
import type { Measure } from '@core/units/canonical'
import { formatMeasure, formatNumber } from '@core/units/format'
import { unitsOf, type UnitFamily } from '@core/units/registry'
import { measureUnderstood, readTypedMeasure } from '@core/units/typed'

/**
 * A number with its unit. The unit may be typed behind the number, or is the one chosen beside it; what was understood
 * is told, and what cannot be read stays as it was typed, with the reason, and is not taken.
 */
const model = defineModel<Measure | null>({ required: true })
/** Why what is typed cannot be taken; undefined where it can. */
const problem = defineModel<string | undefined>('problem')
const props = defineProps<{
  label: string
  /** What the list of units is called. */
  unitLabel?: string
  family: UnitFamily
  /** The unit of a number without one, until another is chosen. */
  standardUnit: string
  /** What was typed before the field was there, in the place of what it holds. */
  typed?: string
}>()

const id = useId()
const language = numberLanguage()
const offered = computed(() => unitsOf(props.family))
const shown = (m: Measure | null) => (m === null ? '' : numberToType(m.value))
const text = ref(props.typed || shown(model.value))
const unit = ref(model.value?.unit || props.standardUnit || offered.value[0]!.symbol)
const read = computed(() => {
  if (text.value.trim() === '') return { value: null, problem: undefined }
  const { value, problem } = readTypedMeasure(text.value, props.family, unit.value, language)
  return { value: value ?? null, problem }
})
const understood = computed(() => {
  const measure = read.value.value
  if (measure === null) return ''
  const told = measureUnderstood(measure, language)
  const written = [formatMeasure(measure, language), formatNumber(measure.value, language)]
  const isAsTyped = written.includes(text.value.trim()) || numberToType(measure.value) === text.value.trim()
  return isAsTyped && told === formatMeasure(measure, language) ? '' : told
})

const isSame = (a: Measure | null, b: Measure | null) => a?.value === b?.value && a?.unit === b?.unit
watch(model, (m) => {
  if (isSame(m, read.value.value)) return
  text.value = shown(m)
  if (m !== null) unit.value = m.unit
})
watchEffect(() => {
  problem.value = read.value.problem
})
if (props.typed) take()

function take() {
  const { value, problem } = read.value
  if (problem !== undefined || isSame(value, model.value)) return
  model.value = value
}
/** A unit that was typed stands in the list, so that the next number has it too. */
function settle() {
  const measure = read.value.value
  if (measure === null) return
  unit.value = measure.unit
  text.value = numberToType(measure.value)
}
function onInput(e: Event) {
  text.value = (e.target as HTMLInputElement).value
  take()
}
function onUnit(chosen: string) {
  settle()
  unit.value = chosen
  take()
}
</script>

<template>
  <span class="inline-flex flex-col">
    <span class="flex gap-1.5">
      <input
        class="field w-28"
        type="text"
        inputmode="decimal"
        autocomplete="off"
        :value="text"
        :aria-label="label"
        :aria-invalid="read.problem !== undefined"
        :aria-describedby="read.problem || understood ? `${id}-help` : undefined"
        @input="onInput"
        @change="settle"
      />
      <SelectField
        as-written
        :model-value="unit"
        :label="unitLabel ?? `Unit of ${label}`"
        :options="asNamed(offered.map((u) => u.symbol))"
        @update:model-value="onUnit"
      />
    </span>
    <TypedHelp :id="`${id}-help`" :problem="read.problem" :understood="understood" />
  </span>
</template>
