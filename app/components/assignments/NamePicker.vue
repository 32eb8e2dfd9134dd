<script setup lang="ts">
import { Combobox, ComboboxButton, ComboboxInput, ComboboxOption, ComboboxOptions } from '@headlessui/vue'

/** Chooses one of many by a part of its name; null where none is chosen. */
const code = defineModel<string | null>({ required: true })
const props = defineProps<{
  offered: readonly { code: string; name: string }[]
  label: string
  placeholder: string
  disabled?: boolean
}>()
const most = 60
const q = ref('')
const words = computed(() => q.value.toLowerCase().split(/\s+/).filter(Boolean))
const found = computed(() => props.offered.filter((o) => words.value.every((w) => o.name.toLowerCase().includes(w))))
const nameOf = (c: unknown) => (c ? (props.offered.find((o) => o.code === c)?.name ?? String(c)) : '')
</script>

<template>
  <Combobox v-model="code" as="div" class="relative" nullable :disabled="disabled" @update:model-value="q = ''">
    <ComboboxInput
      class="field w-full pr-8"
      :aria-label="label"
      :placeholder="placeholder"
      :display-value="nameOf"
      autocomplete="off"
      @change="q = ($event.target as HTMLInputElement).value"
    />
    <ComboboxButton class="absolute right-0.5 top-0.5 min-h-7 min-w-7 text-ink2" :aria-label="`${label}: show them all`"
      ><span aria-hidden="true">↓</span></ComboboxButton
    >
    <ComboboxOptions
      class="absolute left-0 top-full z-40 max-h-72 min-w-full overflow-auto border border-hair2 bg-sheet py-1 shadow-md"
    >
      <ComboboxOption v-for="o in found.slice(0, most)" :key="o.code" v-slot="{ active }" :value="o.code" as="template"
        ><li class="cursor-pointer whitespace-nowrap px-3 py-1" :class="{ 'bg-indigowash': active }">
          {{ o.name }}
        </li></ComboboxOption
      >
      <li v-if="found.length > most" class="px-3 py-1 text-ink2">
        {{ found.length - most }} more: type part of the name
      </li>
      <li v-if="found.length === 0" class="px-3 py-1 text-ink2">No results.</li>
    </ComboboxOptions>
  </Combobox>
</template>
