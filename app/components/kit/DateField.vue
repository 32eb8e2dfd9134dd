<script setup lang="ts">
import { useFieldState } from './fieldState'

/** A day, or a moment of the storefront's clock: `2026-05-01`, `2026-05-01T09:00`; null where none is chosen. */
const props = defineProps<{
  modelValue: string | null | undefined
  /** Its name, where no label stands at it. */
  label?: string
  /** Whether it is a moment; a day alone is then one with this time. */
  withTime?: 'from' | 'until'
}>()
const emit = defineEmits<{ 'update:modelValue': [string | null] }>()
const state = useFieldState()
const onChange = (e: Event) => emit('update:modelValue', (e.target as HTMLInputElement).value || null)
const shown = computed(() => {
  const value = props.modelValue ?? ''
  if (!props.withTime || value === '' || value.includes('T')) return value
  return `${value}T${props.withTime === 'from' ? '00:00' : '23:59'}`
})
</script>

<template>
  <input
    class="field"
    :type="withTime ? 'datetime-local' : 'date'"
    :value="shown"
    :aria-label="label"
    v-bind="state"
    @change="onChange"
  />
</template>
