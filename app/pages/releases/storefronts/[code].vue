<script setup lang="ts">
import type { ReleaseDocument } from '@contracts/release'
import { byWhomShown, releaseName, releaseStateWords } from '~/components/releases/releaseWords'

const route = useRoute()
const setup = useSetupStore()
const session = useSessionStore()
const lens = useLensStore()
const code = computed(() => String(route.params.code))
const { items, hasMore, showMore, problem, refresh } = useMore('listReleases', (cursor) => ({
  query: { storefront: code.value, cursor },
}))
/** The release that somebody is asked about before the storefront goes back to it. */
const asking = ref<number>()
const creating = ref(false)
const removing = ref(false)
const plans = useTemplateRef<{ add: () => void }>('plans')
const kept = useAnswer('keptOut', () => ({ params: { storefront: code.value } }))
const links = useAnswer('liveLinks', () => ({ params: { storefront: code.value } }))
async function letComeBack(sku: string) {
  try {
    await call('letComeBack', { params: { storefront: code.value, sku } })
    tell(`${sku} comes back with the next release.`)
    await kept.refresh()
  } catch (e) {
    tellProblem(e)
  }
}
const removed = () => Promise.all([kept.refresh(), refresh()])
async function goBack(number: number) {
  asking.value = undefined
  try {
    const release = await call('goBack', { params: { storefront: code.value }, body: { number } })
    tell(`${setup.storefrontName(code.value)} is back at release ${number}, as release ${release.number}.`)
    await refresh()
  } catch (e) {
    tellProblem(e)
  }
}
const countsLine = ({ counts }: ReleaseDocument) =>
  counts === null
    ? ''
    : [
        counts.added ? `${numberShown(counts.added)} added` : '',
        counts.changed ? `${numberShown(counts.changed)} changed` : '',
        counts.removed ? `${numberShown(counts.removed)} removed` : '',
        counts.held ? `${numberShown(counts.held)} held back` : '',
      ]
        .filter((w) => w !== '')
        .join(', ')
const mayGoBackTo = (r: ReleaseDocument) => session.mayEdit && r.state === 'past' && r.forgotten === null
const mayPin = (r: ReleaseDocument) => session.mayEdit && r.number !== null && r.forgotten === null
const liveNumber = computed(() => items.value.find((r) => r.state === 'live')?.number ?? null)
const isComparable = (r: ReleaseDocument) => r.state === 'past' && r.forgotten === null && liveNumber.value !== null
const compareWithLive = (r: ReleaseDocument) => ({
  path: `/releases/compare/${code.value}`,
  query: { ...lens.query, from: r.number, to: liveNumber.value },
})
async function changePin({ id, pinned, number }: ReleaseDocument) {
  try {
    await call(pinned ? 'unpinRelease' : 'pinRelease', { params: { id } })
    tell(pinned ? `Release ${number} is no longer pinned.` : `Release ${number} is kept until you unpin it.`)
    await refresh()
  } catch (e) {
    tellProblem(e)
  }
}
useKeys('Releases of a storefront', [
  {
    keys: 'n',
    does: 'New release',
    run: () => {
      if (session.mayEdit) creating.value = true
    },
  },
])
</script>

