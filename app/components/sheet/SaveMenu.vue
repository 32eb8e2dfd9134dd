<script setup lang="ts">
import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/vue'

defineProps<{ busy: boolean; disabled: boolean }>()
const emit = defineEmits<{ save: ['csv' | 'xlsx' | 'jsonl', boolean] }>()
const ways = [
  { format: 'csv', all: true, label: 'Everything, as CSV', note: 'everything an import can read' },
  { format: 'xlsx', all: true, label: 'Everything, as a spreadsheet', note: 'XLSX' },
  { format: 'jsonl', all: true, label: 'Everything, as JSON Lines', note: 'one product per line' },
  { format: 'csv', all: false, label: 'These columns, as CSV', note: '' },
  { format: 'xlsx', all: false, label: 'These columns, as a spreadsheet', note: 'XLSX' },
] as const
</script>

<template>
  <Menu as="div" class="relative">
    <MenuButton class="act" :disabled="disabled || busy">{{ busy ? 'Exporting …' : 'Export' }}</MenuButton>
    <MenuItems
      class="absolute right-0 top-full z-40 mt-1 w-72 border border-hair2 bg-sheet py-1 shadow-md outline-none"
    >
      <MenuItem v-for="w in ways" :key="w.label" v-slot="{ active }"
        ><button
          type="button"
          class="flex w-full items-baseline gap-3 px-3 py-1 text-left"
          :class="{ 'bg-indigowash': active }"
          @click="emit('save', w.format, w.all)"
        >
          {{ w.label }}<span class="ml-auto text-[12px] text-ink2">{{ w.note }}</span>
        </button></MenuItem
      >
    </MenuItems>
  </Menu>
</template>
