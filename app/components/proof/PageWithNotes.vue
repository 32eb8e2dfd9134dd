<script setup lang="ts">
import type { Shown } from '@core/page/because'
import type { PartMark } from './partMark'
import type { PartPlaces } from './partPlaces'
import { screenWidths, type ScreenName } from './screenName'
import type { ProofPage } from './useProofPage'

/** A page at the true width of a screen; where it is wanted, with what put its parts there in the margin. */
const props = defineProps<{
  page: ProofPage
  sku: string
  screen: ScreenName
  withNotes?: boolean
  marks?: Readonly<Record<string, PartMark>>
  called?: string
}>()
const asked = defineModel<string | null>('asked', { default: null })
const scale = defineModel<number>('scale', { default: 1 })
const places = shallowRef<PartPlaces>({})
const parts = computed((): Shown[] => Object.values(props.page.proof?.areas ?? {}).flat())
</script>

<template>
  <div class="flex min-h-0 flex-1 justify-center gap-3">
    <ScaledWidth
      v-if="page.framed"
      v-model:scale="scale"
      :width="screenWidths[screen]"
      :style="{ maxWidth: `${screenWidths[screen]}px` }"
    >
      <ProofFrame
        class="page-frame"
        :page="page.framed"
        :language="page.language"
        :asked="asked"
        :marks="marks"
        :called="called"
        @ask="asked = $event"
        @placed="places = $event"
      />
    </ScaledWidth>
    <p v-else class="flex-1 border border-hair2 bg-sheet p-4 text-ink2">Shoppers get no page.</p>
    <MarginNotes
      v-if="withNotes && parts.length > 0"
      v-model:asked="asked"
      class="max-w-[220px]"
      :parts="parts"
      :places="places"
      :scale="scale"
      :sku="sku"
    />
  </div>
</template>
