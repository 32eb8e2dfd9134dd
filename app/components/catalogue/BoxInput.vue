<script setup lang="ts">
import type { BoxItem } from '@core/attributes/attribute'
import { boxLine, parseBoxItem } from '@core/attributes/types/lists'
import { directionOf } from '@core/language/chain'

/** What lies in the box: written as lines, read as quantity and item. */
const items = defineModel<BoxItem[] | null>({ required: true })
defineProps<{ label: string; language: string; disabled?: boolean }>()
const written = ref((items.value ?? []).map((b) => `${b.quantity} × ${b.item}`).join('\n'))
const read = computed(() =>
  written.value
    .split('\n')
    .filter((l) => l.trim() !== '')
    .map(parseBoxItem),
)
watch(items, (now) => {
  // Somebody else wrote them: taken over from the source, say.
  if (JSON.stringify(now ?? []) !== JSON.stringify(read.value))
    written.value = (now ?? []).map((b) => `${b.quantity} × ${b.item}`).join('\n')
})
function write(text: string) {
  written.value = text
  items.value = read.value.length > 0 ? read.value : null
}
</script>

<template>
  <div class="grid grid-cols-2 gap-3">
    <TextArea
      rows="4"
      :lang="language"
      :dir="directionOf(language)"
      placeholder="2 × hook"
      :disabled="disabled"
      :model-value="written"
      class="w-full"
      :label="`${label}: one item per line, such as 2 × hook`"
      @update:model-value="write($event)"
    />
    <ul class="prose list-disc ps-5 text-ink2" :lang="language" :dir="directionOf(language)" aria-label="Read as">
      <li v-for="(b, i) in read" :key="i">{{ boxLine(b, language) }}</li>
    </ul>
  </div>
</template>
