<script setup lang="ts">
import type { ReleaseCounts, ReleasePageRow, ReleaseScope } from '@contracts/release'
import {
  byWhomShown,
  changesLine,
  checkedWords,
  countWords,
  isHeldBack,
  pageChangeWords,
  staysAsItIs,
  verdictWords,
} from '~/components/releases/releaseWords'

const route = useRoute()
const setup = useSetupStore()
const session = useSessionStore()
const jobs = useJobsStore()
const id = computed(() => String(route.params.id))
// Those that go live with it are prepared by work of their own.
const {
  data: release,
  problem,
  refresh,
} = useAnswer('getRelease', () => ({ params: { id: id.value } }), {
  on: () => jobs.standing((kind) => kind === 'release'),
})
const isPrepared = computed(() => release.value !== undefined && release.value.state !== 'preparing')
/** Prepared, and not live yet. */
const isOnItsWay = computed(
  () => isPrepared.value && release.value!.number === null && release.value!.state !== 'failed',
)
const mayDecide = computed(() => session.mayEdit && isOnItsWay.value)

// Once its job has ended there is something to look at.
watch(
  () => (release.value?.state === 'preparing' ? release.value.job : null),
  async (job) => {
    if (!job) return
    await jobs.end(job)
    await refresh()
  },
  { immediate: true },
)

const { filter, asked: askedPages, isFiltered } = usePageFilter<keyof typeof pageChangeWords>()
/** The number of the step whose pages are shown; 0 for all. */
const cause = ref(0)
const { data: causes } = useAnswer(
  'releaseCauses',
  () => (isPrepared.value ? { params: { id: id.value } } : undefined),
  {
    on: () => release.value?.base,
  },
)
const links = useAnswer('releaseLinks', () => (isPrepared.value ? { params: { id: id.value } } : undefined), {
  on: () => [release.value?.base, release.value?.counts],
})
const causeOptions = computed(() =>
  (causes.value?.items ?? []).map(({ step, title, pages }) => option(step, `${title} (${numberShown(pages)})`)),
)
const query = computed(() => ({ ...askedPages.value, ...(cause.value === 0 ? {} : { cause: cause.value }) }))
// Who searches may search for a variant; else variants that change as their products do are left to these.
const list = usePages<ReleasePageRow>(
  (offset, limit, signal) =>
    call('releasePages', {
      params: { id: id.value },
      query: { ...query.value, folded: filter.value.q === '', offset, limit },
      signal,
    }),
  // Going live changes nothing of what was prepared: the list stays where it is.
  () => [id.value, isPrepared.value, release.value?.base, query.value],
  50,
)
const at = ref(0)
watch(query, () => {
  at.value = 0
})
const here = computed(() => list.row(at.value))
const pageParams = ({ language, kind, key }: ReleasePageRow) => ({ id: id.value, language, kind, key })
const compared = useAnswer('releasePage', () => (here.value ? { params: pageParams(here.value) } : undefined), {
  wait: 60,
  on: () => [release.value?.state, release.value?.counts],
})

const counts = computed(() =>
  release.value?.counts
    ? (Object.keys(countWords) as (keyof ReleaseCounts)[]).map((of) => ({
        of,
        n: release.value!.counts![of],
        words: countWords[of],
      }))
    : [],
)
const languages = computed(
  () => setup.storefronts.find((s) => s.code === release.value?.storefront)?.editions.map((e) => e.language) ?? [],
)
function lineOf(row: ReleasePageRow): string {
  if (row.leftOut) return `left out: ${row.leftOut.reason}`
  if (isHeldBack(row)) return `held back: ${countShown(row.held.length, 'blocker')}`
  return [pageChangeWords[row.change], changesLine(row.changes)].filter((w) => w !== '').join(': ')
}
const variantsLine = ({ variants }: ReleasePageRow) => (variants === 0 ? '' : `+ ${countShown(variants, 'variant')}`)
const scopeWords = computed(() => {
  const scope = release.value?.scope ?? {}
  return [coveredWords(scope), ...(scope.languages?.map(languageName) ?? [])].join(' · ')
})
function coveredWords({ skus, condition, campaign }: ReleaseScope): string {
  if (skus) return countShown(skus.length, 'product')
  if (condition) return ruleSentence(condition, setup.forCore) ?? 'products by a rule that cannot be read any more'
  if (campaign !== undefined) return `products of ${setup.campaigns.get(campaign)?.name ?? campaign}`
  return 'all products'
}

