<script setup lang="ts">
import type { ProofPage } from './useProofPage'

/** What else belongs to a page: what is not on it, when it changes, its card, its phrases, its data for machines. */
const props = defineProps<{ page: ProofPage; sku: string }>()
const lens = useLensStore()
const { version } = useProofFocus()
const phrasesOpen = ref(false)
const proof = computed(() => props.page.proof)
</script>

<template>
  <ProofComments :sku="sku" />
  <ProofMoments v-if="proof" :sku="sku" :version="version" class="mt-2.5" />
  <LeftOutList v-if="proof" :left-out="proof.left_out" :layout="proof.layout" :sku="sku" />
  <details v-if="page.framed" class="mt-2">
    <summary class="cursor-pointer text-ink2">In the list of its category</summary>
    <PageCard class="mt-1.5" :page="page.framed" :language="page.language" />
  </details>
  <details class="mt-2" @toggle="phrasesOpen = !phrasesOpen">
    <summary class="cursor-pointer text-ink2">Phrases around the page</summary>
    <PagePhrases v-if="phrasesOpen" class="mt-1" :storefront="lens.storefront" :language="lens.language" />
  </details>
  <details v-if="proof" class="mt-2">
    <summary class="cursor-pointer text-ink2">Structured data (schema.org)</summary>
    <pre class="code mt-1 max-h-60 overflow-auto whitespace-pre-wrap break-all border border-hair p-2" tabindex="0">{{
      JSON.stringify(proof.structured, null, 1)
    }}</pre>
  </details>
</template>
