<script setup lang="ts">
import type { BlockKind, Entry } from '@core/page/block-kind'
import { directionOf } from '@core/language/chain'
import type { OfferedValue } from '../editor/offered'

/** The named fields of a block, filled once or many times. */
const entries = defineModel<Entry[]>({ required: true })
const props = defineProps<{
  kind: BlockKind
  language: string
  name: string
  values: OfferedValue[]
  disabled: boolean
}>()
const setup = useSetupStore()
const shown = computed(() => (entries.value.length > 0 ? entries.value : [{}]))
const set = (i: number, field: string, value: string) => {
  entries.value = shown.value.map((e, j) => (j === i ? { ...e, [field]: value } : e))
}
const labelOf = (f: BlockKind['fields'][number]) => f.labels[props.language] ?? setup.label(f.labels, f.code)
</script>

<template>
  <div>
    <fieldset v-for="(e, i) in shown" :key="i" class="mb-3 border-l-2 border-hair2 pl-2.5" :disabled="disabled">
      <legend class="sr-only">{{ kind.name }}, {{ i + 1 }} in {{ name }}</legend>
      <div v-for="f in kind.fields" :key="f.code" class="pb-1.5">
        <template v-if="f.type === 'text'"
          ><p class="text-ink2" aria-hidden="true">{{ labelOf(f) }}</p>
          <RichEditor
            :model-value="e[f.code] ?? ''"
            :label="`${labelOf(f)} ${i + 1} in ${name}`"
            :language="language"
            :direction="directionOf(language)"
            :values="values"
            :disabled="disabled"
            compact
            @update:model-value="set(i, f.code, $event)"
        /></template>
        <label v-else-if="f.type === 'picture'" class="text-ink2"
          >{{ labelOf(f)
          }}<PicturePicker
            :model-value="e[f.code] || null"
            :label="`${labelOf(f)} ${i + 1}`"
            @update:model-value="set(i, f.code, $event ?? '')"
        /></label>
        <label v-else class="block text-ink2"
          >{{ labelOf(f)
          }}<input
            class="field mt-0.5 block w-full"
            :lang="language"
            :dir="f.type === 'line' ? directionOf(language) : 'ltr'"
            :value="e[f.code] ?? ''"
            :placeholder="f.type === 'link' ? 'https://… and link text' : ''"
            @input="set(i, f.code, ($event.target as HTMLInputElement).value)"
        /></label>
      </div>
      <p v-if="kind.many && !disabled" class="flex gap-3 text-[12.5px]">
        <button type="button" class="plain" :disabled="i === 0" @click="entries = moved(shown, i, i - 1)">Up</button
        ><button
          type="button"
          class="plain"
          :disabled="i === shown.length - 1"
          @click="entries = moved(shown, i, i + 1)"
        >
          Down</button
        ><button type="button" class="plain" @click="entries = shown.filter((_, j) => j !== i)">Remove</button>
      </p>
    </fieldset>
    <button v-if="kind.many && !disabled" type="button" class="act" @click="entries = [...shown, {}]">Add entry</button>
  </div>
</template>
