<script setup lang="ts">
/** A box to tick with what it says, or, in a list, alone and named by `label`. */
defineOptions({ inheritAttrs: false })
const props = defineProps<{ modelValue: boolean | undefined; label?: string }>()
const emit = defineEmits<{ 'update:modelValue': [boolean] }>()
const attrs = useAttrs()
const ofBox = computed(() => Object.fromEntries(Object.entries(attrs).filter(([name]) => name !== 'class')))
const onChange = (e: Event) => emit('update:modelValue', (e.target as HTMLInputElement).checked)
</script>

<template>
  <label v-if="$slots.default" class="check" :class="attrs.class">
    <input type="checkbox" :checked="props.modelValue" v-bind="ofBox" @change="onChange" />
    <slot />
  </label>
  <input
    v-else
    type="checkbox"
    :class="attrs.class"
    :checked="props.modelValue"
    :aria-label="label"
    v-bind="ofBox"
    @change="onChange"
  />
</template>
