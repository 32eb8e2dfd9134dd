<script setup lang="ts">
import type { Proof, TriedProof } from '@contracts/proof'
import { areaName } from '@core/assignments/areas'
import type { Because, LeftOut } from '@core/page/because'
import type { PageDifference } from '@core/page/differences'
import type { AreaForm, Look } from '@core/page/layout'
import { formWords, lookValueWords, lookWords } from '../settings/layoutWords'

const props = defineProps<{ sku: string }>()
const emit = defineEmits<{ fold: [] }>()
const lens = useLensStore()
const setup = useSetupStore()
const { version, trial } = useProofFocus()
/** Whether the page is shown preview with what is being written. */
const asTried = useState<boolean>('proof-as-tried', () => true)
const tried = computed(() => (asTried.value ? trial.value : null))
const asSaved = useAnswer(
  'proof',
  () => (tried.value ? undefined : { params: { sku: props.sku }, query: lens.asked }),
  { wait: 120, on: () => version.value },
)
const asWritten = useAnswer(
  'tryProof',
  () => {
    if (!tried.value) return undefined
    const { name: _, ...what } = tried.value
    return { params: { sku: props.sku }, body: { ...lens.asked, ...what } }
  },
  { wait: 120, on: () => version.value },
)
/** The page, and what it says next while that is on its way. */
const data = shallowRef<Proof & Partial<TriedProof>>()
watch(
  () => (tried.value ? asWritten.data.value : asSaved.data.value),
  (page) => {
    if (page) data.value = page
  },
  { immediate: true },
)
const problem = computed(() => (tried.value ? asWritten : asSaved).problem.value)
const changeWords = {
  comes: 'added',
  goes: 'removed',
  moves: 'moves',
  text: 'text changes',
  price: 'price changes',
  form: 'shown as',
  look: 'look',
  area: 'moves to place',
} as const
/** What a change is about, in words: forms of areas and parts of the look by their names, all else by its title. */
function changeTitle({ what, title }: PageDifference): string {
  if (what === 'form') return formWords[title as AreaForm]
  if (what !== 'look') return title
  const [part, value] = title.split(' ') as [keyof Look, string]
  return `${lookWords[part].toLowerCase()} ${lookValueWords[value] ?? value}`
}
const changeColours: Partial<Record<PageDifference['what'], string>> = { goes: 'text-madder', comes: 'text-weld' }

const asked = ref<string | null>(null)
/** Questions are asked about by choosing them on the page. */
const topParts = computed(() => Object.values(data.value?.areas ?? {}).flat())
const shown = computed(() =>
  Object.values(data.value?.areas ?? {})
    .flat()
    .flatMap((p) => [p, ...(p.questions ?? [])]),
)
const askedPart = computed(() => shown.value.find((p) => p.piece === asked.value))
const askedOut = shallowRef<LeftOut | null>(null)
watch([() => props.sku, () => lens.edition.id], () => {
  askedOut.value = null
})
const [candidates, others] = [
  computed(() => (data.value?.left_out ?? []).filter((l) => !notMeant(l))),
  computed(() => (data.value?.left_out ?? []).filter(notMeant)),
]
// What no assignment meant for this page is not missing from it.
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
/** Shows why a part is there; or nothing any more. */
function askAbout(piece: string | null) {
  asked.value = piece
  askedOut.value = null
}
</script>

