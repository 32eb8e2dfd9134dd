<script setup lang="ts">
import type { ReleaseCounts, ReleasePageRow } from '@contracts/release'
import {
  byWhomShown,
  changesLine,
  countWords,
  pageChangeWords,
  releaseName,
  releaseStateWords,
} from '~/components/releases/releaseWords'

const route = useRoute()
const setup = useSetupStore()
const session = useSessionStore()
const jobs = useJobsStore()
const lens = useLensStore()
const id = computed(() => String(route.params.id))
const { data: release, problem, refresh } = useAnswer('getRelease', () => ({ params: { id: id.value } }))
const isDraft = computed(() => release.value?.state === 'draft')
const isPrepared = computed(() => release.value !== undefined && release.value.state !== 'preparing')
const mayRelease = computed(() => session.mayEdit && isDraft.value)

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

type Shown = 'all' | keyof typeof pageChangeWords
const shown = ref<Shown>('all')
const language = ref('')
const q = ref('')
const filter = computed(() => ({
  ...(shown.value === 'all' ? {} : { change: shown.value }),
  ...(language.value === '' ? {} : { language: language.value }),
  ...(q.value === '' ? {} : { q: q.value }),
}))
const list = usePages<ReleasePageRow>(
  (offset, limit, signal) =>
    call('releasePages', { params: { id: id.value }, query: { ...filter.value, offset, limit }, signal }),
  // Going live changes nothing of what was prepared: the list stays where it is.
  () => [id.value, isPrepared.value, release.value?.base, filter.value],
  50,
)
const at = ref(0)
watch(filter, () => {
  at.value = 0
})
const { virtual, rows, walking } = useLineList(list, {
  at,
  keyOf: (row) => `${row.language}/${row.kind}/${row.key}`,
  lineHeight: 52,
  headHeight: 0,
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
const isHeld = (row: ReleasePageRow) => row.held.length > 0 && row.anyway === null
const lineOf = (row: ReleasePageRow) =>
  isHeld(row)
    ? `held back: ${countShown(row.held.length, 'blocker')}`
    : [pageChangeWords[row.change], changesLine(row.changes)].filter((w) => w !== '').join(': ')
const scopeWords = computed(() => {
  const scope = release.value?.scope ?? {}
  const what = scope.skus
    ? countShown(scope.skus.length, 'product')
    : scope.condition
      ? 'what a condition finds'
      : 'everything'
  return [what, ...(scope.languages?.map(languageName) ?? [])].join(' · ')
})

const asking = ref(false)
const busy = ref(false)
/** What would reach shoppers: nothing is released that changes nothing. */
const going = computed(() => {
  const c = release.value?.counts
  return c ? c.added + c.changed + c.removed : 0
})
async function act(work: () => Promise<unknown>) {
  if (busy.value) return
  busy.value = true
  try {
    await work()
  } catch (e) {
    tellProblem(e)
  } finally {
    busy.value = false
  }
}
const goLive = () =>
  act(async () => {
    asking.value = false
    const done = await call('goLive', { params: { id: id.value }, body: { base: release.value!.base } })
    tell(`${releaseName(done)} is live in ${setup.storefrontName(done.storefront)}.`)
    await refresh()
  })
const prepareAgain = () =>
  act(async () => {
    await call('prepareRelease', { params: { id: id.value } })
    await refresh()
  })
const discard = () =>
  act(async () => {
    await call('discardRelease', { params: { id: id.value } })
    await navigateTo({ path: '/releases', query: lens.query })
  })
const reason = ref('')
const givingReason = ref(false)
watch(here, () => {
  givingReason.value = false
  reason.value = ''
})
const releaseAnyway = (row: ReleasePageRow) =>
  act(async () => {
    await call('releaseAnyway', { params: pageParams(row), body: { reason: reason.value } })
    givingReason.value = false
    await Promise.all([refresh(), list.renew(at.value, at.value)])
  })
const holdBack = (row: ReleasePageRow) =>
  act(async () => {
    await call('holdBack', { params: pageParams(row) })
    await Promise.all([refresh(), list.renew(at.value, at.value)])
  })
useKeys('Release', [
  ...walking,
  {
    keys: 'Ctrl+Enter',
    does: 'Release',
    always: true,
    run: () => {
      if (!mayRelease.value || going.value === 0) return
      if (asking.value) void goLive()
      else asking.value = true
    },
  },
  {
    keys: 'o',
    does: 'Release the page anyway, with a reason',
    run: () => {
      if (mayRelease.value && here.value && isHeld(here.value)) givingReason.value = true
    },
  },
])
</script>

<template>
  <div class="page">
    <p v-if="problem" class="p-8 text-madder" role="alert">{{ problem.sentence }}</p>
    <template v-else-if="release">
      <div class="page-head" :class="`thread-${release.storefront}`">
        <NuxtLink class="code" :to="{ path: '/releases', query: lens.query }">Releases</NuxtLink>
        <NuxtLink class="code" :to="{ path: `/releases/storefronts/${release.storefront}`, query: lens.query }">{{
          setup.storefrontName(release.storefront)
        }}</NuxtLink>
        <h1 class="inline-row"><span class="dot" />{{ release.title }}</h1>
        <span class="text-ink2"
          >{{ releaseStateWords(release)
          }}<template v-if="release.live">: release {{ release.number }}, {{ byWhomShown(release.live) }}</template
          ><template v-else>, {{ scopeWords }}</template></span
        >
        <span v-if="session.mayEdit && release.number === null" class="ml-auto flex gap-2">
          <button type="button" class="act" :disabled="busy || release.state === 'preparing'" @click="prepareAgain">
            Prepare again
          </button>
          <button type="button" class="act" :disabled="busy" @click="discard">Delete</button>
          <button type="button" class="act main" :disabled="busy || !mayRelease || going === 0" @click="asking = true">
            Release <span class="opacity-70">Ctrl Enter</span>
          </button>
        </span>
        <p v-if="asking" class="flex basis-full items-center gap-3" role="alert">
          {{ countShown(going, 'page') }} of {{ setup.storefrontName(release.storefront) }} will change for shoppers, at
          once.
          <button type="button" class="act main" @click="goLive">Release now</button>
          <button type="button" class="plain min-h-6" @click="asking = false">Cancel</button>
        </p>
      </div>
      <p v-if="release.state === 'preparing'" class="px-5 pb-3 text-ink2" role="status">
        The pages are being put together and compared with what is live.
      </p>
      <p v-else-if="release.state === 'failed'" class="px-5 pb-3 text-madder" role="alert">
        It could not be prepared. Prepare it again, or delete it.
      </p>
      <template v-else>
        <div class="flex items-center border-t border-hair2">
          <dl class="flex flex-wrap items-stretch">
            <div v-for="c in counts" :key="c.of" class="border-r border-hair px-4 py-2">
              <dd class="font-serif text-[19px] font-semibold" :class="{ 'text-madder': c.of === 'held' && c.n > 0 }">
                {{ numberShown(c.n) }}
              </dd>
              <dt class="text-[12.5px] text-ink2">{{ c.words }}</dt>
            </div>
          </dl>
          <p class="ml-auto self-center px-5 text-ink2">
            compared with {{ release.base === 0 ? 'nothing: none was live' : `release ${release.base}` }}
          </p>
        </div>
        <div class="split-body">
          <div class="flex w-[330px] shrink-0 flex-col border-r border-hair2 bg-sheet">
            <div class="flex flex-wrap gap-2 border-b border-hair px-3 py-2">
              <SelectField
                v-model="shown"
                class="max-w-36"
                label="Pages that are shown"
                :options="[option('all', 'all pages'), ...wordsOf(pageChangeWords)]"
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
            <div
              ref="scroller"
              class="min-h-0 flex-1 overflow-auto"
              role="grid"
              tabindex="0"
              aria-label="Pages of this release"
              :aria-activedescendant="here ? `page-${at}` : undefined"
            >
              <div class="relative" role="rowgroup" :style="{ height: `${virtual.getTotalSize()}px` }">
                <div
                  v-for="v in rows"
                  :id="`page-${v.index}`"
                  :key="v.index"
                  role="row"
                  :aria-selected="v.index === at"
                  class="absolute inset-x-0 h-[52px] cursor-pointer border-b border-hair px-3 py-1.5"
                  :class="{ 'bg-indigowash': v.index === at }"
                  :style="{ transform: `translateY(${v.start}px)` }"
                  @click="at = v.index"
                >
                  <div v-if="list.row(v.index)" role="gridcell">
                    <p class="title-row">
                      <b class="truncate font-semibold">{{ list.row(v.index)!.name }}</b>
                      <span v-if="list.row(v.index)!.kind === 'product'" class="code ml-auto">{{
                        list.row(v.index)!.key
                      }}</span>
                    </p>
                    <p class="flex items-baseline gap-2 text-[12px] text-ink2">
                      <span class="truncate" :class="{ 'text-madder': isHeld(list.row(v.index)!) }">{{
                        lineOf(list.row(v.index)!)
                      }}</span>
                      <span v-if="languages.length > 1" class="ml-auto whitespace-nowrap">{{
                        languageName(list.row(v.index)!.language)
                      }}</span>
                    </p>
                  </div>
                </div>
              </div>
            </div>
          </div>
          <ComparedPage v-if="here && compared.data.value" :release="release" :page="compared.data.value">
            <div v-if="compared.data.value.held.length" class="mt-1.5">
              <h3 class="font-semibold" :class="{ 'text-madder': isHeld(here) }">
                {{ isHeld(here) ? 'Held back' : 'Released anyway' }}
              </h3>
              <ul>
                <li v-for="(h, i) in compared.data.value.held" :key="i">{{ h.message }}</li>
              </ul>
              <p v-if="here.anyway">
                “{{ here.anyway.reason }}”{{ here.anyway.person ? `, ${here.anyway.person}` : '' }}
                <button v-if="mayRelease" type="button" class="plain min-h-6" @click="holdBack(here)">
                  Hold back again
                </button>
              </p>
              <template v-else-if="mayRelease">
                <button v-if="!givingReason" type="button" class="plain min-h-6" @click="givingReason = true">
                  Release anyway … <span class="key">o</span>
                </button>
                <form v-else class="mt-1 flex gap-2" @submit.prevent="releaseAnyway(here)">
                  <TextField
                    v-model="reason"
                    autofocus
                    class="w-80"
                    label="Reason"
                    placeholder="Why it goes though it is not ready"
                    @keydown.esc.stop="givingReason = false"
                  />
                  <button type="submit" class="act" :disabled="reason.trim().length < 3">Release anyway</button>
                </form>
              </template>
            </div>
          </ComparedPage>
          <EmptyState v-else-if="list.count.value === 0" class="flex-1">{{
            shown === 'all' && language === '' && q === ''
              ? 'Nothing differs from what is live.'
              : 'No page matches these filters.'
          }}</EmptyState>
        </div>
      </template>
    </template>
  </div>
</template>
