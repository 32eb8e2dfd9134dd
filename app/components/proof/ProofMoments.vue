<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import type { PageMoment } from '@core/page/moments'
import { spread } from '@core/page/spread'

/**
 * A strip of the weeks to come with the moments at which the page changes; each says what, by which assignment, and
 * takes the lens there.
 */
const props = defineProps<{ sku: string; version: number }>()
const lens = useLensStore()
const days = 42
const { data } = useAnswer('proofMoments', () => ({ params: { sku: props.sku }, query: { ...lens.asked, days } }), {
  on: () => props.version,
})
const strip = ref<HTMLElement>()
const { width } = useElementSize(strip)
/** A moment can be pressed with a finger: so many pixels are its own. */
const gap = 26
/** Where the moments stand on the strip: by their time, with room between those of neighbouring days. */
const places = computed(() => {
  const { from, to, items } = data.value!
  return spread(
    items.map((m) => (width.value * (m.at - from)) / (to - from)),
    { gap, length: width.value },
  )
})
const shown = ref<number>()
watch(data, () => {
  shown.value = undefined
})
const chosen = computed(() => data.value?.items.find((m) => m.at === shown.value))
/** The day of a moment, with its time where that is not the day's beginning. */
function when(m: PageMoment): string {
  const [day, time] = m.local.split('T') as [string, string]
  return time === '00:00' ? dayShown(day) : `${dayShown(day)}, ${time}`
}
const words = {
  comes: 'comes',
  goes: 'goes',
  moves: 'moves',
  text: 'text changes',
  price: 'price',
  form: 'shown as',
  look: 'look',
  area: 'moves',
} as const
</script>

<template>
  <section v-if="data" aria-label="When this page changes">
    <p v-if="data.items.length === 0" class="text-ink2">Nothing changes on this page in the next six weeks.</p>
    <template v-else>
      <p>
        <span class="font-semibold">When this page changes</span> <span class="text-ink2">in the next six weeks</span>
      </p>
      <div ref="strip" class="relative mx-2 my-2 h-6" role="group" aria-label="Moments">
        <svg class="absolute inset-x-0 top-1/2 h-px w-full" aria-hidden="true">
          <line x2="100%" stroke="currentColor" class="text-hair2" />
        </svg>
        <button
          v-for="(m, i) in data.items"
          :key="m.at"
          type="button"
          class="moment"
          :class="{ on: m.at === shown }"
          :style="{ insetInlineStart: `${places[i]}px` }"
          :aria-pressed="m.at === shown"
          :aria-label="`${when(m)}: ${m.changes.length} ${m.changes.length === 1 ? 'change' : 'changes'}`"
          @click="shown = m.at === shown ? undefined : m.at"
        />
      </div>
      <div v-if="chosen" class="border-l-[3px] border-indigo pl-2.5" role="status">
        <p>
          <b class="font-semibold">{{ when(chosen) }}</b>
          {{ ' '
          }}<button type="button" class="plain ml-2 min-h-6" @click="lens.set({ at: chosen.local })">
            Show the page then
          </button>
        </p>
        <ul>
          <li v-for="(c, i) in chosen.changes" :key="i">
            <b class="font-semibold">{{ c.title }}</b> {{ c.what === 'price' ? `instead of ${c.before}` : words[c.what]
            }}<template v-if="c.because?.assignment"
              >:
              <NuxtLink class="plain" :to="`/assignments/${segment(c.because.assignment.code)}`">{{
                c.because.assignment.name
              }}</NuxtLink></template
            >
          </li>
        </ul>
      </div>
    </template>
  </section>
</template>

<style scoped>
/* A stitch across the thread of time. */
.moment {
  position: absolute;
  top: 0;
  width: 24px;
  height: 24px;
  margin-inline-start: -12px;
  display: grid;
  place-items: center;
}
.moment::before {
  content: '';
  width: 4px;
  height: 14px;
  background: var(--indigo);
  transform: rotate(18deg);
}
.moment.on::before {
  background: var(--ink);
  width: 6px;
  height: 20px;
}
</style>
