<script setup lang="ts">
import type { Option } from '@core/attributes/attribute'
import { withOptions } from '@core/attributes/options'
import { directionOf } from '@core/language/chain'
import { readBlock } from '@core/sheet/block'

/**
 * The options of a choice: label in the source and in one other language, code, order. Lines pasted into the last field
 * become options.
 */
const options = defineModel<Option[]>({ required: true })
defineProps<{ disabled?: boolean }>()
const setup = useSetupStore()
const lens = useLensStore()
const other = ref(lens.language === setup.source ? (setup.languages[1] ?? setup.source) : lens.language)
const root = useTemplateRef<HTMLElement>('root')
const adding = ref('')
function add(labels: string[]) {
  options.value = withOptions(options.value, labels, setup.source)
  adding.value = ''
}
function paste(e: ClipboardEvent) {
  const block = readBlock(e.clipboardData?.getData('text/plain') ?? '')
  if (block.length < 2) return
  e.preventDefault()
  add(block.map((r) => r[0]!))
}
function set(i: number, language: string, text: string) {
  options.value = options.value.map((o, j) => {
    if (j !== i) return o
    const { [language]: _old, ...labels } = o.labels
    return { ...o, labels: text === '' ? labels : { ...labels, [language]: text } }
  })
}
const move = useMovableFields(() => root.value, options)
/** What an option of colours looks like; photos are read by it. */
function dye(i: number, swatch: string) {
  options.value = options.value.map((o, j) => (j === i ? { ...o, swatch } : o))
}
</script>

<template>
  <div>
    <div
      class="grid grid-cols-[22px_minmax(0,1fr)_minmax(0,1fr)_34px_120px_22px] items-center gap-x-2 text-[12px] text-ink2"
    >
      <span /><span>{{ languageName(setup.source) }}</span
      ><SelectField
        v-model="other"
        label="Second language"
        :options="withWords(setup.languages.slice(1), languageName)"
      /><span>Hue</span><span>Code</span><span />
    </div>
    <ul ref="root" class="mt-1">
      <li
        v-for="(o, i) in options"
        :key="o.code"
        data-entry
        class="grid grid-cols-[22px_minmax(0,1fr)_minmax(0,1fr)_34px_120px_22px] items-center gap-x-2 py-px"
        @keydown.alt.up.prevent="move(i, i - 1)"
        @keydown.alt.down.prevent="move(i, i + 1)"
      >
        <span data-handle class="drag-number" :title="`Drag to move ${o.code}`">{{ i + 1 }}</span>
        <TextField
          :lang="setup.source"
          :disabled="disabled"
          :model-value="o.labels[setup.source]"
          class="!py-0.5"
          :label="`Option ${i + 1} in ${languageName(setup.source)}`"
          @update:model-value="set(i, setup.source, $event)"
        />
        <TextField
          :lang="other"
          :dir="directionOf(other)"
          :disabled="disabled"
          :model-value="o.labels[other]"
          class="!py-0.5"
          :label="`Option ${i + 1} in ${languageName(other)}`"
          @update:model-value="set(i, other, $event)"
        />
        <ColourField
          v-if="o.swatch"
          class="w-full"
          :model-value="o.swatch"
          :label="`Hue of option ${i + 1}`"
          :disabled="disabled"
          @update:model-value="dye(i, $event)"
        />
        <button
          v-else
          type="button"
          class="h-6 w-full border border-dashed border-hair2 text-ink3"
          :disabled="disabled"
          :aria-label="`Give option ${i + 1} a hue, used to recognise colours in photos`"
          @click="dye(i, '#808080')"
        >
          +
        </button>
        <span class="code truncate">{{ o.code }}</span>
        <IconButton
          icon="remove"
          v-if="!disabled"
          :label="`Remove ${o.labels[setup.source] ?? o.code}`"
          @click="options = options.filter((_, j) => j !== i)"
        />
      </li>
    </ul>
    <TextField
      v-if="!disabled"
      v-model="adding"
      placeholder="Add options, separated by commas or lines"
      @keydown.enter.prevent="add(adding.split(','))"
      @blur="add(adding.split(','))"
      @paste="paste"
      class="mt-1 w-full"
      label="Add options"
    />
  </div>
</template>
