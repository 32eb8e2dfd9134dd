<script setup lang="ts">
import type { Proof } from '@contracts/proof'
import type { ProofPage } from './useProofPage'

/** What has to be known of a page before it is judged: that nobody sees it, what nobody confirmed, when it was live. */
const props = defineProps<{ page: ProofPage; sku: string }>()
const lens = useLensStore()
const setup = useSetupStore()
const timeZone = computed(() => setup.timeZoneOf(lens.storefront))
const delivered = computed(() => {
  const { release, proof } = props.page
  if (release === undefined) return ''
  if (release === null) return 'Nothing had been released then. This is what is saved now, looked at for that moment.'
  const { number, since, until } = release
  if (proof !== null)
    return `Release ${number} is no longer kept. This is what is saved now, looked at for that moment.`
  const ended = until === null ? 'it is live' : `until ${whenThere(until, timeZone.value)}`
  return `As shoppers got it: release ${number}, live since ${whenThere(since, timeZone.value)}, ${ended}.`
})
/** Why no shopper sees a page; nothing where they do. */
function unseenWords({ product }: Proof): string {
  if (product.disabled) return 'Disabled: no shopper sees this page.'
  return product.inRange ? '' : 'Out of its range here: no shopper sees this page.'
}
</script>

<template>
  <div class="text-[12px]">
    <p v-if="delivered" class="mb-1 text-ink2" role="status">{{ delivered }}</p>
    <template v-if="page.proof">
      <p v-if="page.proof.off" class="mb-1 text-ochre">Pieces are switched off in this storefront.</p>
      <p v-if="unseenWords(page.proof)" class="mb-1 text-madder">{{ unseenWords(page.proof) }}</p>
      <p v-if="page.proof.unread.length" class="mb-1 text-ochre">
        Machine-translated, not confirmed:
        <template v-for="(text, i) in page.proof.unread" :key="i"
          >{{ i ? ', ' : ' '
          }}<NuxtLink
            class="underline"
            :to="{ path: `/translation/${segment(text.record)}`, query: { ...lens.query, page: sku } }"
            >{{ text.title }}</NuxtLink
          ></template
        >
      </p>
    </template>
  </div>
</template>
