<script setup lang="ts">
import { marksBeside } from '@core/page/marks'
import { instantOf } from '@core/moments/instant'
import type { BesideKind } from '~/composables/useWholeProof'
import type { PartMark } from './partMark'
import { screenWidths } from './screenName'
import { useProofPage } from './useProofPage'
import { useProofTried } from './useProofTried'

/** The proof over the whole window: the page at the true width of a screen, alone or with another state beside it. */
const props = defineProps<{ sku: string }>()
const lens = useLensStore()
const setup = useSetupStore()
const screen = useProofWidth()
const { tried } = useProofTried()
const whole = useWholeProof()
const here = useProofPage(() => ({ sku: props.sku, lens: lens.asked, trial: tried.value }))

const timeZone = computed(() => setup.timeZoneOf(lens.storefront))
const besideLens = computed(() => {
  const { kind, beside } = whole
  if (kind.value === 'edition') {
    const [storefront, language] = beside.value.split('/') as [string, string]
    return { ...lens.asked, storefront, language }
  }
  if (kind.value === 'moment') return { ...lens.asked, at: momentOf(beside.value) }
  return lens.asked
})
function momentOf(local: string): string {
  try {
    return new Date(instantOf(local, timeZone.value)).toISOString()
  } catch {
    return new Date().toISOString()
  }
}
const other = useProofPage(() =>
  whole.kind.value === 'nothing'
    ? undefined
    : { sku: props.sku, lens: besideLens.value, delivered: whole.kind.value === 'live' },
)
/** Where what stands beside cannot be had, nothing does: the page before it would stand under another title. */
const isBeside = computed(
  () => whole.kind.value !== 'nothing' && other.page.value !== undefined && !other.problem.value,
)

const besideChoices: Option<BesideKind>[] = [
  option('nothing', 'Nothing'),
  option('live', 'What is live'),
  option('edition', 'Another edition'),
  option('moment', 'Another moment'),
]
const otherEditions = computed(() =>
  lens.editions
    .filter((e) => e.id !== lens.edition.id)
    .map((e) => option(e.id, setup.editionName(e.storefront, e.language))),
)
/** What each kind begins with when it is chosen. */
const firsts: Record<BesideKind, () => string> = {
  nothing: () => '',
  live: () => 'live',
  edition: () => otherEditions.value[0]?.value ?? '',
  moment: () => new Date(Date.now() + 7 * 86_400_000).toISOString().slice(0, 16),
}

/** Two states of the same page say what differs; two languages differ in every word. */
const marks = computed(() => {
  const [saved, beside] = [here.page.value?.framed, other.page.value?.framed]
  if (!saved || !beside || !isBeside.value || whole.kind.value === 'edition') return undefined
  if (whole.kind.value === 'live') {
    const { earlier, later } = marksBeside(beside.areas, saved.areas)
    return { here: later, other: earlier }
  }
  const { earlier, later } = marksBeside(saved.areas, beside.areas)
  return { here: earlier, other: later }
})
const differences = computed(() => {
  if (!marks.value) return []
  const titles = new Map(
    [here.page.value, other.page.value]
      .flatMap((p) => Object.values(p?.framed?.areas ?? {}).flat())
      .map((part) => [part.piece, part.title]),
  )
  const all = new Map<string, PartMark>([...Object.entries(marks.value.other), ...Object.entries(marks.value.here)])
  return [...all].map(([piece, mark]) => ({ piece, mark, title: titles.get(piece) ?? piece }))
})

const asked = ref<string | null>(null)
const hereScale = ref(1)
const hereWords = computed(() => {
  const about = setup.editionName(lens.storefront, lens.language)
  if (tried.value) return `${about}, with ${tried.value.name} saved`
  return lens.at ? about : `${about}, as saved`
})
const besideWords: Record<BesideKind, () => string> = {
  nothing: () => '',
  live: () => {
    const release = other.page.value?.release
    return release ? `Live: release ${release.number}` : 'Nothing is live'
  },
  edition: () => setup.editionName(besideLens.value.storefront, besideLens.value.language),
  moment: () => whenThere(momentOf(whole.beside.value), timeZone.value),
}
const scaleWords = computed(() => {
  const width = `${screenWidths[screen.value]} px`
  return hereScale.value > 0.995 ? width : `${width}, shown at ${Math.round(hereScale.value * 100)}%`
})

