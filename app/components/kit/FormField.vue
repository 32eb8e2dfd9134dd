<script setup lang="ts">
import { fieldKey, useErrorAt } from './fieldState'

/**
 * A control with its label, a sentence of help, and what is wrong with it. The label stands above the control, or, where
 * the form is a grid of two columns, beside it.
 */
const props = defineProps<{
  label: string
  help?: string
  error?: string
  /** Where what it holds stands in what the form sends: what is wrong there is said here. */
  path?: string
  /** Whether the label is a cell of its own before the control. */
  beside?: boolean
  /** The id of the control, where the label stands beside it. */
  for?: string
}>()
const id = useId()
const atPath = useErrorAt(props.path)
const message = computed(() => props.error ?? atPath.value)
provide(
  fieldKey,
  computed(() => ({
    describedBy: [props.help && `${id}-help`, message.value && `${id}-error`].filter(Boolean).join(' ') || undefined,
    invalid: Boolean(message.value),
  })),
)
</script>

<template>
  <template v-if="beside">
    <label :for="props.for" class="pt-1.5 text-ink2">
      {{ label }}
      <small v-if="help" :id="`${id}-help`" class="block">{{ help }}</small>
    </label>
    <div class="min-w-0">
      <slot />
      <FieldError :id="`${id}-error`" :error="message" />
    </div>
  </template>
  <div v-else class="form-field">
    <label class="text-ink2">
      {{ label }}
      <slot />
    </label>
    <small v-if="help" :id="`${id}-help`" class="block text-ink2">{{ help }}</small>
    <FieldError :id="`${id}-error`" :error="message" />
  </div>
</template>
