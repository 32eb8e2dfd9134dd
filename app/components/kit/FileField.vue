<script setup lang="ts">
/** A button that chooses files of this computer. The same file can be chosen twice. */
defineOptions({ inheritAttrs: false })
const props = defineProps<{ label: string; accept?: string; multiple?: boolean; disabled?: boolean }>()
const emit = defineEmits<{ choose: [File[]] }>()
const input = useTemplateRef<HTMLInputElement>('input')
function onChange(e: Event) {
  const field = e.target as HTMLInputElement
  const files = [...(field.files ?? [])]
  field.value = ''
  if (files.length > 0) emit('choose', files)
}
defineExpose({ open: () => input.value?.click() })
</script>

<template>
  <label class="file-field" v-bind="$attrs">
    <slot>{{ label }}</slot>
    <input
      ref="input"
      class="sr-only"
      type="file"
      :aria-label="props.label"
      :accept="accept"
      :multiple="multiple"
      :disabled="disabled"
      @change="onChange"
    />
  </label>
</template>