const root = useTemplateRef('root')
onMounted(() => root.value?.focus())
useKeys('Enlarged proof', [{ keys: 'Escape', does: 'Close the enlarged proof', run: whole.close }])
</script>

<template>
  <section ref="root" class="whole-proof" tabindex="-1" aria-label="Enlarged proof">
    <div class="whole-head">
      <h1 class="text-[20px]">{{ here.page.value?.framed?.product.name ?? 'Proof' }}</h1>
      <span class="code text-ink2">{{ sku }}</span>
      <span class="inline-flex gap-3" role="group" aria-label="Screen"><ScreenChoice v-model="screen" /></span>
      <span class="text-ink2">{{ scaleWords }}</span>
      <span class="ml-auto flex items-center gap-2">
        <span class="text-ink2">Beside it</span>
        <SelectField
          label="Beside it"
          :model-value="whole.kind.value"
          :options="besideChoices"
          @update:model-value="whole.setBeside(firsts[$event]())"
        />
        <SelectField
          v-if="whole.kind.value === 'edition'"
          label="Edition beside it"
          :model-value="whole.beside.value"
          :options="otherEditions"
          @update:model-value="whole.setBeside($event)"
        />
        <DateField
          v-if="whole.kind.value === 'moment'"
          with-time="from"
          label="Moment beside it"
          :model-value="whole.beside.value"
          @update:model-value="whole.setBeside($event ?? '')"
        />
        <SharePreview class="act" :sku="sku" :editions="lens.editions" />
        <button class="act" type="button" @click="whole.close()">Close <span class="key">Esc</span></button>
      </span>
    </div>
    <p v-if="here.problem.value" class="px-5 text-madder" role="alert">{{ here.problem.value.sentence }}</p>
    <div v-if="here.page.value" class="whole-pages" :class="{ two: isBeside }">
      <div class="whole-page">
        <h2 class="whole-title">{{ hereWords }}</h2>
        <ProofRemarks :page="here.page.value" :sku="sku" />
        <PageWithNotes
          v-model:asked="asked"
          v-model:scale="hereScale"
          :page="here.page.value"
          :sku="sku"
          :screen="screen"
          with-notes
          :marks="marks?.here"
          called="The page"
        />
      </div>
      <div v-if="isBeside" class="whole-page">
        <h2 class="whole-title">{{ besideWords[whole.kind.value]() }}</h2>
        <PageWithNotes
          :page="other.page.value!"
          :sku="sku"
          :screen="screen"
          :marks="marks?.other"
          called="The page beside it"
        />
      </div>
      <div v-else class="overflow-auto text-[12px]" tabindex="0" aria-label="About this page">
        <ProofDetails :page="here.page.value" :sku="sku" />
      </div>
    </div>
    <div class="whole-foot">
      <p v-if="other.problem.value" class="text-madder" role="alert">{{ other.problem.value.sentence }}</p>
      <p v-else-if="marks" role="status">
        <template v-if="differences.length === 0">No part differs.</template>
        <template v-else>
          <span class="text-ink2">What differs: </span>
          <template v-for="(d, i) in differences" :key="d.piece"
            >{{ i ? ' · ' : '' }}<b class="font-semibold">{{ d.title }}</b> {{ d.mark }}</template
          >
        </template>
      </p>
    </div>
  </section>
</template>

<style scoped>
.whole-proof {
  position: absolute;
  z-index: 25;
  display: flex;
  flex-direction: column;
  inset: 46px 0 30px;
  background: var(--shade);
  outline: none;
}
.whole-head {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 6px 16px;
  padding: 10px 20px 8px;
  border-bottom: 1px solid var(--hair);
  font-size: 12.5px;
}
.whole-pages {
  display: grid;
  min-height: 0;
  flex: 1;
  grid-template-columns: minmax(0, 1fr) 300px;
  gap: 20px;
  padding: 8px 20px;
}
.whole-pages.two {
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
}
.whole-page {
  display: flex;
  min-width: 0;
  min-height: 0;
  flex-direction: column;
}
.whole-title {
  padding-block: 2px 5px;
  font: 600 12.5px var(--font-sans);
}
.whole-foot {
  padding: 0 20px 8px;
  font-size: 12.5px;
}
@media (max-width: 760px) {
  .whole-pages,
  .whole-pages.two {
    grid-template-columns: minmax(0, 1fr);
    grid-auto-rows: 70vh;
    overflow: auto;
  }
}
</style>
