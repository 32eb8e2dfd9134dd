<script setup lang="ts">
import { formatNumber } from '@core/units/format'
import { readTypedNumber } from '@core/units/typed'

/**
 * A number that people type, read as they write numbers. What it was understood as is told where that may not be what
 * was meant; what cannot be read stays as it was typed, with the reason, and is not taken.
 */
defineOptions({ inheritAttrs: false })
const model = defineModel<number | null>({ required: true })
/** Why what is typed cannot be taken; undefined where it can. */
const problem = defineModel<string | undefined>('problem')
const props = defineProps<{
  label: string
  whole?: boolean
  least?: number
  most?: number
  decimals?: number
  /** Takes each number as it is typed, instead of on leaving the field or pressing Enter. */
  live?: boolean
  /** What was typed before the field was there, in the place of what it holds. */
  typed?: string
  /** Whether it has to hold a number: an empty field then goes back to what it held. */
  required?: boolean
}>()

const id = useId()
const attrs = useAttrs()
const isWide = computed(() => String(attrs.class ?? '').includes('w-full'))
const language = numberLanguage()
const shown = (n: number | null) => (n === null || Number.isNaN(n) ? '' : numberToType(n))
const text = ref(props.typed || shown(model.value))
const hasFocus = ref(false)
const read = computed(() => {
  if (text.value.trim() === '') return { value: null, problem: undefined }
  const { value, problem } = readTypedNumber(text.value, language, props)
  return { value: value ?? null, problem }
})
/** What was understood, where the text could have meant something else. */
const understood = computed(() => {
  if (!hasFocus.value || read.value.value === null) return ''
  const formatted = formatNumber(read.value.value, language)
  const isAsTyped = [formatted, numberToType(read.value.value)].includes(text.value.trim())
  return isAsTyped ? '' : `= ${formatted}`
})

watch(model, (n) => {
  if (read.value.problem !== undefined || n !== read.value.value) text.value = shown(n)
})
watchEffect(() => {
  problem.value = read.value.problem
})
if (props.live && props.typed) take()

function take() {
  if (read.value.problem !== undefined) return
  if (props.required && read.value.value === null) return
  if (read.value.value !== model.value) model.value = read.value.value
}
function onInput(e: Event) {
  text.value = (e.target as HTMLInputElement).value
  if (props.live) take()
}
function onBlur() {
  hasFocus.value = false
  if (props.required && text.value.trim() === '') text.value = shown(model.value)
}
</script>

<template>
  <span class="inline-flex flex-col" :class="{ 'w-full': isWide }">
    <input
      v-bind="$attrs"
      class="field"
      type="text"
      :inputmode="whole ? 'numeric' : 'decimal'"
      autocomplete="off"
      :value="text"
      :aria-label="label"
      :aria-invalid="read.problem !== undefined"
      :aria-describedby="read.problem || understood ? `${id}-help` : undefined"
      @input="onInput"
      @change="take"
      @focus="hasFocus = true"
      @blur="onBlur"
    />
    <TypedHelp :id="`${id}-help`" :problem="read.problem" :understood="understood" />
  </span>
</template>
