<script setup lang="ts">
import type { Attribute, AttributeTypeName, Value } from '@core/attributes/attribute'
import { attributeTypes, displayForTeam } from '@core/attributes/types/registry'

/** A stored value to read, as its type is read in a language; inline values are chips. */
const props = defineProps<{
  value: Value
  type: AttributeTypeName
  language: string
  attribute?: Attribute
  values?: Record<string, string>
}>()
const entry = computed(() => attributeTypes[props.type])
/** Blocks that are made of a value, such as a table; links to files need the library and are read in a line. */
const blocks = computed(() =>
  entry.value.formatted || entry.value.refersTo
    ? undefined
    : entry.value.html?.(props.value, { language: props.language, labels: [] }),
)
const labels = computed(() => [props.language, interfaceLanguage])
const line = computed(() =>
  props.attribute
    ? displayForTeam(props.value, props.attribute, { language: props.language, labels: labels.value })
    : String(props.value),
)
</script>

<template>
  <RichText v-if="entry.formatted === 'blocks'" :html="String(value)" :values="values" />
  <RichText v-else-if="blocks" :html="blocks" />
  <ol v-else-if="entry.formatted === 'lines'" class="space-y-1.5">
    <li v-for="(p, i) in value as string[]" :key="i" class="flex gap-1.5">
      <span class="w-4 text-ink3">{{ i + 1 }}</span><RichText :html="p" line :values="values" />
    </li>
  </ol>
  <p v-else class="prose whitespace-pre-line">{{ line }}</p>
</template>
