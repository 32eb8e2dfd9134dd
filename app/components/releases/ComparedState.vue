<script setup lang="ts">
import type { ReleasedDocument } from '@core/release/document'
import { framedDocument } from '../proof/framedPage'
import type { PartMark } from '../proof/partMark'

/** One of two states of a page: as shoppers see it, with what differs marked. */
const props = defineProps<{
  document: ReleasedDocument | null
  language: string
  marks: Readonly<Record<string, PartMark>>
  called: string
  /** How wide the screen is on which it is shown, in pixels. */
  width: number
}>()
const page = computed(() =>
  props.document?.kind === 'product' ? framedDocument(props.document, { allOpen: true }) : null,
)
</script>

<template>
  <div class="flex min-h-0 flex-col">
    <h2 class="h-7 font-sans text-[12.5px] font-normal text-ink2"><slot /></h2>
    <ScaledWidth v-if="page" :width="width">
      <ProofFrame class="page-frame" :page="page" :language="language" :asked="null" :marks="marks" :called="called" />
    </ScaledWidth>
    <ComposedPreview
      v-else-if="document?.kind === 'composed'"
      :sections="document.sections"
      :language="language"
      :marks="marks"
      :called="called"
    />
    <DocumentLines
      v-else-if="document && document.kind !== 'product'"
      :document="document"
      :language="language"
      :marks="marks"
      :called="called"
    />
    <p v-else class="flex-1 border border-hair2 bg-sheet p-4 text-ink2">There is no page.</p>
  </div>
</template>
