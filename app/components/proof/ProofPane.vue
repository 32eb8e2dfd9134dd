<script setup lang="ts">
import { areaWords, type Area } from '@core/assignments/areas'
import type { PagePicture } from '@core/page/media'
import type { Because, LeftOut, Shown } from '@core/page/because'

interface Proof {
  product: { sku: string; name: string; nameLanguage: string | null; nameCounts: boolean; summary: string | null; pictures: PagePicture[]; priceShown: string | null; basePriceShown: string | null; disabled: boolean; inRange: boolean; available: boolean }
  direction: 'ltr' | 'rtl'
  details: 'tabs' | 'accordion'
  areas: Record<string, Shown[]>
  related: { title: string; items: { sku: string; name: string; picture: string | null }[] }[]
  left_out: LeftOut[]
}

const props = defineProps<{ sku: string }>()
const emit = defineEmits<{ fold: [] }>()
const lens = useLensStore()
const setup = useSetupStore()
const { version } = useProofFocus()
const width = useState<'phone' | 'desk'>('proof-width', () => 'phone')
const { data, problem } = useAsking((signal) => get<Proof>(`/api/proof/${segment(props.sku)}`, lens.asked, signal), () => [props.sku, lens.asked, version.value])

const asked = ref<string | null>(null)
const shown = computed(() => Object.values(data.value?.areas ?? {}).flat())
const askedPart = computed(() => shown.value.find((p) => p.piece === asked.value))
const askedOut = shallowRef<LeftOut | null>(null)
watch(() => [props.sku, lens.edition.id], () => { askedOut.value = null })
const [candidates, others] = [computed(() => (data.value?.left_out ?? []).filter((l) => !notMeant(l))), computed(() => (data.value?.left_out ?? []).filter(notMeant))]
// What no assignment meant for this page is not missing from it.
function notMeant(l: LeftOut) {
  return l.because?.reach === 'not-met' || l.because?.reach === 'not-chosen' || l.reason.startsWith('only ') || l.reason === 'the assignment rests' || l.piece === 'reviews' || l.piece === 'faq'
}
</script>

<template>
  <aside class="flex min-h-0 flex-col border-l border-hair2 bg-shade" :class="width === 'phone' ? 'w-[398px]' : 'w-[560px]'" aria-label="Proof: the page as a shopper gets it">
    <div class="flex items-center gap-3 px-3.5 py-2 text-[12px] text-ink2">
      <h2 class="text-[14px]">Proof</h2>
      <button v-for="w in (['phone', 'desk'] as const)" :key="w" type="button" :class="width === w ? 'border-b-[1.5px] border-ink text-ink' : ''" :aria-pressed="width === w" @click="width = w">{{ w }}</button>
      <span class="code ml-auto">{{ sku }}</span>
      <button class="plain min-h-6" type="button" @click="emit('fold')">Fold</button>
    </div>
    <p v-if="problem" class="mx-3.5 text-madder" role="alert">{{ problem.sentence }}</p>
    <template v-if="data">
      <p v-if="data.product.disabled || !data.product.inRange" class="mx-3.5 mb-1 text-[12px] text-madder">{{ data.product.disabled ? 'Disabled: no shopper sees this page.' : 'Out of its range here: no shopper sees this page.' }}</p>
      <ProofFrame class="mx-3.5 min-h-[220px] flex-1 border border-hair2 bg-white" :page="data" :language="lens.language" :asked="asked" @ask="asked = $event; askedOut = null" />
      <div class="max-h-[44%] overflow-auto px-3.5 pb-3 pt-2 text-[12px]" tabindex="0" aria-label="Reasons">
        <div class="flex flex-wrap items-baseline gap-x-3 gap-y-1">
          <span class="font-semibold">Why is this here?</span>
          <button v-for="p in shown" :key="p.piece" type="button" class="plain min-h-6" :class="{ 'text-ink border-ink': asked === p.piece }" :aria-pressed="asked === p.piece" @click="asked = asked === p.piece ? null : p.piece; askedOut = null">{{ p.title }}</button>
        </div>
        <ReasonBox v-if="askedPart" :because="(askedPart.because as Because)" :sku="sku" class="mt-2" />
        <template v-if="candidates.length">
          <h3 class="mt-2.5 text-[12.5px] font-semibold">Not on this page</h3>
          <ul>
            <li v-for="l in candidates" :key="l.piece + l.area" class="border-t border-hair py-1">
              <button type="button" class="text-left" :aria-expanded="askedOut === l" @click="askedOut = askedOut === l ? null : l"><b class="font-semibold">{{ l.title }}</b> · {{ areaWords[l.area as Area] }} · <span class="text-ink2">{{ l.reason }}</span></button>
              <ReasonBox v-if="askedOut === l && l.because" :because="l.because" :sku="sku" class="mt-1" />
            </li>
          </ul>
        </template>
        <details v-if="others.length" class="mt-2">
          <summary class="cursor-pointer text-ink2">{{ others.length }} more that nothing puts here</summary>
          <ul>
            <li v-for="l in others" :key="l.piece + l.area + l.because?.assignment?.number" class="border-t border-hair py-1">
              <button type="button" class="text-left" :aria-expanded="askedOut === l" @click="askedOut = askedOut === l ? null : l"><b class="font-semibold">{{ l.title }}</b> · <span class="text-ink2">{{ l.reason }}</span></button>
              <ReasonBox v-if="askedOut === l && l.because" :because="l.because" :sku="sku" class="mt-1" />
            </li>
          </ul>
        </details>
        <p class="sr-only">Storefront {{ setup.storefrontName(lens.storefront) }}</p>
      </div>
    </template>
  </aside>
</template>
