<script setup lang="ts">
import type { ComparedReleasePage, ReleasedChange } from '@contracts/release'
import { changesLine, pageChangeWords } from '~/components/releases/releaseWords'

/** Two releases of a storefront beside each other: which pages differ, and how. */
const route = useRoute()
const setup = useSetupStore()
const lens = useLensStore()
const code = computed(() => String(route.params.code))
const { data: releases, problem } = useAnswer('listReleases', () => ({ query: { storefront: code.value, limit: 100 } }))
const kept = computed(() => (releases.value?.items ?? []).filter((r) => r.number !== null && r.forgotten === null))
const options = computed(() =>
  kept.value.map((r) => option(r.number!, `Release ${numberShown(r.number!)}: ${r.title}`)),
)

const numberAsked = (of: 'from' | 'to') => Number(route.query[of]) || 0
const from = ref(numberAsked('from'))
const to = ref(numberAsked('to'))
// Without numbers in the address, the release that is live is compared with the one before it.
watch(kept, (all) => {
  if (to.value === 0) to.value = all[0]?.number ?? 0
  if (from.value === 0) from.value = all[1]?.number ?? to.value
})
watch([from, to], () => {
  void navigateTo({ query: { ...route.query, from: from.value, to: to.value } }, { replace: true })
})
const two = computed(() => ({ from: from.value, to: to.value }))
const areTwo = computed(() => from.value > 0 && to.value > 0)

const changes = ['added', 'changed', 'removed'] as const satisfies ReleasedChange[]
const changeWords = Object.fromEntries(changes.map((c) => [c, pageChangeWords[c]])) as Record<ReleasedChange, string>
const { filter, asked, isFiltered } = usePageFilter()
const languages = computed(
  () => setup.storefronts.find((s) => s.code === code.value)?.editions.map((e) => e.language) ?? [],
)
const counts = ref<Record<ReleasedChange, number>>()
const list = usePages<ComparedReleasePage>(
  async (offset, limit, signal) => {
    if (!areTwo.value) return { items: [], count: 0 }
    const query = { ...two.value, ...asked.value, offset, limit }
    const answer = await call('compareReleases', { params: { storefront: code.value }, query, signal })
    counts.value = answer.counts
    return answer
  },
  () => [code.value, two.value, asked.value],
  50,
)
const at = ref(0)
watch([two, asked], () => {
  at.value = 0
})
const here = computed(() => list.row(at.value))
const compared = useAnswer(
  'pageOfTwoReleases',
  () =>
    here.value && {
      params: { storefront: code.value, language: here.value.language, kind: here.value.kind, key: here.value.key },
      query: two.value,
    },
  { wait: 60 },
)
const lineOf = ({ change, changes }: ComparedReleasePage) =>
  [pageChangeWords[change], changesLine(changes)].filter((w) => w !== '').join(': ')
const inWhich = ({ releases }: ComparedReleasePage) =>
  `in ${releases.length === 1 ? 'release' : 'releases'} ${releases.map(numberShown).join(', ')}`
const named = (number: number) => `release ${numberShown(number)}`
function swap() {
  ;[from.value, to.value] = [to.value, from.value]
}
useKeys('Two releases', [{ keys: 't', does: 'Swap the two releases', run: swap }])
useHead({ title: computed(() => `Compare releases · ${setup.storefrontName(code.value)}`) })
</script>

<template>
  <div class="page">
    <PageHead
      title="Compare releases"
      :storefront="code"
      :back="{ to: { path: `/releases/storefronts/${code}`, query: lens.query }, label: setup.storefrontName(code) }"
    >
      <template #line>What differs between two releases of {{ setup.storefrontName(code) }}.</template>
      <template #controls>
        <SelectField v-model="from" class="max-w-72" label="Before" :options="options" />
        <SelectField v-model="to" class="max-w-72" label="After" :options="options" />
        <button type="button" class="act" @click="swap">Swap <span class="opacity-70">t</span></button>
      </template>
    </PageHead>
    <p v-if="problem" class="px-5 text-madder" role="alert">{{ problem.sentence }}</p>
    <p v-else-if="list.problem.value" class="px-5 text-madder" role="alert">{{ list.problem.value.sentence }}</p>
    <template v-else-if="areTwo">
      <dl v-if="counts" class="flex flex-wrap items-stretch border-t border-hair2">
        <div v-for="c in changes" :key="c" class="border-r border-hair px-4 py-2">
          <dd class="font-serif text-[19px] font-semibold">{{ numberShown(counts[c]) }}</dd>
          <dt class="text-[12.5px] text-ink2">{{ changeWords[c] }}</dt>
        </div>
      </dl>
      <div class="split-body">
        <FilteredPages
          v-model:at="at"
          v-model:filter="filter"
          :list="list"
          :languages="languages"
          :words="changeWords"
          :line-of="lineOf"
          :beside-of="inWhich"
          label="Pages that differ"
          keys-of="Pages that differ"
        />
        <ComparedPage
          v-if="here && compared.data.value"
          :page="compared.data.value"
          :before="named(from)"
          :after="named(to)"
          :storefront="code"
        />
        <EmptyState v-else-if="list.count.value === 0" class="flex-1">{{
          isFiltered ? 'No page matches these filters.' : 'Both releases are the same.'
        }}</EmptyState>
      </div>
    </template>
    <EmptyState v-else-if="releases">A comparison needs a release that went live.</EmptyState>
  </div>
</template>
