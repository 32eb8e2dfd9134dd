<script setup lang="ts">
import { areaName } from '@core/assignments/areas'
import type { LeftOut } from '@core/page/because'
import type { Proof } from '@contracts/proof'

/** What is not on a page, and why: first what was meant for it, then what was not. */
const props = defineProps<{ leftOut: readonly LeftOut[]; layout: Proof['layout']; sku: string }>()
const asked = shallowRef<LeftOut | null>(null)
watch(
  () => props.leftOut,
  () => {
    asked.value = null
  },
)
/** What no assignment meant for this page is not missing from it. */
function notMeant(l: LeftOut) {
  return (
    l.because?.reach === 'not-met' ||
    l.because?.reach === 'not-chosen' ||
    l.reason.startsWith('only ') ||
    l.reason === 'the assignment is paused' ||
    l.reason.startsWith('nothing to replace') ||
    l.piece === 'reviews' ||
    l.piece === 'faq'
  )
}
const candidates = computed(() => props.leftOut.filter((l) => !notMeant(l)))
const others = computed(() => props.leftOut.filter(notMeant))
const keyOf = (l: LeftOut) => `${l.piece} ${l.area} ${l.because?.assignment?.number ?? ''}`
</script>

<template>
  <template v-if="candidates.length">
    <h3 class="mt-2.5 text-[12.5px] font-semibold">Not on this page</h3>
    <ul>
      <LeftOutItem
        v-for="l in candidates"
        :key="keyOf(l)"
        v-model:asked="asked"
        :left-out="l"
        :sku="sku"
        :area="areaName(l.area, layout)"
      />
    </ul>
  </template>
  <details v-if="others.length" class="mt-2">
    <summary class="cursor-pointer text-ink2">{{ others.length }} not assigned to this product</summary>
    <ul>
      <LeftOutItem v-for="l in others" :key="keyOf(l)" v-model:asked="asked" :left-out="l" :sku="sku" />
    </ul>
  </details>
</template>
