<script setup lang="ts">
import { useOwnAttrs } from './ownAttrs'

/** A box to tick with what it says, or, in a list, alone and named by `label`. */
defineOptions({ inheritAttrs: false })
const props = defineProps<{ modelValue: boolean | undefined; label?: string }>()
const emit = defineEmits<{ 'update:modelValue': [boolean] }>()
const own = useOwnAttrs()
const onChange = (e: Event) => emit('update:modelValue', (e.target as HTMLInputElement).checked)
</script>

<template>
  <label v-if="$slots.default" class="check" :class="own.outer">
    <input type="checkbox" :checked="props.modelValue" v-bind="own.inner" @change="onChange" />
    <span><slot /></span>
  </label>
  <input
    v-else
    type="checkbox"
    :class="own.outer"
    :checked="props.modelValue"
    :aria-label="label"
    v-bind="own.inner"
    @change="onChange"
  />
</template>
