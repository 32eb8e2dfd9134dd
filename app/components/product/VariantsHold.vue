<script setup lang="ts">
import type { VariantValues } from '@contracts/product'
import { capitalised } from '@core/language/letters'

/** What the variants of a product hold of an attribute: “S, M, L · on 6 variants”. Leads to them. */
const props = defineProps<{ label: string; held: VariantValues; required: boolean }>()
const emit = defineEmits<{ open: [] }>()
const more = computed(() => props.held.different - props.held.shown.length)
const values = computed(() => [...props.held.shown, ...(more.value > 0 ? [`${more.value} more`] : [])].join(', '))
const isMissing = computed(() => props.held.missing > 0)
const where = computed(() => (values.value ? whereWords(props.held) : capitalised(whereWords(props.held))))
function whereWords({ missing, of }: VariantValues): string {
  const all = countShown(of, 'variant')
  if (missing === 0) return `on ${all}`
  return missing === of ? `missing on ${all}` : `missing on ${numberShown(missing)} of ${all}`
}
</script>

<template>
  <button type="button" class="variant-values" :class="{ lacks: isMissing && required }" @click="emit('open')">
    <span class="sr-only">{{ label }}: </span>
    <template v-if="values">{{ values }} · </template>
    <span class="where">{{ where }}</span>
  </button>
</template>

<style scoped>
.variant-values {
  display: block;
  width: 100%;
  min-height: 25px;
  padding: 2px 0 3px;
  text-align: start;
}
.variant-values:hover {
  text-decoration: underline;
  text-decoration-style: dashed;
  text-underline-offset: 3px;
}
.where {
  color: var(--ink-2);
}
.lacks .where {
  color: var(--madder);
}
</style>
