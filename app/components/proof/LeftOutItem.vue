<script setup lang="ts">
import type { LeftOut } from '@core/page/because'

/** A part that is not on a page, with the reason in a line, and all of it once it is asked. */
const props = defineProps<{
  leftOut: LeftOut
  sku: string
  /** The area that it was meant for, where that is said. */
  area?: string
}>()
const asked = defineModel<LeftOut | null>('asked', { required: true })
const isAsked = computed(() => asked.value === props.leftOut)
</script>

<template>
  <li class="ruled">
    <button type="button" class="text-left" :aria-expanded="isAsked" @click="asked = isAsked ? null : leftOut">
      <b class="font-semibold">{{ leftOut.title }}</b>
      <template v-if="area"> · {{ area }}</template>
      · <span class="text-ink2">{{ leftOut.reason }}</span>
    </button>
    <ReasonBox v-if="isAsked && leftOut.because" :because="leftOut.because" :sku="sku" class="mt-1" />
  </li>
</template>
