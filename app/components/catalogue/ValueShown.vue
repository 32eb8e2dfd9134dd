<script setup lang="ts">
import type { Attribute, AttributeTypeName, Value } from '@core/attributes/attribute'
import { attributeTypes } from '@core/attributes/types/registry'

/** A stored value to read, as its type is read in a language; inline values are chips. */
const props = defineProps<{
  value: Value
  type: AttributeTypeName
  language: string
  attribute?: Attribute
  values?: Record<string, string>
}>()
const labels = computed(() => [props.language, 'en-GB'])
const line = computed(() =>
  props.attribute
    ? attributeTypes[props.type].display(props.value, props.attribute, {
        language: props.language,
        labels: labels.value,
      })
    : String(props.value),
)
</script>

<template>
  <RichText v-if="type === 'rich-text'" :html="String(value)" :values="values" />
  <RichText
    v-else-if="type === 'table' || type === 'box-contents'"
    :html="attributeTypes[type].html!(value, { language, labels: [] })"
  />
  <ol v-else-if="type === 'key-points'" class="space-y-1.5">
    <li v-for="(p, i) in value as string[]" :key="i" class="flex gap-1.5">
      <span class="w-4 text-ink3">{{ i + 1 }}</span><RichText :html="p" line :values="values" />
    </li>
  </ol>
  <p v-else class="prose whitespace-pre-line">{{ line }}</p>
</template>
