<script setup lang="ts">
import type { BlockKind, Entry } from '@core/page/block-kind'
import type { OfferedValue } from '../editor/offered'

/** The named fields of a block, filled once or many times. */
const entries = defineModel<Entry[]>({ required: true })
defineProps<{
  kind: BlockKind
  language: string
  name: string
  values: OfferedValue[]
  disabled: boolean
}>()
const shown = computed(() => (entries.value.length > 0 ? entries.value : [{}]))
const set = (i: number, entry: Entry) => {
  entries.value = shown.value.map((e, j) => (j === i ? entry : e))
}
</script>

<template>
  <div>
    <fieldset v-for="(e, i) in shown" :key="i" class="mb-3 border-l-2 border-hair2 pl-2.5" :disabled="disabled">
      <legend class="sr-only">{{ kind.name }}, {{ i + 1 }} in {{ name }}</legend>
      <BlockEntry
        :model-value="e"
        :kind="kind"
        :language="language"
        :number="i + 1"
        :name="name"
        :values="values"
        :disabled="disabled"
        @update:model-value="set(i, $event)"
      />
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
