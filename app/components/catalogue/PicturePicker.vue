<script setup lang="ts">
import { Combobox, ComboboxButton, ComboboxInput, ComboboxOption, ComboboxOptions } from '@headlessui/vue'

/** Picks one picture of the media library by its name. */
const name = defineModel<string | null>({ required: true })
defineProps<{ label: string }>()
const q = ref('')
const asked = ref(false)
const { data } = useAsking(
  (signal) =>
    asked.value ? call('listMedia', { query: { q: q.value, limit: 24 }, signal }) : Promise.resolve(undefined),
  () => [q.value, asked.value],
  { wait: 80 },
)
</script>

<template>
  <Combobox v-model="name" as="div" class="relative" nullable>
    <ComboboxInput
      class="field w-24 !px-1.5 text-[11.5px]"
      :aria-label="label"
      :display-value="(v) => (v as string | null) ?? ''"
      autocomplete="off"
      @focus="asked = true"
      @change="q = ($event.target as HTMLInputElement).value"
    />
    <ComboboxButton
      class="absolute inset-y-0 right-0 px-1.5 text-ink3"
      :aria-label="`${label}: show pictures`"
      @click="asked = true"
      >▾</ComboboxButton
    >
    <ComboboxOptions
      class="absolute right-0 top-full z-30 max-h-64 w-64 overflow-auto border border-hair2 bg-sheet py-1 shadow-md"
    >
      <ComboboxOption v-for="m in data?.items ?? []" :key="m.name" v-slot="{ active }" :value="m.name" as="template"
        ><li class="flex cursor-pointer items-center gap-2 px-2 py-0.5" :class="{ 'bg-indigowash': active }">
          <img
            :src="pictureUrl(m.name)"
            alt=""
            width="28"
            height="28"
            loading="lazy"
            class="h-7 w-7 object-contain"
          /><span class="truncate">{{ m.name }}</span>
        </li></ComboboxOption
      >
    </ComboboxOptions>
  </Combobox>
</template>