<template>
  <div class="page">
    <PageHead
      :title="setup.storefrontName(code)"
      :storefront="code"
      :back="{ to: { path: '/releases', query: lens.query }, label: 'Releases' }"
    >
      <template #line>All its releases, the newest first.</template>
      <template v-if="session.mayEdit" #actions>
        <button type="button" class="act" @click="removing = true">Remove products at once</button>
        <button type="button" class="act" @click="plans?.add()">New plan</button>
        <button type="button" class="act main" @click="creating = true">
          New release <span class="opacity-70">n</span>
        </button>
      </template>
    </PageHead>
    <p v-if="problem" class="px-5 text-madder" role="alert">{{ problem.sentence }}</p>
    <div class="page-body" tabindex="0" aria-label="Releases of the storefront">
      <BrokenLinks v-if="links.data.value" class="pt-2" :report="links.data.value" :storefront="code" />
      <StandingPlans ref="plans" :storefront="code" />
      <section v-if="kept.data.value?.items.length" class="border-b border-hair2 px-5 py-3" aria-label="Kept out">
        <h2>Kept out</h2>
        <p class="text-ink2">
          These products were removed at once. They stay out of every release until you allow them again.
        </p>
        <ul>
          <li v-for="k in kept.data.value.items" :key="k.sku" class="flex flex-wrap items-baseline gap-2 py-0.5">
            <b class="font-semibold">{{ k.name }}</b> <span class="code">{{ k.sku }}</span>
            <span class="text-ink2">“{{ k.reason }}”, {{ byWhomShown(k) }}</span>
            <button
              v-if="session.mayEdit"
              type="button"
              class="plain min-h-6"
              :aria-label="`Allow again: ${k.sku}`"
              @click="letComeBack(k.sku)"
            >
              Allow again
            </button>
          </li>
        </ul>
      </section>
      <table v-if="items.length" class="listing">
        <colgroup>
          <col class="w-[13%]" />
          <col class="w-[27%]" />
          <col class="w-[10%]" />
          <col class="w-[22%]" />
          <col />
        </colgroup>
        <thead>
          <tr>
            <th>Release</th>
            <th>Title</th>
            <th>State</th>
            <th>Went live</th>
            <th>Pages</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="r in items" :key="r.id">
            <td>{{ r.number === null ? '–' : releaseName(r) }}</td>
            <td>
              <NuxtLink class="font-semibold hover:underline" :to="{ path: `/releases/${r.id}`, query: lens.query }">{{
                r.title
              }}</NuxtLink>
            </td>
            <td :class="r.state === 'live' ? 'font-semibold text-weld' : 'text-ink2'">{{ releaseStateWords(r) }}</td>
            <td class="text-ink2">
              {{ r.live ? byWhomShown(r.live) : '' }}
            </td>
            <td>
              <span class="flex flex-wrap items-baseline gap-3"
                ><span class="text-ink2">{{ countsLine(r) }}</span>
                <span v-if="r.forgotten" class="text-ink2">no longer kept</span>
                <NuxtLink
                  v-if="isComparable(r)"
                  class="plain"
                  :to="compareWithLive(r)"
                  :aria-label="`Compare with live: release ${r.number}`"
                  >Compare with live</NuxtLink
                >
                <button
                  v-if="mayPin(r)"
                  type="button"
                  class="plain"
                  :aria-pressed="r.pinned"
                  :aria-label="`Pin release ${r.number}`"
                  @click="changePin(r)"
                >
                  {{ r.pinned ? 'Pinned' : 'Pin' }}
                </button>
                <template v-if="mayGoBackTo(r)">
                  <button
                    v-if="asking !== r.number"
                    type="button"
                    class="plain beside"
                    :aria-label="`Go back to this: release ${r.number}`"
                    @click="asking = r.number!"
                  >
                    Go back to this
                  </button>
                  <span v-else class="ml-auto" role="alert"
                    >Shoppers get release {{ r.number }} again, at once.
                    <button type="button" class="act main" @click="goBack(r.number!)">Go back</button>
                    <button type="button" class="plain min-h-6" @click="asking = undefined">Cancel</button></span
                  >
                </template></span
              >
            </td>
          </tr>
        </tbody>
      </table>
      <EmptyState v-else-if="!problem">Nothing has been released here yet.</EmptyState>
      <button v-if="hasMore" type="button" class="act m-5" @click="showMore">Show more</button>
    </div>
    <NewRelease v-model="creating" :storefront="code" />
    <RemoveAtOnce v-model="removing" :storefront="code" @removed="removed" />
  </div>
</template>
