<script setup lang="ts">
import { normalForm } from '@core/richtext/normal-form'

/** Stored rich text to read; inline values are shown as chips. Cleaned once more on its way out. */
const props = defineProps<{
  html: string
  line?: boolean
  /** What inline values read as; without it they are named. */ values?: Record<string, string>
}>()
const setup = useSetupStore()
const labelOf = (address: string) =>
  address.startsWith('attribute:')
    ? setup.label(setup.attributes.get(address.slice(10))?.labels, address.slice(10)).toLowerCase()
    : address.replace('storefront:', '')
const shown = computed(() => {
  const clean = normalForm(props.html).replace(
    /<data value="([^"]*)"><\/data>/g,
    (_, a: string) =>
      '<span class="chip" ' +
      `title="${labelOf(a).replace(/["<&]/g, '')}">${(props.values?.[a] ?? labelOf(a)).replace(/[<&]/g, '')}</span>`,
  )
  return props.line ? clean.replace(/^<p>|<\/p>$/g, '') : clean
})
</script>

<template>
  <!-- eslint-disable-next-line vue/no-v-html -->
  <div class="prose" v-html="shown" />
</template>
