<script setup lang="ts">
import { scaleBand } from 'd3'
import { cellKey, shareFilled, sumCells, type Counted, type CoverageRow } from '@core/page/coverage'

/**
 * Areas across, editions down: each crossing is a small warp of threads, as many as the shares of products with none,
 * one, two, three and more parts.
 */
const props = defineProps<{
  editions: { storefront: string; language: string }[]
  areas: { area: string; title: string }[]
  rows: CoverageRow[]
  counted: Counted
  chosen: string | null
}>()
const emit = defineEmits<{ choose: [string] }>()
const setup = useSetupStore()
const left = 112
const top = 18
const rowHeight = 17
/** At the end of each crossing stands its figure. */
const figureWidth = 31
const x = computed(() =>
  scaleBand<string>()
    .domain(props.areas.map((a) => a.area))
    .range([left, 639])
    .paddingInner(0.08),
)
const y = computed(() =>
  scaleBand<string>()
    .domain(props.editions.map((e) => `${e.storefront}/${e.language}`))
    .range([top, top + rowHeight * props.editions.length])
    .paddingInner(0.18),
)
const inks = [0, 0.18, 0.4, 0.65, 0.9]
const cells = computed(() =>
  props.editions.flatMap((e) =>
    props.areas.map((a) => {
      const key = cellKey(`${e.storefront}/${e.language}`, a.area)
      const cell = sumCells(props.rows.map((r) => r.cells[key]))
      const shares = cell[props.counted]
      const all = shares.reduce((s, n) => s + n, 0)
      let from = 0
      const bars = shares.map((n, i) => {
        const width = all === 0 ? 0 : (n / all) * (x.value.bandwidth() - figureWidth)
        const bar = { from, width, ink: inks[i]! }
        from += width
        return bar
      })
      return {
        key,
        edition: `${e.storefront}/${e.language}`,
        name: setup.editionName(e.storefront, e.language),
        area: a.area,
        title: a.title,
        cell,
        all,
        bars,
        filled: Math.round(100 * (shareFilled(cell, props.counted) ?? 0)),
      }
    }),
  ),
)
function words({ name, title, filled, all, cell }: (typeof cells.value)[number]): string {
  const parts = [
    `${name}, ${title}: ${filled}% of ${all} products have ${props.counted === 'pieces' ? 'a piece' : 'something'}`,
    ...(cell.gaps ? [countShown(cell.gaps, 'gap')] : []),
    ...(cell.surplus ? [`${cell.surplus} with too much`] : []),
  ]
  return parts.join(', ')
}
</script>

<template>
  <svg
    :viewBox="`0 0 640 ${top + rowHeight * editions.length + 4}`"
    class="w-full max-w-[1100px]"
    role="group"
    aria-label="Coverage: editions by area"
  >
    <text v-for="a in areas" :key="a.area" :x="x(a.area) ?? 0" y="11" class="axis">
      {{ a.title }}
    </text>
    <text
      v-for="e in editions"
      :key="`${e.storefront}/${e.language}`"
      :x="left - 6"
      :y="(y(`${e.storefront}/${e.language}`) ?? 0) + 10"
      text-anchor="end"
      class="axis"
    >
      {{ setup.editionName(e.storefront, e.language) }}
    </text>
    <g
      v-for="c in cells"
      :key="c.key"
      :transform="`translate(${x(c.area) ?? 0},${y(c.edition) ?? 0})`"
      class="cell"
      :class="{ on: chosen === c.key }"
      tabindex="0"
      role="button"
      :aria-pressed="chosen === c.key"
      :aria-label="words(c)"
      @click="emit('choose', c.key)"
      @keydown.enter.prevent="emit('choose', c.key)"
      @keydown.space.prevent="emit('choose', c.key)"
    >
      <rect class="edge" :width="x.bandwidth() - figureWidth" :height="y.bandwidth()" />
      <text class="axis share" :x="x.bandwidth() - 3" :y="y.bandwidth() - 3.5" text-anchor="end" aria-hidden="true">
        {{ c.all === 0 ? '–' : `${c.filled}%` }}
      </text>
      <rect
        v-for="(b, i) in c.bars"
        :key="i"
        :x="b.from"
        :width="b.width"
        :height="y.bandwidth()"
        class="thread"
        :fill-opacity="b.ink"
      />
      <path v-if="c.cell.gaps" class="gap" :d="`M2 ${y.bandwidth() - 2}l6 -${y.bandwidth() - 4}`" />
      <path
        v-if="c.cell.surplus"
        class="surplus"
        :d="`M${x.bandwidth() - figureWidth - 8} 2l6 ${y.bandwidth() - 4}M${x.bandwidth() - figureWidth - 2} 2l-6 ${y.bandwidth() - 4}`"
      />
      <title>{{ words(c) }}</title>
    </g>
  </svg>
</template>

<style scoped>
.axis {
  font-size: 8.5px;
  fill: var(--ink-2);
}
.share {
  font-variant-numeric: tabular-nums;
  fill: var(--ink);
}
.edge {
  /* The whole crossing is pressed, also where nothing is drawn in it. */
  pointer-events: all;
  fill: none;
  stroke: var(--hair-strong);
  stroke-width: 0.6;
}
.thread {
  fill: var(--ink);
}
.gap {
  stroke: var(--madder);
  stroke-width: 1.6;
  fill: none;
}
.surplus {
  stroke: var(--ochre, #8a6100);
  stroke-width: 1.2;
  fill: none;
}
.cell {
  cursor: pointer;
  outline: none;
}
.cell:focus-visible .edge,
.cell.on .edge {
  stroke: var(--indigo);
  stroke-width: 1.8;
}
</style>
