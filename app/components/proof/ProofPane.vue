<script setup lang="ts">
import type { Because } from '@core/page/because'
import { withQuestions } from '@core/page/with-questions'
import { useProofPage } from './useProofPage'
import { roomForNotes, useProofRoom } from './useProofRoom'
import { useProofTried } from './useProofTried'

/** The proof beside a screen: the page of the product in focus through the lens, and why it is so. */
const props = defineProps<{ sku: string }>()
const emit = defineEmits<{ fold: [] }>()
const lens = useLensStore()
const setup = useSetupStore()
const screen = useProofWidth()
const { room } = useProofRoom()
const { trial, asTried, tried } = useProofTried()
const { page, problem } = useProofPage(() => ({ sku: props.sku, lens: lens.asked, trial: tried.value }))
const hasNotes = computed(() => room.value >= roomForNotes && Boolean(page.value?.proof))

const asked = ref<string | null>(null)
const topParts = computed(() => Object.values(page.value?.proof?.areas ?? {}).flat())
/** Questions are asked about by choosing them on the page. */
const askedPart = computed(() => withQuestions(topParts.value).find((p) => p.piece === asked.value))
</script>

<template>
  <ProofShell :sku="sku" @fold="emit('fold')">
    <p v-if="problem" class="mx-3.5 text-madder" role="alert">{{ problem.sentence }}</p>
    <template v-if="page">
      <div v-if="trial" class="mx-3.5 mb-1.5 text-[12px]">
        <CheckBox v-model="asTried">preview with {{ trial.name }} saved</CheckBox>
        <TrialChanges v-if="page.proof?.changes" :changes="page.proof.changes" :layout="page.proof.layout" />
      </div>
      <ProofRemarks class="mx-3.5" :page="page" :sku="sku" />
      <PageWithNotes
        v-model:asked="asked"
        class="mx-3.5 min-h-[220px]"
        :page="page"
        :sku="sku"
        :screen="screen"
        :with-notes="hasNotes"
      />
      <div class="max-h-[32%] overflow-auto px-3.5 pb-3 pt-2 text-[12px]" tabindex="0" aria-label="Reasons">
        <template v-if="!hasNotes && page.proof">
          <div class="flex flex-wrap items-baseline gap-x-3 gap-y-1">
            <span class="font-semibold">Why is this here?</span>
            <button
              v-for="p in topParts"
              :key="p.piece"
              type="button"
              class="plain min-h-6"
              :class="{ 'text-ink border-ink': asked === p.piece }"
              :aria-pressed="asked === p.piece"
              @click="asked = asked === p.piece ? null : p.piece"
            >
              {{ p.title }}
            </button>
          </div>
          <ReasonBox v-if="askedPart" :because="askedPart.because as Because" :sku="sku" class="mt-2" />
        </template>
        <ProofDetails :page="page" :sku="sku" />
        <p class="sr-only">Storefront {{ setup.storefrontName(lens.storefront) }}</p>
      </div>
    </template>
  </ProofShell>
</template>
