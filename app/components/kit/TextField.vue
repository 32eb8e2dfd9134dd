<script setup lang="ts">
import { useFieldState } from './fieldState'

/**
 * A line of text. The model follows each key (with `.lazy`: each text that is done with), and `commit` says a text that
 * is done with: by Enter, or by leaving the field.
 */
const props = defineProps<{
  modelValue?: string | null
  /** Its name, where no label stands at it. */
  label?: string
  modelModifiers?: { lazy?: true }
}>()
const emit = defineEmits<{ 'update:modelValue': [string]; commit: [string] }>()
const state = useFieldState()
const input = useTemplateRef<HTMLInputElement>('input')
const text = computed({
  get: () => props.modelValue ?? '',
  set: (typed: string) => {
    if (!props.modelModifiers?.lazy) emit('update:modelValue', typed)
  },
})
function onChange(e: Event) {
  const typed = (e.target as HTMLInputElement).value
  if (props.modelModifiers?.lazy) emit('update:modelValue', typed)
  emit('commit', typed)
}
defineExpose({ focus: () => input.value?.focus(), select: () => input.value?.select() })
</script>

<template>
  <input ref="input" v-model="text" class="field" type="text" :aria-label="label" v-bind="state" @change="onChange" />
</template>