/** What would reach shoppers: nothing is released that changes nothing. */
const going = computed(() => {
  const c = release.value?.counts
  return c ? c.added + c.changed + c.removed : 0
})
/** After somebody decided about the release, or about the page that is shown. */
const decided = () => Promise.all([refresh(), list.renew(at.value, at.value)])
const asked = ref(false)
watch([() => here.value?.key, () => here.value?.language], () => {
  asked.value = false
})
/** Rolls the product back to how it was before this release, at once. */
async function revert(row: ReleasePageRow) {
  asked.value = false
  const { storefront, base } = release.value!
  try {
    const done = await call('revertPage', { params: { storefront }, body: { sku: row.key, number: base } })
    tell(`${row.name} is as it was in release ${base}, by release ${done.number}.`)
    await refresh()
  } catch (e) {
    tellProblem(e)
  }
}
const isLive = computed(() => release.value !== undefined && release.value.number !== null)
const mayRevert = computed(
  () => session.mayEdit && isLive.value && release.value!.base > 0 && here.value?.kind === 'product',
)
</script>

<template>
  <div class="page">
    <p v-if="problem" class="p-8 text-madder" role="alert">{{ problem.sentence }}</p>
    <template v-else-if="release">
      <ReleaseHead :release="release" :going="going" :scope="scopeWords" @changed="refresh" />
      <p v-if="release.state === 'preparing'" class="px-5 pb-3 text-ink2" role="status">
        The pages are being put together and compared with what is live.
      </p>
      <p v-else-if="release.state === 'failed'" class="px-5 pb-3 text-madder" role="alert">
        It could not be prepared. Prepare it again, or delete it.
      </p>
      <template v-else>
        <p v-if="release.checked && release.checked.wrong.length === 0" class="px-5 pb-2 text-ink2" role="status">
          {{ checkedWords(release.checked) }}
        </p>
        <div v-else-if="release.checked" class="px-5 pb-2 text-madder" role="alert">
          <p>{{ checkedWords(release.checked) }}</p>
          <ul>
            <li v-for="(w, i) in release.checked.wrong.slice(0, 10)" :key="i">
              <span class="code">{{ w.key }}</span> · {{ languageName(w.language) }} · {{ w.problem }}
            </li>
          </ul>
        </div>
        <ul v-if="release.approvals.length" class="px-5 pb-2" aria-label="Decisions and comments">
          <li v-for="(a, i) in release.approvals" :key="i">
            <b class="font-semibold" :class="a.verdict === 'refused' ? 'text-madder' : 'text-weld'">{{
              verdictWords[a.verdict]
            }}</b>
            <span class="text-ink2"> {{ byWhomShown(a) }}</span><template v-if="a.comment">: {{ a.comment }}</template>
          </li>
        </ul>
        <BrokenLinks v-if="links.data.value" :report="links.data.value" :storefront="release.storefront" />
        <div class="flex flex-wrap items-center border-t border-hair2">
          <dl class="flex flex-wrap items-stretch">
            <div v-for="c in counts" :key="c.of" class="border-r border-hair px-4 py-2">
              <dd class="font-serif text-[19px] font-semibold" :class="{ 'text-madder': c.of === 'held' && c.n > 0 }">
                {{ numberShown(c.n) }}
              </dd>
              <dt class="text-[12.5px] text-ink2">{{ c.words }}</dt>
            </div>
          </dl>
          <p class="ml-auto self-center px-5 text-ink2">
            compared with {{ release.base === 0 ? 'nothing, as nothing was live' : `release ${release.base}` }}
          </p>
        </div>
        <div class="split-body">
          <FilteredPages
            v-model:at="at"
            v-model:filter="filter"
            :list="list"
            :languages="languages"
            :words="pageChangeWords"
            :line-of="lineOf"
            :beside-of="variantsLine"
            :is-marked="staysAsItIs"
            label="Pages of this release"
            keys-of="Pages of a release"
          >
            <template #filters>
              <SelectField
                v-if="causeOptions.length"
                v-model="cause"
                class="w-full"
                label="What changed the pages"
                :options="[option(0, 'changed by anything'), ...causeOptions]"
              />
            </template>
          </FilteredPages>
          <ComparedPage
            v-if="here && compared.data.value"
            :page="compared.data.value"
            :before="release.base === 0 ? 'nothing is live' : `release ${numberShown(release.base)}`"
            :after="release.number === null ? 'this draft' : `release ${numberShown(release.number)}`"
            :storefront="release.storefront"
            :moments="compared.data.value.moments"
            :stays="staysAsItIs(compared.data.value)"
          >
            <PageDecision :page="here" :release-id="id" :may-decide="mayDecide" @changed="decided" />
            <p v-if="mayRevert" class="mt-1">
              <button v-if="!asked" type="button" class="plain min-h-6" @click="asked = true">
                Roll this product back to release {{ release.base }}
              </button>
              <span v-else role="alert"
                >Shoppers get {{ here.name }} as it was in release {{ release.base }}, in every language, at once.
                <button type="button" class="act main" @click="revert(here)">Roll back</button>
                <button type="button" class="plain min-h-6" @click="asked = false">Cancel</button></span
              >
            </p>
          </ComparedPage>
          <EmptyState v-else-if="list.count.value === 0" class="flex-1">{{
            !isFiltered && cause === 0 ? 'Nothing differs from what is live.' : 'No page matches these filters.'
          }}</EmptyState>
        </div>
      </template>
    </template>
  </div>
</template>
