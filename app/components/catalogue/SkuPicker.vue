<script setup lang="ts">
import type { NamedProduct } from '@contracts/reach'
import { Combobox, ComboboxInput, ComboboxOption, ComboboxOptions } from '@headlessui/vue'

/** Picks one product by SKU, name or GTIN; several SKUs pasted at once are given on as they are. */
const sku = defineModel<string>({ default: '' })
const props = defineProps<{ label: string; placeholder?: string; clears?: boolean }>()
const emit = defineEmits<{ many: [string[]] }>()
const q = ref('')
const { data } = useAsking(
  (signal) =>
    q.value.trim() === ''
      ? Promise.resolve({ items: [] as NamedProduct[] })
      : call('find', { query: { q: q.value }, signal }).then((d) => ({
          items: d.items
            .filter((i) => i.kind === 'product')
            .slice(0, 8)
            .map((i) => ({ sku: i.code, name: i.name })),
        })),
  () => q.value,
  { wait: 60 },
)
const input = ref(0)
function choose(chosen: string | null) {
  if (!chosen) return
  sku.value = chosen
  q.value = ''
  if (props.clears) input.value++
}
function paste(e: ClipboardEvent) {
  const list = skusIn(e.clipboardData?.getData('text') ?? '')
  if (list.length < 2) return
  e.preventDefault()
  emit('many', [...new Set(list)])
}
</script>

<template>
  <Combobox
    :key="input"
    as="div"
    class="relative inline-block"
    :model-value="clears ? '' : sku"
    @update:model-value="choose"
  >
    <ComboboxInput
      class="field w-full"
      :aria-label="label"
      :placeholder="placeholder ?? 'SKU, name or GTIN'"
      :display-value="(v) => v as string"
      autocomplete="off"
      @change="q = ($event.target as HTMLInputElement).value"
      @paste="paste"
    />
    <ComboboxOptions
      class="absolute left-0 top-full z-30 max-h-64 w-80 overflow-auto border border-hair2 bg-sheet py-1 shadow-md"
    >
      <ComboboxOption v-for="p in data?.items" :key="p.sku" v-slot="{ active }" :value="p.sku" as="template"
        ><li class="flex cursor-pointer items-baseline gap-3 px-3 py-1" :class="{ 'bg-indigowash': active }">
          <span class="min-w-0 truncate">{{ p.name }}</span><span class="code ml-auto">{{ p.sku }}</span>
        </li></ComboboxOption
      >
      <li v-if="q && data?.items.length === 0" class="px-3 py-1 text-ink2">No product matches.</li>
    </ComboboxOptions>
  </Combobox>
</template>
