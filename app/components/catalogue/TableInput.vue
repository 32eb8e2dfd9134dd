<script setup lang="ts">
import { directionOf } from '@core/language/chain'
import { readBlock } from '@core/sheet/block'

/** A small table, its first row the headings. A block of a spreadsheet pasted into a cell spreads out from there. */
const table = defineModel<string[][] | null>({ required: true })
const props = defineProps<{ label: string; language: string; disabled?: boolean }>()
const rows = computed(() =>
  table.value && table.value.length > 0
    ? table.value
    : [
        ['', ''],
        ['', ''],
      ],
)
const width = computed(() => Math.max(...rows.value.map((r) => r.length)))
const root = useTemplateRef<HTMLElement>('root')
const grid = (height: number, across: number) =>
  Array.from({ length: height }, (_, y) => Array.from({ length: across }, (_, x) => rows.value[y]?.[x] ?? ''))
function set(y: number, x: number, text: string) {
  const next = grid(rows.value.length, width.value)
  next[y]![x] = text
  table.value = next
}
const focus = (y: number, x: number) =>
  void nextTick(() => root.value?.querySelector<HTMLInputElement>(`[data-cell="${y}-${x}"]`)?.focus())
function paste(e: ClipboardEvent, y: number, x: number) {
  const block = readBlock(e.clipboardData?.getData('text/plain') ?? '')
  if (block.length === 1 && block[0]!.length === 1) return
  e.preventDefault()
  const next = grid(
    Math.max(rows.value.length, y + block.length),
    Math.max(width.value, x + Math.max(...block.map((r) => r.length))),
  )
  block.forEach((r, dy) =>
    r.forEach((cell, dx) => {
      next[y + dy]![x + dx] = cell
    }),
  )
  table.value = next
}
function down(y: number, x: number) {
  if (y === rows.value.length - 1) table.value = grid(rows.value.length + 1, width.value)
  focus(y + 1, x)
}
const without = (y: number | null, x: number | null) => {
  table.value = grid(rows.value.length, width.value)
    .filter((_, i) => i !== y)
    .map((r) => r.filter((_, i) => i !== x))
}
</script>

<template>
  <div ref="root" class="overflow-x-auto">
    <table class="border-collapse" :dir="directionOf(language)" :lang="language">
      <tbody>
        <tr v-for="(row, y) in rows" :key="y">
          <td v-for="x in width" :key="x" class="border border-hair2 p-0">
            <TextField
              :class="{ 'font-semibold': y === 0 }"
              :data-cell="`${y}-${x - 1}`"
              :disabled="disabled"
              @paste="paste($event, y, x - 1)"
              @keydown.enter.prevent.stop="down(y, x - 1)"
              @keydown.up.prevent="focus(y - 1, x - 1)"
              @keydown.down.prevent="focus(y + 1, x - 1)"
              :model-value="row[x - 1]"
              class="w-28 bg-transparent px-1.5 py-1"
              :label="`${props.label}, ${y === 0 ? 'headings' : `row ${y}`}, column ${x}`"
              @update:model-value="set(y, x - 1, $event)"
            />
          </td>
          <td v-if="!disabled && rows.length > 1">
            <IconButton icon="remove" :label="`Remove row ${y + 1}`" @click="without(y, null)" />
          </td>
        </tr>
      </tbody>
    </table>
    <p v-if="!disabled" class="actions">
      <button type="button" class="plain" @click="table = grid(rows.length + 1, width)">Add a row</button
      ><button type="button" class="plain" @click="table = grid(rows.length, width + 1)">Add a column</button
      ><button v-if="width > 1" type="button" class="plain" @click="without(null, width - 1)">
        Remove last column
      </button>
    </p>
  </div>
</template>
