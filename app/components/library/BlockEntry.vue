<script setup lang="ts">
import type { BlockKind, Entry } from '@core/page/block-kind'
import { directionOf } from '@core/language/chain'
import type { OfferedValue } from '../editor/offered'

/** The fields of one entry of a block. */
const entry = defineModel<Entry>({ required: true })
const props = defineProps<{
  kind: BlockKind
  language: string
  /** Which entry of the block it is, from 1. */
  number: number
  name: string
  values: OfferedValue[]
  disabled: boolean
}>()
const setup = useSetupStore()
const set = (field: string, value: string) => {
  entry.value = { ...entry.value, [field]: value }
}
const labelOf = (f: BlockKind['fields'][number]) => f.labels[props.language] ?? setup.label(f.labels, f.code)
</script>

<template>
  <div>
    <div v-for="f in kind.fields" :key="f.code" class="pb-1.5">
      <template v-if="f.type === 'text'"
        ><p class="text-ink2" aria-hidden="true">{{ labelOf(f) }}</p>
        <RichEditor
          :model-value="entry[f.code] ?? ''"
          :label="`${labelOf(f)} ${number} in ${name}`"
          :language="language"
          :direction="directionOf(language)"
          :values="values"
          :disabled="disabled"
          compact
          @update:model-value="set(f.code, $event)"
      /></template>
      <FormField v-else :label="labelOf(f)">
        <PicturePicker
          v-if="f.type === 'picture'"
          :model-value="entry[f.code] || null"
          :label="`${labelOf(f)} ${number}`"
          @update:model-value="set(f.code, $event ?? '')"
        />
        <TextField
          v-else
          :lang="language"
          :dir="f.type === 'line' ? directionOf(language) : 'ltr'"
          :placeholder="f.type === 'link' ? 'https://… and link text' : ''"
          :model-value="entry[f.code]"
          class="w-full"
          @update:model-value="set(f.code, $event)"
        />
      </FormField>
    </div>
  </div>
</template>
