<script setup lang="ts">
import { Combobox, ComboboxInput, ComboboxOption, ComboboxOptions } from '@headlessui/vue'
import { matchCategories } from '@core/catalogue/find-category'
import { typeOfCategory } from '@core/catalogue/model'

/** Chooses a category by typing: the deepest that fits stands first. */
const code = defineModel<string | null>({ required: true })
defineProps<{ label: string; disabled?: boolean; placeholder?: string }>()
const setup = useSetupStore()
const q = ref('')
const names = (path: string[]) => path.map((c) => setup.label(setup.categories.get(c)?.names, c)).join(' › ')
const found = computed(() => matchCategories(q.value, setup.forCore))
const shown = (c: unknown) => (c ? setup.label(setup.categories.get(c as string)?.names, c as string) : '')
const typeOf = (c: string) => {
  const type = typeOfCategory(setup.forCore, c)
  return type ? setup.label(setup.types.get(type)?.labels, type) : ''
}
</script>

<template>
  <Combobox v-model="code" as="div" class="relative" nullable :disabled="disabled">
    <ComboboxInput
      class="field w-full"
      :aria-label="label"
      :placeholder="placeholder ?? 'Type part of its name'"
      :display-value="shown"
      autocomplete="off"
      @change="q = ($event.target as HTMLInputElement).value"
    />
    <ComboboxOptions
      class="absolute left-0 top-full z-40 max-h-72 min-w-full overflow-auto border border-hair2 bg-sheet py-1 shadow-md"
    >
      <ComboboxOption v-for="m in found" :key="m.code" v-slot="{ active }" :value="m.code" as="template"
        ><li
          class="flex cursor-pointer items-baseline gap-4 whitespace-nowrap px-3 py-1"
          :class="{ 'bg-indigowash': active }"
        >
          <span>{{ names(m.path) }}</span><span class="ml-auto text-[12px] text-ink2">{{ typeOf(m.code) }}</span>
        </li></ComboboxOption
      >
      <li v-if="found.length === 0" class="px-3 py-1 text-ink2">No category matches.</li>
    </ComboboxOptions>
  </Combobox>
</template>
