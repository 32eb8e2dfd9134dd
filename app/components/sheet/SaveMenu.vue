<script setup lang="ts">
defineProps<{ busy: boolean; disabled: boolean }>()
const emit = defineEmits<{ save: ['csv' | 'xlsx' | 'jsonl', boolean] }>()
const ways = [
  { format: 'csv', all: true, label: 'Everything, as CSV', note: 'everything an import can read' },
  { format: 'xlsx', all: true, label: 'Everything, as a spreadsheet', note: 'XLSX' },
  { format: 'jsonl', all: true, label: 'Everything, as JSON Lines', note: 'one product per line' },
  { format: 'csv', all: false, label: 'These columns, as CSV', note: '' },
  { format: 'xlsx', all: false, label: 'These columns, as a spreadsheet', note: 'XLSX' },
] as const
const actions = ways.map((way, id) => ({ id, label: way.label, note: way.note }))
const save = (id: number) => emit('save', ways[id]!.format, ways[id]!.all)
</script>

<template>
  <ActionMenu
    class="act"
    :label="busy ? 'Exporting …' : 'Export'"
    :actions="actions"
    :disabled="disabled || busy"
    placement="bottom-end"
    @choose="save"
  />
</template>
