<script setup lang="ts">
import { useFieldState } from './fieldState'

/** Lines of text. The model follows each key; `commit` says a text that is done with. */
const props = defineProps<{
  modelValue?: string | null
  /** Its name, where no label stands at it. */
  label?: string
}>()
const emit = defineEmits<{ 'update:modelValue': [string]; commit: [string] }>()
const state = useFieldState()
const area = useTemplateRef<HTMLTextAreaElement>('area')
const text = computed({
  get: () => props.modelValue ?? '',
  set: (typed: string) => emit('update:modelValue', typed),
})
const onChange = (e: Event) => emit('commit', (e.target as HTMLTextAreaElement).value)
defineExpose({ focus: () => area.value?.focus(), select: () => area.value?.select() })
</script>

<template>
  <textarea ref="area" v-model="text" class="field" :aria-label="label" v-bind="state" @change="onChange" />
</template>
