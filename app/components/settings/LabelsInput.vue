<script setup lang="ts">
import type { Labels } from '@core/language/labels'
import { directionOf } from '@core/language/chain'

/** A text in the source language, and folded away in every language of an edition. */
const labels = defineModel<Labels>({ required: true })
const props = defineProps<{ label: string; disabled?: boolean; long?: boolean }>()
const setup = useSetupStore()
const others = computed(() => setup.languages.filter((l) => l !== setup.source))
const done = computed(() => others.value.filter((l) => labels.value[l]).length)
function set(language: string, text: string) {
  const { [language]: _old, ...rest } = labels.value
  labels.value = text === '' ? rest : { ...rest, [language]: text }
}
defineExpose({ focus: () => root.value?.querySelector<HTMLElement>('input, textarea')?.focus() })
const root = useTemplateRef<HTMLElement>('root')
</script>

<template>
  <div ref="root">
    <TextArea
      v-if="long"
      rows="2"
      :lang="setup.source"
      :disabled="disabled"
      :model-value="labels[setup.source]"
      class="w-full"
      :label="props.label"
      @update:model-value="set(setup.source, $event)"
    />
    <TextField
      v-else
      :lang="setup.source"
      :disabled="disabled"
      :model-value="labels[setup.source]"
      class="w-full"
      :label="props.label"
      @update:model-value="set(setup.source, $event)"
    />
    <details class="mt-0.5">
      <summary class="min-h-6 cursor-pointer pt-0.5 text-[12px] text-ink2">
        {{ done }} of {{ others.length }} other {{ others.length === 1 ? 'language' : 'languages' }}
      </summary>
      <div class="mt-1 grid grid-cols-[auto_minmax(0,1fr)] items-center gap-x-3 gap-y-1">
        <template v-for="l in others" :key="l"
          ><span class="text-[12px] text-ink2">{{ languageName(l) }}</span
          ><TextField
            :lang="l"
            :dir="directionOf(l)"
            :disabled="disabled"
            :model-value="labels[l]"
            class="!py-0.5"
            :label="`${props.label} in ${languageName(l)}`"
            @update:model-value="set(l, $event)"
        /></template>
      </div>
    </details>
  </div>
</template>
