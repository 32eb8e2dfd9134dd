<script setup lang="ts">
import type { TrendPoint } from '@contracts/readiness'
import { scaleLinear, scaleUtc, line, curveStepAfter } from 'd3'

/** The share of pages that are ready, a small chart for each storefront, all to one scale. */
const setup = useSetupStore()
const days = ref(90)
const answer = useAnswer('readinessTrend', () => ({ query: { days: days.value } }))
const [w, h] = [119, 46]
const today = new Date(useSessionStore().now()).toISOString().slice(0, 10)
const share = (p: TrendPoint) => (p.sold === 0 ? 0 : p.ready / p.sold)
const charts = computed(() =>
  setup.storefronts.flatMap((s) => {
    const mine = (answer.data.value?.items ?? []).filter((p) => p.storefront === s.code)
    if (mine.length === 0) return []
    const points = [...mine, ...(mine.at(-1)!.day < today ? [{ ...mine.at(-1)!, day: today }] : [])]
    return [{ code: s.code, name: s.name, points, first: mine[0]!, last: mine.at(-1)! }]
  }),
)
/** The whole stretch that was asked for, so that a day is as wide in every chart; somewhere it is tomorrow already. */
const x = computed(() =>
  scaleUtc([Date.parse(today) - days.value * 86_400_000, Date.parse(today) + 86_400_000], [1, w - 4]),
)
const y = scaleLinear([0, 1], [h - 3, 3])
const drawn = (points: TrendPoint[]) =>
  line<TrendPoint>(
    (p) => x.value(Date.parse(p.day)),
    (p) => y(share(p)),
  ).curve(curveStepAfter)(points) ?? ''
const percent = (p: TrendPoint) => (p.sold === 0 ? '0%' : percentDone(p.ready, p.sold))
</script>

<template>
  <section class="mx-5 mb-2 border border-hair2 bg-sheet px-3 py-2" aria-label="Ready pages over time">
    <p class="flex items-baseline gap-3 pb-1 text-ink2">
      <span class="font-serif italic">The share of pages that are ready</span
      ><label class="ml-auto"
        >over the last
        <SelectField v-model="days" :options="[option(30, '30 days'), option(90, '90 days'), option(365, 'year')]"
      /></label>
    </p>
    <div class="flex flex-wrap gap-x-4 gap-y-2">
      <figure v-for="c in charts" :key="c.code" :class="`thread-${c.code}`">
        <figcaption class="flex items-baseline justify-between text-[12px]">
          <b class="font-semibold">{{ c.name }}</b> <span class="text-ink2">{{ percent(c.last) }}</span>
        </figcaption>
        <svg
          :width="w"
          :height="h"
          role="img"
          :aria-label="`${c.name}: ${percent(c.first)} on ${c.first.day}, ${percent(c.last)} now`"
        >
          <line v-for="t in [0, 0.5, 1]" :key="t" x1="0" :x2="w" :y1="y(t)" :y2="y(t)" stroke="var(--hair)" />
          <path :d="drawn(c.points)" fill="none" stroke="var(--t)" stroke-width="1.6" />
          <circle
            v-if="c.points.length"
            :cx="x(Date.parse(c.points.at(-1)!.day))"
            :cy="y(share(c.points.at(-1)!))"
            r="2.4"
            fill="var(--t)"
          />
        </svg>
      </figure>
      <p v-if="charts.length === 0" class="text-ink2">No evaluations in this period.</p>
    </div>
  </section>
</template>
