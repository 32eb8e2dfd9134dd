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

type Shown = 'all' | ReleasedChange
const changeWords: Record<ReleasedChange, string> = { added: 'added', changed: 'changed', removed: 'removed' }
const shown = ref<Shown>('all')
const language = ref('')
const q = ref('')
const languages = computed(
  () => setup.storefronts.find((s) => s.code === code.value)?.editions.map((e) => e.language) ?? [],
)
const filter = computed(() => ({
  ...(shown.value === 'all' ? {} : { change: shown.value }),
  ...(language.value === '' ? {} : { language: language.value }),
  ...(q.value === '' ? {} : { q: q.value }),
}))
const counts = ref<Record<ReleasedChange, number>>()
const list = usePages<ComparedReleasePage>(
  async (offset, limit, signal) => {
    if (!areTwo.value) return { items: [], count: 0 }
    const query = { ...two.value, ...filter.value, offset, limit }
    const answer = await call('compareReleases', { params: { storefront: code.value }, query, signal })
    counts.value = answer.counts
    return answer
  },
  () => [code.value, two.value, filter.value],
  50,
)
const keyOf = ({ language, kind, key }: ComparedReleasePage) => `${language}/${kind}/${key}`
const at = ref(0)
watch([two, filter], () => {
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
function turn() {
  ;[from.value, to.value] = [to.value, from.value]
}
useKeys('Two releases', [{ keys: 't', does: 'Turn the comparison around', run: turn }])
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
        <button type="button" class="act" @click="turn">Turn around <kbd>t</kbd></button>
      </template>
    </PageHead>
    <p v-if="problem" class="px-5 text-madder" role="alert">{{ problem.sentence }}</p>
    <p v-else-if="list.problem.value" class="px-5 text-madder" role="alert">{{ list.problem.value.sentence }}</p>
    <template v-else-if="areTwo">
      <dl v-if="counts" class="flex flex-wrap items-stretch border-t border-hair2">
        <div v-for="(words, of) in changeWords" :key="of" class="border-r border-hair px-4 py-2">
          <dd class="font-serif text-[19px] font-semibold">{{ numberShown(counts[of]) }}</dd>
          <dt class="text-[12.5px] text-ink2">{{ words }}</dt>
        </div>
      </dl>
      <div class="split-body">
        <div class="split-side w-[330px] bg-sheet">
          <div class="flex flex-wrap gap-2 border-b border-hair px-3 py-2">
            <SelectField
              v-model="shown"
              class="max-w-36"
              label="Pages that are shown"
              :options="[option('all', 'all pages'), ...wordsOf(changeWords)]"
            />
            <SelectField
              v-if="languages.length > 1"
              v-model="language"
              class="max-w-36"
              label="Language of the pages"
              :options="[option('', 'all languages'), ...withWords(languages, languageName)]"
            />
            <TextField v-model="q" class="w-full" label="Search by SKU or name" placeholder="SKU or name" />
            <span class="text-[12px] text-ink2" role="status">{{
              list.count.value === undefined ? '' : countShown(list.count.value, 'page')
            }}</span>
          </div>
          <PageGrid
            v-slot="{ row }: { row: ComparedReleasePage }"
            v-model:at="at"
            :list="list"
            :key-of="keyOf"
            :line-height="52"
            label="Pages that differ"
            keys-of="Pages that differ"
          >
            <p class="title-row">
              <b class="truncate font-semibold">{{ row.name }}</b>
              <span v-if="row.kind === 'product'" class="code ml-auto whitespace-nowrap">{{ row.key }}</span>
            </p>
            <p class="flex items-baseline gap-2 text-[12px] text-ink2">
              <span class="truncate">{{ lineOf(row) }}</span>
              <span class="ml-auto whitespace-nowrap">{{ inWhich(row) }}</span>
              <span v-if="languages.length > 1" class="whitespace-nowrap">{{ languageName(row.language) }}</span>
            </p>
          </PageGrid>
        </div>
        <ComparedPage
          v-if="here && compared.data.value"
          :page="compared.data.value"
          :before="named(from)"
          :after="named(to)"
          :storefront="code"
        />
        <EmptyState v-else-if="list.count.value === 0" class="flex-1">{{
          shown === 'all' && language === '' && q === ''
            ? 'Both releases are the same.'
            : 'No page matches these filters.'
        }}</EmptyState>
      </div>
    </template>
    <EmptyState v-else-if="releases">A comparison needs a release that went live.</EmptyState>
  </div>
</template>
