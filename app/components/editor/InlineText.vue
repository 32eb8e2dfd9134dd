<script setup lang="ts">
import type { OfferedValue } from './offered'

/** Rich text to read without its marks: its words, and inline values as chips that say what they read as. */
const props = defineProps<{ html: string; values: readonly OfferedValue[] }>()
const parts = computed(() => textParts(props.html))
const samples = computed(() => new Map(props.values.map((v) => [v.address, v.sample])))
/** What the value reads as here; its name where it has none. */
const chipWords = (address: string) => samples.value.get(address) || inlineLabel(address)
</script>

<template>
  <span class="whitespace-pre-line" dir="auto"
    ><template v-for="(part, i) in parts" :key="i"
      ><span v-if="'address' in part" class="chip" :title="inlineLabel(part.address)">{{
        chipWords(part.address)
      }}</span
      ><template v-else>{{ part.words }}</template></template
    ></span
  >
</template>
