<script setup lang="ts">
import { scaleTime } from 'd3'
import type { Price } from '@core/catalogue/model'
import { windowIn } from '@core/moments/instant'
import { priceTimeline } from '@core/prices/timeline'

/** Special prices on a strip of time, a line for each, with the moment of the lens across them. */
const props = defineProps<{ specials: readonly Price[]; moment: number; words: (price: Price) => string }>()
const setup = useSetupStore()
const strip = computed(() =>
  priceTimeline(
    props.specials.map((p) => windowIn(p, setup.timeZoneOf(p.storefront))),
    props.moment,
  ),
)
const percent = (share: number) => `${share * 100}%`
/** About so many marks of time stand along the strip. */
const marks = 6
const ticks = computed(() => {
  const scale = scaleTime([strip.value.from, strip.value.to], [0, 1])
  return scale.ticks(marks).map((t) => ({ at: scale(t), label: shortDayShown(t.toISOString()) }))
})
const lines = computed(() =>
  strip.value.bars.map((bar, i) => ({ bar, price: props.specials[i]!, words: props.words(props.specials[i]!) })),
)
/** At least so much of a bar is seen, however short its window is. */
const leastWidth = '3px'
</script>

<template>
  <section class="timeline" aria-label="Special prices over time">
    <ol>
      <li v-for="({ bar, price, words: said }, i) in lines" :key="i" :class="`thread-${price.storefront}`">
        <span class="said truncate" :class="{ 'font-semibold': bar.isValid }" :title="said"
          ><span class="dot mr-1.5" />{{ said }}<span v-if="bar.isValid" class="sr-only">, valid now</span></span
        >
        <span class="track" aria-hidden="true">
          <span
            class="bar"
            :class="{ valid: bar.isValid, 'cut-before': bar.cutBefore, 'cut-after': bar.cutAfter }"
            :style="{
              insetInlineStart: percent(bar.from),
              width: `max(${leastWidth}, ${percent(bar.to - bar.from)})`,
            }"
          />
          <span class="now" :style="{ insetInlineStart: percent(strip.now) }" />
        </span>
      </li>
    </ol>
    <p class="axis" aria-hidden="true">
      <span v-for="t in ticks" :key="t.at" class="tick" :style="{ insetInlineStart: percent(t.at) }">{{
        t.label
      }}</span>
    </p>
  </section>
</template>

<style scoped>
.timeline {
  margin-top: 6px;
}
li {
  display: grid;
  min-height: 24px;
  grid-template-columns: 240px minmax(0, 1fr);
  align-items: center;
}
.said {
  padding-inline-end: 12px;
}
.track {
  position: relative;
  height: 24px;
  border-bottom: 1px solid var(--hair);
}
.bar {
  position: absolute;
  top: 7px;
  height: 10px;
  border: 1px solid var(--ink-2);
  background: var(--shade);
}
.bar.valid {
  background: var(--t);
}
/* Open, where it goes on beyond the strip. */
.bar.cut-before {
  border-inline-start-style: none;
}
.bar.cut-after {
  border-inline-end-style: none;
}
.now {
  position: absolute;
  top: 0;
  bottom: -1px;
  width: 1.5px;
  background: var(--madder);
}
.axis {
  position: relative;
  height: 18px;
  margin-inline-start: 240px;
  color: var(--ink-2);
  font-size: 12px;
}
.tick {
  position: absolute;
  top: 0;
  border-inline-start: 1px solid var(--hair-strong);
  padding-inline-start: 4px;
  white-space: nowrap;
}
</style>
