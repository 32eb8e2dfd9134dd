<script setup lang="ts">
import type { BulkReport } from '@contracts/bulk'

/** What a bulk change does, or would do, product by product: some that cannot be changed, and some that are. */
defineProps<{
  report: BulkReport
  /** Whether the change was made. */
  made: boolean
  /** Whether examples are shown of what changes. */
  sampled: boolean
}>()
</script>

<template>
  <div>
    <div
      v-if="report.failures.length"
      class="mt-3 max-h-[26vh] overflow-auto border-y border-hair2 bg-sheet"
      tabindex="0"
      aria-label="Cannot be changed"
    >
      <table class="listing sized-by-cells">
        <thead>
          <tr>
            <th>SKU</th>
            <th>Now</th>
            <th>Reason</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="f in report.failures" :key="f.sku">
            <td class="code">{{ f.sku }}</td>
            <td class="max-w-[300px] truncate text-ink2">{{ f.before || 'nothing' }}</td>
            <td class="text-madder">{{ f.message }}</td>
          </tr>
        </tbody>
      </table>
    </div>
    <div
      v-if="sampled && report.sample.length"
      class="mt-3 max-h-[50vh] overflow-auto border-y border-hair2 bg-sheet"
      tabindex="0"
      aria-label="Before and after"
    >
      <table class="listing">
        <colgroup>
          <col class="w-[150px]" />
          <col />
          <col />
        </colgroup>
        <thead>
          <tr>
            <th>SKU</th>
            <th>{{ made ? 'Before' : 'Now' }}</th>
            <th>{{ made ? 'Now' : 'After' }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="c in report.sample" :key="c.sku">
            <td class="code">
              <NuxtLink class="hover:underline" :to="`/catalogue/${segment(c.sku)}`">{{ c.sku }}</NuxtLink>
            </td>
            <td class="break-words text-ink2">{{ c.before || 'nothing' }}</td>
            <td>{{ c.after || 'nothing' }}</td>
          </tr>
        </tbody>
      </table>
      <p v-if="report.changed > report.sample.length" class="side-note">
        and {{ numberShown(report.changed - report.sample.length) }} more
      </p>
    </div>
  </div>
</template>