<template>
  <ProofShell :sku="sku" @fold="emit('fold')">
    <p v-if="problem" class="mx-3.5 text-madder" role="alert">{{ problem.sentence }}</p>
    <template v-if="data">
      <div v-if="trial" class="mx-3.5 mb-1.5 text-[12px]">
        <CheckBox v-model="asTried">preview with {{ trial.name }} saved</CheckBox>
        <p v-if="data.changes?.length === 0" class="text-ink2" role="status">Nothing would change on this page.</p>
        <ul
          v-else-if="data.changes"
          class="max-h-24 overflow-auto"
          role="status"
          aria-label="What would change on this page"
          tabindex="0"
        >
          <li v-for="(c, i) in data.changes" :key="i">
            <span :class="changeColours[c.what] ?? 'text-ink2'">{{ changeWords[c.what] }}</span>
            {{ ' ' }}<b class="font-semibold">{{ changeTitle(c) }}</b> {{ ' '
            }}<span class="text-ink2">{{ areaName(c.area, data.layout) }}</span>
          </li>
        </ul>
      </div>
      <p v-if="data.off" class="mx-3.5 mb-1 text-[12px] text-ochre">Pieces are switched off in this storefront.</p>
      <p v-if="data.product.disabled || !data.product.inRange" class="mx-3.5 mb-1 text-[12px] text-madder">
        {{
          data.product.disabled
            ? 'Disabled: no shopper sees this page.'
            : 'Out of its range here: no shopper sees this page.'
        }}
      </p>
      <p v-if="data.unread.length" class="mx-3.5 mb-1 text-[12px] text-ochre">
        Machine-translated, not confirmed:
        <template v-for="(text, i) in data.unread" :key="i"
          >{{ i ? ', ' : ' '
          }}<NuxtLink
            class="underline"
            :to="{ path: `/translation/${segment(text.record)}`, query: { ...lens.query, page: sku } }"
            >{{ text.title }}</NuxtLink
          ></template
        >
      </p>
      <ProofFrame
        class="mx-3.5 min-h-[220px] flex-1 border border-hair2 bg-white"
        :page="data"
        :language="lens.language"
        :asked="asked"
        @ask="askAbout($event)"
      />
      <div class="max-h-[40%] overflow-auto px-3.5 pb-3 pt-2 text-[12px]" tabindex="0" aria-label="Reasons">
        <div class="flex flex-wrap items-baseline gap-x-3 gap-y-1">
          <span class="font-semibold">Why is this here?</span>
          <button
            v-for="p in topParts"
            :key="p.piece"
            type="button"
            class="plain min-h-6"
            :class="{ 'text-ink border-ink': asked === p.piece }"
            :aria-pressed="asked === p.piece"
            @click="askAbout(asked === p.piece ? null : p.piece)"
          >
            {{ p.title }}
          </button>
        </div>
        <ReasonBox v-if="askedPart" :because="askedPart.because as Because" :sku="sku" class="mt-2" />
        <ProofMoments :sku="sku" :version="version" class="mt-2.5" />
        <template v-if="candidates.length">
          <h3 class="mt-2.5 text-[12.5px] font-semibold">Not on this page</h3>
          <ul>
            <li v-for="l in candidates" :key="l.piece + l.area" class="ruled">
              <button
                type="button"
                class="text-left"
                :aria-expanded="askedOut === l"
                @click="askedOut = askedOut === l ? null : l"
              >
                <b class="font-semibold">{{ l.title }}</b> · {{ areaName(l.area, data.layout) }} ·
                <span class="text-ink2">{{ l.reason }}</span>
              </button>
              <ReasonBox v-if="askedOut === l && l.because" :because="l.because" :sku="sku" class="mt-1" />
            </li>
          </ul>
        </template>
        <details v-if="others.length" class="mt-2">
          <summary class="cursor-pointer text-ink2">{{ others.length }} not assigned to this product</summary>
          <ul>
            <li v-for="l in others" :key="l.piece + l.area + l.because?.assignment?.number" class="ruled">
              <button
                type="button"
                class="text-left"
                :aria-expanded="askedOut === l"
                @click="askedOut = askedOut === l ? null : l"
              >
                <b class="font-semibold">{{ l.title }}</b> · <span class="text-ink2">{{ l.reason }}</span>
              </button>
              <ReasonBox v-if="askedOut === l && l.because" :because="l.because" :sku="sku" class="mt-1" />
            </li>
          </ul>
        </details>
        <details class="mt-2">
          <summary class="cursor-pointer text-ink2">Structured data (schema.org)</summary>
          <pre
            class="code mt-1 max-h-60 overflow-auto whitespace-pre-wrap break-all border border-hair p-2"
            tabindex="0"
            >{{ JSON.stringify(data.structured, null, 1) }}</pre>
        </details>
        <p class="sr-only">Storefront {{ setup.storefrontName(lens.storefront) }}</p>
      </div>
    </template>
  </ProofShell>
</template>
