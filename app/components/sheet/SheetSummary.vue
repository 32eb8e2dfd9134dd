<script setup lang="ts">
import type { SheetColumn } from '@core/sheet/columns'
import type { ColumnSummary } from '@core/sheet/summary'
import { isNumeric } from './columnWords'

/** What the selected rows hold, column by column, in a line at the foot of the sheet. */
const props = defineProps<{
  columns: readonly SheetColumn[]
  summaries: readonly ColumnSummary[] | undefined
  rows: number
}>()

/** What the cells hold that are not empty. */
function heldWords({ same, range, different }: ColumnSummary): string {
  if (same !== undefined) return `all ${same}`
  if (range && range.least !== range.most) return `${range.least} – ${range.most}`
  return different === 0 ? '' : `${numberShown(different)} different`
}
function summaryWords(summary: ColumnSummary): string {
  if (summary.empty === summary.cells) return 'all empty'
  const parts = [
    heldWords(summary),
    ...(summary.total === undefined ? [] : [`total ${numberShown(summary.total)}`]),
    ...(summary.empty > 0 ? [`${numberShown(summary.empty)} empty`] : []),
  ]
  return parts.filter(Boolean).join(' · ')
}
const words = computed(() => props.summaries?.map(summaryWords))
</script>

<template>
  <div class="row summary sticky bottom-0 z-20" role="row" aria-label="Summary of the selected rows">
    <span role="rowheader" class="rowhead sticky left-0 z-10">Summary of {{ numberShown(rows) }} rows</span>
    <span
      v-for="(c, i) in columns"
      :key="c.id"
      role="gridcell"
      class="cell"
      :class="{ 'text-right': isNumeric(c) }"
      :title="words?.[i]"
      >{{ words?.[i] ?? '…' }}</span
    >
  </div>
</template>

<style scoped src="./sheet-grid.css"></style>
<style scoped>
.summary,
.summary .rowhead {
  background: var(--indigo-wash);
}
.summary {
  border-top: 1px solid var(--hair-strong);
  font-size: 12.5px;
}
.summary .rowhead {
  padding-inline-start: 20px;
}
.summary .cell {
  cursor: default;
}
</style>
